import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { COLLECTIONS, type CollectionName, type Collections, type Command } from '../document/commands.ts';
import { sameContent } from '../document/fingerprint.ts';

/** What of a board a design says; findings let stand and circuits as found are the job's own. */
const OF_A_DESIGN = COLLECTIONS.filter((c) => c !== 'survey' && c !== 'accepted');
const WORDS: Readonly<Partial<Record<CollectionName, string>>> = {
  panels: 'panel',
  customParts: 'part of its own',
  customLinks: 'fuse link',
  connections: 'wire',
  extras: 'line of the quote',
  control: 'rule',
};
type Entry = { id: Id } & Record<string, unknown>;
const entries = (board: Board, name: CollectionName): Map<Id, Entry> =>
  new Map((board[name] as unknown as Entry[]).map((e) => [e.id, e]));
const nameOf = (collection: CollectionName, e: Entry): string =>
  String(
    e.designation ?? (e.name ? `${WORDS[collection] ?? collection} ${e.name}` : (WORDS[collection] ?? collection)),
  );

/** A later version of a design, as a change of a board that was started from an earlier one. */
export interface DesignChange {
  commands: Command[];
  /** What it does, one line each. */
  says: string[];
  /** What it would do but for what this job has changed itself: that stays. */
  leftOut: string[];
}

/**
 * What a later version of a design would do to the board of a job: everything in which the versions differ, but for what
 * the job itself has changed since, which stays as the job has it and is told.
 * @param before the version the job has, as chosen
 * @param after the later one, as chosen
 * @example
 * designChange(board, board, board).commands; // []
 */
export function designChange(board: Board, before: Board, after: Board): DesignChange {
  const change: DesignChange = { commands: [], says: [], leftOut: [] };
  const removals: Command[] = [];
  for (const collection of OF_A_DESIGN) {
    const [was, is, now] = [entries(before, collection), entries(after, collection), entries(board, collection)];
    for (const [id, entry] of is) {
      if (!was.has(id)) {
        if (now.has(id)) continue;
        change.commands.push({ kind: 'add', collection, value: entry, index: null } as unknown as Command);
        change.says.push(`${nameOf(collection, entry)} is new`);
        continue;
      }
      changeEntry(change, collection, was.get(id)!, entry, now.get(id));
    }
    for (const [id, entry] of was) {
      if (is.has(id) || !now.has(id)) continue;
      if (!sameContent(now.get(id), entry)) {
        change.leftOut.push(`${nameOf(collection, entry)} would go; this job has changed it`);
        continue;
      }
      // What is joined goes before what it is joined to.
      removals.unshift({ kind: 'remove', collection, id } as Command);
      change.says.push(`${nameOf(collection, entry)} goes`);
    }
  }
  change.commands.push(...removals);
  return change;
}

function changeEntry(
  change: DesignChange,
  collection: CollectionName,
  was: Entry,
  is: Entry,
  now: Entry | undefined,
): void {
  const fields = Object.keys(is).filter((f) => f !== 'id' && !sameContent(was[f], is[f]));
  if (fields.length === 0) return;
  if (!now) {
    change.leftOut.push(`${nameOf(collection, is)} would change; this job has it no more`);
    return;
  }
  const open = fields.filter((f) => !sameContent(now[f], is[f]));
  const own = open.filter((f) => !sameContent(now[f], was[f]));
  const taken = open.filter((f) => !own.includes(f));
  for (const field of taken)
    change.commands.push({
      kind: 'set',
      collection,
      id: is.id,
      field: field as keyof Collections[CollectionName],
      value: is[field],
    } as unknown as Command);
  if (taken.length > 0) change.says.push(`${nameOf(collection, is)}: ${taken.join(', ')}`);
  if (own.length > 0) change.leftOut.push(`${nameOf(collection, is)}: ${own.join(', ')} stay as this job has them`);
}
