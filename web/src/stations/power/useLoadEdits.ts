import type { Command } from '@ombrik/core/document/commands';
import type { Item, LoadDemand } from '@ombrik/core/document/item/item';
import { loadPartId } from '@ombrik/core/document/item/loadList';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';

export interface Load {
  item: Item;
  load: LoadDemand;
}
export interface LoadEdits {
  set: (of: Load, change: Partial<LoadDemand>, what: string) => void;
  rename: (item: Item, name: string) => void;
  /** Why the last change of a load was not taken, by its item. */
  refused: ReadonlyMap<string, string>;
}

/** Changes of the load list; one that would leave wires in the air is refused. */
export function useLoadEdits(): LoadEdits {
  const job = useJob();
  const [refused, setRefused] = useState<ReadonlyMap<string, string>>(new Map());
  const say = (itemId: string, why: string | null) => {
    const rest = [...refused].filter(([id]) => id !== itemId);
    setRefused(new Map(why === null ? rest : [...rest, [itemId, why]]));
  };
  const set = ({ item, load }: Load, change: Partial<LoadDemand>, what: string) => {
    const next = { ...load, ...change };
    const commands: Command[] = [{ kind: 'set', collection: 'items', id: item.id, field: 'load', value: next }];
    // A load that changes sides is another part; wires on the old one would hang in the air.
    if (next.side !== load.side) {
      if (job.board.connections.some((c) => c.from.itemId === item.id || c.to.itemId === item.id))
        return say(item.id, `${item.designation} is wired: remove its wires at Circuit before it changes sides`);
      const value = loadPartId(next, job.board.brief.systemVoltageV);
      commands.push({ kind: 'set', collection: 'items', id: item.id, field: 'partId', value });
    }
    say(item.id, null);
    job.edit(`${item.designation}: ${what}`, commands);
  };
  const rename = (item: Item, name: string) =>
    job.edit(`${item.designation}: name`, [
      { kind: 'set', collection: 'items', id: item.id, field: 'name', value: name },
    ]);
  return { set, rename, refused };
}
