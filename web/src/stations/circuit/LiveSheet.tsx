import type { LiveSets } from '@ombrik/core/circuit/liveSets';
import type { Item } from '@ombrik/core/document/item/item';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Held } from '../../ui/states/Held.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { SwitchingOn } from './SwitchingOn.tsx';
import { useCircuitStudy } from './useCircuitStudy.ts';

/** Which parts are live for every combination of the switches, and in which order to open them. */
export function LiveSheet() {
  const { board } = useJob();
  const study = useCircuitStudy('live', null, (s) => s.live(board));
  const [closed, setClosed] = useState<ReadonlySet<string> | null>(null);
  const short = (id: string) => board.items.find((i) => i.id === id)?.designation ?? id;
  const name = (id: string) => {
    const item = board.items.find((i) => i.id === id);
    return `${item?.designation ?? id} ${item?.name ?? ''}`.trim();
  };
  if (!study.data) return <Held of={study} stops={study.stops} what="Walking the switches" />;
  const { switches, rows, never } = study.data;
  if (board.connections.length === 0) return <p className="dim p-5">Nothing is connected yet.</p>;
  const now = closed ?? new Set(switches);
  const key = (ids: Iterable<string>) => [...ids].sort().join(' ');
  const row = rows.find((r) => key(r.closed) === key(now));
  const live = new Map(row?.live.map((l) => [l.itemId, l.by]));
  const groups = new Map<string, string[]>();
  for (const n of never) {
    const others = n.by.filter((b) => b !== n.itemId);
    const by = others.length > 0 ? `by ${others.map(short).join(', ')}` : 'by themselves';
    groups.set(by, [...(groups.get(by) ?? []), short(n.itemId)]);
  }
  const items = board.items.filter((i) => rows.some((r) => r.live.some((l) => l.itemId === i.id)));
  const columns: DataColumn<Item>[] = [
    {
      title: 'Part',
      by: (i) => i.designation,
      cell: (i) => (
        <>
          <b>{i.designation}</b> {i.name}
        </>
      ),
    },
    { title: 'State', cell: (i) => (!row ? '–' : live.has(i.id) ? '⚡ live' : '○ dead') },
    {
      title: 'Fed by',
      cell: (i) => {
        const others = live.get(i.id)?.filter((b) => b !== i.id);
        return others?.map(name).join(', ') || (others ? 'itself' : '');
      },
    },
  ];
  return (
    <div className="grid grid-cols-[minmax(260px,1fr)_minmax(0,2fr)] gap-6 p-5">
      <section>
        <h1 className="text-2xl">What stays live</h1>
        {switches.length === 0 ? (
          <p className="stripe-warn mt-2 px-2">
            No switch on this board: nothing here can be made dead but by pulling fuses.
          </p>
        ) : (
          <Switches
            study={study.data}
            now={now}
            known={row !== undefined}
            onClosed={setClosed}
            name={name}
            short={short}
          />
        )}
        <h2 className="mt-4 text-lg">Live whatever the switches do</h2>
        {never.length === 0 ? (
          <p className="dim">nothing</p>
        ) : (
          <ul>
            {[...groups].map(([by, ids]) => (
              <li key={by} className="stripe-warn mb-1 px-2">
                <span className="dim">{by}: </span>
                <b>{ids.join(', ')}</b>
              </li>
            ))}
          </ul>
        )}
        <p className="dim mt-3 text-sm">
          Fuses are taken as in. Prove dead with a meter before a hand goes in; inverters hold charge for minutes.
        </p>
      </section>
      <section>
        <h2 className="text-lg">
          {now.size === switches.length ? 'With all switches closed' : `With ${switches.length - now.size} open`}
        </h2>
        <DataTable
          label="Live parts"
          columns={columns}
          rows={items}
          keyOf={(i) => i.id}
          rowClass={(i) => (live.has(i.id) ? '' : 'dim')}
        />
        <SwitchingOn />
      </section>
    </div>
  );
}

/** The switches, in which order they are opened, and what that leaves live. */
function Switches({
  study: { switches, order, never },
  now,
  known,
  onClosed,
  name,
  short,
}: {
  study: LiveSets;
  now: ReadonlySet<string>;
  /** Whether what this combination leaves live is worked out. */
  known: boolean;
  onClosed: (closed: ReadonlySet<string>) => void;
  name: (id: string) => string;
  short: (id: string) => string;
}) {
  // A battery's own terminals are always live; what counts is what lives beside the sources.
  const kept = never.filter((n) => !n.by.includes(n.itemId));
  const keepers = [...new Set(kept.flatMap((n) => n.by))];
  return (
    <>
      <h2 className="mt-3 text-lg">Switches closed</h2>
      <div className="grid gap-1">
        {switches.map((id) => (
          <label key={id} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={now.has(id)}
              onChange={() => onClosed(new Set(now.has(id) ? [...now].filter((x) => x !== id) : [...now, id]))}
            />
            {name(id)}
          </label>
        ))}
      </div>
      {!known && (
        <p className="dim mt-1 text-sm">
          With this many switches only all, none, and each one alone open are worked out.
        </p>
      )}
      <h2 className="mt-4 text-lg">Order to open them</h2>
      <ol className="list-decimal pl-6">
        {order.map((id) => (
          <li key={id}>{name(id)}</li>
        ))}
      </ol>
      {kept.length > 0 && (
        <p className="stripe-warn mt-1 px-2">
          That does not make the board dead: {kept.length} parts stay live, by {keepers.map(short).join(', ')}. Take
          those off at their own fuse or connector, cover the modules, unplug the mains.
        </p>
      )}
    </>
  );
}
