import { DEVICE_GROUPS } from '@ombrik/core/devices/device';
import { deviceOf } from '@ombrik/core/devices/registry';
import { addItem, newItem } from '@ombrik/core/document/item/items';
import { ownPartOf } from '@ombrik/core/document/part/ownPart';
import type { Part } from '@ombrik/core/document/part/part';
import { landingSpot } from '@ombrik/core/stages/place/freeSpot';
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Later } from '../../ui/Later.tsx';
import { useLatest } from '../../ui/useLatest.ts';
import { useOwnParts } from '../catalogue/useOwnParts.ts';
import type { BoardView } from './boardView.ts';
import { CustomPartForm } from './CustomPartForm.tsx';
import { PartFiles } from './PartFiles.tsx';

type PartGroup = (typeof DEVICE_GROUPS)[number];

/** Puts a part onto the board, or beside it where it lives off the board or finds no room; says so where it found none. */
function useAddPart({ panel, face }: BoardView) {
  const job = useJob();
  const { board } = job;
  const [full, setFull] = useState<string | null>(null);
  /** @param parts whatever there is, of the catalogue and of the board's own */
  const add = (part: Part, parts: ReadonlyMap<string, Part>) => {
    const off = deviceOf(part.kind).offBoard;
    const spot = off ? null : landingSpot(board, parts, panel, face, part);
    setFull(
      off || spot ? null : `${part.name} waits beside the board: no free place on ${panel.name} is large enough.`,
    );
    const item = newItem(
      board,
      part,
      spot ? { kind: 'panel', panelId: panel.id, face, ...spot, rotationDeg: 0 } : { kind: 'unplaced' },
    );
    const itsOwn = job.parts.has(part.id)
      ? []
      : ([{ kind: 'add', collection: 'customParts', value: part, index: null }] as const);
    if (job.edit(`Add ${item.designation}`, [...itsOwn, ...addItem(item)])) job.select({ kind: 'item', id: item.id });
  };
  return { add, full };
}

/** The catalogue: pick a part and it comes to a free spot near others of its kind, or to the shelf when it lives off the board. */
export function PartPalette({ view, onClose }: { view: BoardView; onClose: () => void }) {
  const { parts } = useJob();
  const { add, full } = useAddPart(view);
  const [query, setQuery] = useState('');
  const [making, setMaking] = useState<Part | null>(null);
  if (making)
    return (
      <CustomPartForm
        base={making}
        act="Add it to the board"
        onCancel={() => setMaking(null)}
        onMake={(part) => {
          add(part, parts);
          setMaking(null);
        }}
      />
    );
  return (
    <section
      aria-label="Catalogue"
      className="absolute inset-x-0 top-0 z-20 h-[72%] overflow-auto sm:h-[46%] border-b-2 border-base-300 bg-base-100 px-4 pb-3 shadow-md"
    >
      <div className="sticky top-0 z-10 flex items-center gap-3 bg-base-100 py-2">
        <h3 className="shrink-0 text-xl">Catalogue</h3>
        <input
          className="input input-sm w-56 min-w-0"
          placeholder="Find a part"
          aria-label="Find a part"
          value={query}
          onChange={(e) => setQuery(e.target.value)}
        />
        <span className="flex-1" />
        <button type="button" className="btn btn-xs" onClick={onClose}>
          Close
        </button>
      </div>
      {full && (
        <p role="status" className="mt-1 text-[13px] text-warning">
          {full}
        </p>
      )}
      <Later>
        <Kinds query={query} setQuery={setQuery} add={add} onLike={setMaking} />
      </Later>
    </section>
  );
}

/** The kinds of parts, what there is of the one that is looked at or typed, and parts out of files. */
function Kinds({
  query,
  setQuery,
  add,
  onLike,
}: {
  query: string;
  setQuery: (words: string) => void;
  add: (part: Part, parts: ReadonlyMap<string, Part>) => void;
  onLike: (part: Part) => void;
}) {
  const job = useJob();
  const own = useOwnParts().parts;
  const kept = useMemo(() => own.filter((p) => !p.retired), [own]);
  // The board's own first: it keeps the version it was built of.
  const { parts: ofBoard } = job;
  const parts = useMemo(() => new Map([...kept.map((p) => [p.part.id, p.part] as const), ...ofBoard]), [kept, ofBoard]);
  // The field takes every letter at once; the list follows.
  const words = useDeferredValue(query);
  const [group, setGroup] = useState<PartGroup>(DEVICE_GROUPS[0]);
  const volts = job.board.brief.systemVoltageV;
  const now = useLatest((part: Part) => add(part, parts));
  const onAdd = useCallback((part: Part) => now.current(part), [now]);
  return (
    <>
      <div role="group" aria-label="Kinds of parts" className="mb-1 flex flex-wrap gap-1">
        {DEVICE_GROUPS.map((title) => (
          <button
            key={title}
            type="button"
            className={`btn btn-xs ${group === title && !words ? 'btn-primary' : ''}`}
            aria-pressed={group === title && !words}
            onClick={() => {
              setGroup(title);
              setQuery('');
            }}
          >
            {title}
          </button>
        ))}
      </div>
      <PartRows parts={parts} volts={volts} group={group} words={words} onAdd={onAdd} onLike={onLike} />
      <PartFiles
        onRead={([first]) => {
          if (!first) return;
          setGroup(deviceOf(first.kind).group);
          setQuery('');
        }}
      />
    </>
  );
}

/** The parts of one kind that may be wanted on a board of this voltage; those of every kind where words are looked for. */
const PartRows = memo(function PartRows({
  parts,
  volts,
  group,
  words,
  onAdd,
  onLike,
}: {
  parts: ReadonlyMap<string, Part>;
  volts: number;
  group: PartGroup;
  words: string;
  onAdd: (part: Part) => void;
  onLike: (part: Part) => void;
}) {
  const wanted = [...parts.values()].filter(
    (p) =>
      // A data lead is drawn as a wire from socket to socket; its length is chosen for you.
      p.kind !== 'dataLead' &&
      (words ? p.name.toLowerCase().includes(words.toLowerCase()) : deviceOf(p.kind).group === group) &&
      (p.kind === 'feed' || p.systemVoltagesV.length === 0 || p.systemVoltagesV.includes(volts)),
  );
  const order = (p: Part) => DEVICE_GROUPS.indexOf(deviceOf(p.kind).group);
  wanted.sort((a, b) => order(a) - order(b));
  if (wanted.length === 0) return <p className="dim py-2 text-[13px]">No part for {volts} V is called so.</p>;
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-x-6">
      {wanted.map((p) => (
        <li key={p.id} className="perforated flex items-center gap-1 py-0.5">
          <button
            type="button"
            className="min-h-[30px] min-w-0 flex-1 truncate text-left hover:text-primary"
            title={`${p.widthMm} × ${p.heightMm} × ${p.depthMm} mm`}
            onClick={() => onAdd(p)}
          >
            {p.name}
            {ownPartOf(p.id) && <span className="dim"> · own, version {ownPartOf(p.id)!.version}</span>}
          </button>
          <button
            type="button"
            className="btn btn-ghost btn-xs"
            aria-label={`Make a part like ${p.name}`}
            onClick={() => onLike(p)}
          >
            like this …
          </button>
        </li>
      ))}
    </ul>
  );
});
