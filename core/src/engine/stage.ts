import { type Given, type Node, named, type Reads } from './node.ts';
import { same } from './same.ts';
import { sharedWith } from './sharedWith.ts';

/**
 * A step: works one thing out from what it declares to read, and is handed nothing else.
 * @param name unique in a graph
 * @param run must not change what it is given, and must give the same for the same
 * @example
 * const sum = stage('sum', { numbers }, ({ numbers }) => numbers.reduce((s, n) => s + n, 0));
 */
export function stage<const R extends Reads, T>(name: string, reads: R, run: (given: Given<R>) => T): Node<T> {
  const byName = named(reads);
  return { name, reads, make: (given) => run(byName(given)) };
}

/** A step whose output stays the same object while it says the same: lists are looked into, objects are not. */
export function steady<const R extends Reads, T>(name: string, reads: R, run: (given: Given<R>) => T): Node<T> {
  const byName = named(reads);
  return {
    name,
    reads,
    make: (given, slot) => {
      const output = run(byName(given));
      return slot.output !== undefined && same(output, slot.output) ? (slot.output as T) : output;
    },
  };
}

/**
 * A step whose output is made of the parts of the output before wherever they say the same, so that what goes on from one
 * of its rows is not done again for the sake of another. For plain values.
 */
export function shared<const R extends Reads, T>(name: string, reads: R, run: (given: Given<R>) => T): Node<T> {
  const byName = named(reads);
  return { name, reads, make: (given, slot) => sharedWith(slot.output, run(byName(given))) };
}

/**
 * A step taken row by row: `pick` says what one row's part of the work depends on, `run` is handed exactly that, and is
 * called again only for rows where it is no longer the same.
 * @param pick cheap, called for every row each time; null leaves the row out
 * @param run a function that sees nothing but what was picked
 */
export function each<const R extends Reads, Row, Picked extends object, T>(
  name: string,
  over: Node<readonly Row[]>,
  id: (row: Row) => unknown,
  reads: R,
  pick: (row: Row, given: Given<R>, index: number) => Picked | null,
  run: (picked: Picked) => T,
): Node<readonly T[]> {
  const byName = named(reads);
  const keys = Object.keys(reads);
  return {
    name,
    reads: { ...reads, over },
    make: (given, slot) => {
      const own = byName(given);
      const list = given[keys.length] as readonly Row[];
      slot.rows ??= new Map();
      slot.runs++;
      if (!slot.others || !allSame(slot.others, given, keys.length)) slot.others = given.slice(0, keys.length);
      const { others } = slot;
      const made: T[] = [];
      for (let i = 0; i < list.length; i++) {
        const row = list[i]!;
        const rowId = id(row);
        const kept = slot.rows.get(rowId);
        // The same row in the same place beside the same reads picks the same.
        if (kept && kept.row === row && kept.at === i && kept.others === others) {
          kept.run = slot.runs;
          made.push(kept.output as T);
          continue;
        }
        const picked = pick(row, own, i);
        if (picked === null) continue;
        // A row that throws leaves what was kept of it as it was, to be tried again.
        const output = kept && alike(kept.picked, picked) ? kept.output : run(picked);
        if (!kept) slot.rows.set(rowId, { row, at: i, others, picked, output, run: slot.runs });
        else {
          kept.row = row;
          kept.at = i;
          kept.others = others;
          kept.picked = picked;
          kept.output = output;
          kept.run = slot.runs;
        }
        made.push(output as T);
      }
      if (slot.rows.size > made.length)
        for (const [rowId, kept] of slot.rows) if (kept.run !== slot.runs) slot.rows.delete(rowId);
      return slot.output !== undefined && same(made, slot.output) ? (slot.output as T[]) : made;
    },
  };
}

const allSame = (kept: readonly unknown[], given: readonly unknown[], count: number): boolean => {
  for (let i = 0; i < count; i++) if (!Object.is(kept[i], given[i])) return false;
  return true;
};

/** Whether two picks hold the same under the same names. */
function alike(a: object, b: object): boolean {
  for (const name in a) if (!same((a as Fields)[name], (b as Fields)[name])) return false;
  return true;
}
type Fields = Record<string, unknown>;

/** A judgement: a step that gives what it found, if anything. */
export const check = <const R extends Reads, J>(
  id: string,
  reads: R,
  judge: (given: Given<R>) => readonly J[],
): Node<readonly J[]> => stage(id, reads, judge);
