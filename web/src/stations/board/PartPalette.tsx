import { DEVICE_GROUPS } from '@ombrik/core/devices/device';
import { deviceOf } from '@ombrik/core/devices/registry';
import { addItem, newItem } from '@ombrik/core/document/item/items';
import { ownPartOf } from '@ombrik/core/document/part/ownPart';
import type { Part } from '@ombrik/core/document/part/part';
import { landingSpot } from '@ombrik/core/stages/place/freeSpot';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { useOwnParts } from '../catalogue/useOwnParts.ts';
import type { BoardView } from './boardView.ts';
import { CustomPartForm } from './CustomPartForm.tsx';
import { PartFiles } from './PartFiles.tsx';

/** The catalogue: pick a part and it comes to a free spot near others of its kind, or to the shelf when it lives off the board. */
export function PartPalette({ view, onClose }: { view: BoardView; onClose: () => void }) {
  const { panel, face } = view;
  const job = useJob();
  const { board } = job;
  const kept = useOwnParts().parts.filter((p) => !p.retired);
  // The board's own first: it keeps the version it was built of.
  const parts = new Map([...kept.map((p) => [p.part.id, p.part] as const), ...job.parts]);
  const [query, setQuery] = useState('');
  const [making, setMaking] = useState<Part | null>(null);
  const volts = board.brief.systemVoltageV;
  const wanted = (p: Part) =>
    p.name.toLowerCase().includes(query.toLowerCase()) &&
    (p.kind === 'feed' || p.systemVoltagesV.length === 0 || p.systemVoltagesV.includes(volts));
  const [full, setFull] = useState<string | null>(null);
  const add = (part: Part) => {
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
    const own = job.parts.has(part.id)
      ? []
      : ([{ kind: 'add', collection: 'customParts', value: part, index: null }] as const);
    if (job.edit(`Add ${item.designation}`, [...own, ...addItem(item)])) job.select({ kind: 'item', id: item.id });
  };
  if (making)
    return (
      <CustomPartForm
        base={making}
        act="Add it to the board"
        onCancel={() => setMaking(null)}
        onMake={(part) => {
          add(part);
          setMaking(null);
        }}
      />
    );
  return (
    <section
      aria-label="Catalogue"
      className="absolute inset-y-0 left-0 z-20 w-[300px] overflow-auto border-r border-base-300 bg-base-100 p-3"
    >
      <div className="flex items-center justify-between">
        <h3 className="text-xl">Catalogue</h3>
        <button type="button" className="btn btn-xs" onClick={onClose}>
          Close
        </button>
      </div>
      <input
        className="input input-sm mt-1 w-full"
        placeholder="Find a part"
        aria-label="Find a part"
        value={query}
        onChange={(e) => setQuery(e.target.value)}
      />
      {full && (
        <p role="status" className="mt-1 text-[13px] text-warning">
          {full}
        </p>
      )}
      {DEVICE_GROUPS.map((title) => {
        const own = [...parts.values()].filter(
          // A data lead is drawn as a wire from socket to socket; its length is chosen for you.
          (p) => deviceOf(p.kind).group === title && p.kind !== 'dataLead' && wanted(p),
        );
        if (own.length === 0) return null;
        return (
          <div key={title} className="mt-2">
            <h4 className="text-base">{title}</h4>
            <ul>
              {own.map((p) => (
                <li key={p.id} className="perforated flex items-center gap-1 py-0.5">
                  <button
                    type="button"
                    className="min-h-[30px] min-w-0 flex-1 truncate text-left hover:text-primary"
                    title={`${p.widthMm} × ${p.heightMm} × ${p.depthMm} mm`}
                    onClick={() => add(p)}
                  >
                    {p.name}
                    {ownPartOf(p.id) && <span className="dim"> · own, version {ownPartOf(p.id)!.version}</span>}
                  </button>
                  <button
                    type="button"
                    className="btn btn-ghost btn-xs"
                    aria-label={`Make a part like ${p.name}`}
                    onClick={() => setMaking(p)}
                  >
                    like this …
                  </button>
                </li>
              ))}
            </ul>
          </div>
        );
      })}
      <PartFiles />
    </section>
  );
}
