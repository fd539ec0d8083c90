import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { COLLECTIONS, type CollectionName, type Command } from '../document/commands.ts';
import { type BoardChange, boardChanges, fieldCommand } from '../document/difference/boardChanges.ts';
import { thingName } from '../document/difference/thingNames.ts';
import { sameContent } from '../document/fingerprint.ts';

/** What of a board a design says; findings let stand and circuits as found are the job's own. */
const OF_A_DESIGN = COLLECTIONS.filter((c) => c !== 'survey' && c !== 'accepted');
type Entry = { id: Id } & Record<string, unknown>;
const entries = (board: Board, name: CollectionName): Map<Id, Entry> =>
  new Map((board[name] as unknown as Entry[]).map((e) => [e.id, e]));

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
  const all = boardChanges(before, after);
  for (const collection of OF_A_DESIGN) {
    const [is, now] = [entries(after, collection), entries(board, collection)];
    const own = all.filter((c) => c.in === collection);
    for (const [id, entry] of is) {
      const made = own.filter((c) => c.id === id);
      if (made.length === 0) continue;
      if (made[0]!.field !== null) {
        changeEntry(change, made, entry, now.get(id));
        continue;
      }
      if (now.has(id)) continue;
      change.commands.push({ kind: 'add', collection, value: entry, index: null } as unknown as Command);
      change.says.push(`${thingName(collection, entry)} is new`);
    }
    for (const gone of own) {
      if (gone.after !== null || gone.field !== null || !now.has(gone.id!)) continue;
      const entry = gone.before as Entry;
      if (!sameContent(now.get(entry.id), entry)) {
        change.leftOut.push(`${thingName(collection, entry)} would go; this job has changed it`);
        continue;
      }
      // What is joined goes before what it is joined to.
      removals.unshift({ kind: 'remove', collection, id: entry.id } as Command);
      change.says.push(`${thingName(collection, entry)} goes`);
    }
  }
  change.commands.push(...removals);
  return change;
}

/** Fields in which the versions differ: taken where the job has the earlier one, left where it has its own. */
function changeEntry(change: DesignChange, made: readonly BoardChange[], is: Entry, now: Entry | undefined): void {
  const name = thingName(made[0]!.in as CollectionName, is);
  if (!now) {
    change.leftOut.push(`${name} would change; this job has it no more`);
    return;
  }
  const open = made.filter((c) => !sameContent(now[c.field!], c.after));
  const own = open.filter((c) => !sameContent(now[c.field!], c.before));
  const taken = open.filter((c) => !own.includes(c));
  const fields = (of: readonly BoardChange[]): string => of.map((c) => c.field).join(', ');
  change.commands.push(...taken.map(fieldCommand));
  if (taken.length > 0) change.says.push(`${name}: ${fields(taken)}`);
  if (own.length > 0) change.leftOut.push(`${name}: ${fields(own)} stay as this job has them`);
}
