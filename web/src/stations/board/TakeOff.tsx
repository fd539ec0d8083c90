import type { Command } from '@ombrik/core/document/commands';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import type { Item } from '@ombrik/core/document/item/item';
import { type Removal, removalOf } from '@ombrik/core/document/item/removal';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';

/** Deletes a part: alone, with what serves nothing but it, or with the gap closed behind it; it asks only where there is a choice. */
export function TakeOff({ item }: { item: Item }) {
  const job = useJob();
  const { board, parts } = job;
  const [asked, ask] = useState<Removal | null>(null);
  const nameOf = (id: string) => board.items.find((i) => i.id === id)?.designation ?? id;
  const at = (r: TerminalRef) => `${nameOf(r.itemId)}:${r.terminalId}`;
  const go = (commands: Command[], more = '') => {
    job.select(null);
    job.edit(`Delete ${item.designation}${more}`, commands);
  };
  const press = () => {
    const removal = removalOf(board, parts, item.id);
    if (removal.withOwn || removal.closed) ask(removal);
    else go(removal.alone);
  };
  if (!asked)
    return (
      <button type="button" className="btn btn-xs" onClick={press}>
        Delete
      </button>
    );
  const { alone, withOwn, closed } = asked;
  const own = withOwn && [
    ...withOwn.itemIds.map(nameOf),
    ...(withOwn.holes > 0 ? [`${withOwn.holes} ${withOwn.holes === 1 ? 'hole' : 'holes'}`] : []),
  ];
  return (
    <fieldset className="mt-1 grid w-full gap-1 border border-base-300 p-2" aria-label={`Delete ${item.designation}`}>
      {own && (
        <button
          type="button"
          className="btn btn-primary btn-xs h-auto justify-start py-0.5 text-left"
          onClick={() => go(withOwn.commands, ' and its own')}
        >
          With {own.join(', ')}: nothing else needs {own.length === 1 ? 'it' : 'them'}
        </button>
      )}
      {closed && (
        <button
          type="button"
          className="btn btn-xs h-auto justify-start py-0.5 text-left"
          onClick={() => go(closed.commands, ', gap closed')}
        >
          Close the gap: {at(closed.from)} to {at(closed.to)}
        </button>
      )}
      <button type="button" className="btn btn-xs justify-start" onClick={() => go(alone)}>
        Only {item.designation} and its wires
      </button>
      <button type="button" className="btn btn-ghost btn-xs justify-start" onClick={() => ask(null)}>
        Leave it
      </button>
    </fieldset>
  );
}
