import type { Id } from '../basics.ts';
import type { Board } from '../board.ts';
import { applyCommands, COLLECTIONS, type CollectionName, type Command } from '../commands.ts';
import { sameContent } from '../fingerprint.ts';
import { replaceBoard } from '../replaceBoard.ts';

/** What holds a change: a collection of the board, or one of its single values. */
export type ChangedIn = CollectionName | 'brief' | 'power' | 'settings';
/** One field in which two boards differ, or one whole thing that is there in one of them only. */
export interface BoardChange {
  in: ChangedIn;
  /** Null for the board's single values. */
  id: Id | null;
  /** Null where the whole thing came or went: then what was, or what is, is null. */
  field: string | null;
  before: unknown;
  after: unknown;
}

const SINGLES = { brief: 'setBrief', power: 'setPower', settings: 'setSetting' } as const;
type Single = keyof typeof SINGLES;
const singles = Object.keys(SINGLES) as Single[];

type Thing = { id: Id } & Record<string, unknown>;
const thingsOf = (board: Board, collection: CollectionName): Thing[] => board[collection] as unknown as Thing[];

function fieldsOf(holder: ChangedIn, id: Id | null, from: object, to: object): BoardChange[] {
  const [before, after] = [from as Record<string, unknown>, to as Record<string, unknown>];
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((field) => field !== 'id' && !sameContent(before[field], after[field]))
    .map((field) => ({ in: holder, id, field, before: before[field], after: after[field] }));
}

/**
 * What is different between two boards, field by field; things that are the same but stand in another order are not.
 * @example
 * boardChanges(board, { ...board, brief: { ...board.brief, notes: 'by the door' } })[0].field; // 'notes'
 */
export function boardChanges(from: Board, to: Board): BoardChange[] {
  const changes = singles.flatMap((name) => fieldsOf(name, null, from[name], to[name]));
  for (const collection of COLLECTIONS) {
    const [before, after] = [thingsOf(from, collection), thingsOf(to, collection)];
    const known = new Map(before.map((t) => [t.id, t]));
    const kept = new Set(after.map((t) => t.id));
    for (const t of before)
      if (!kept.has(t.id)) changes.push({ in: collection, id: t.id, field: null, before: t, after: null });
    for (const t of after) {
      const was = known.get(t.id);
      if (!was) changes.push({ in: collection, id: t.id, field: null, before: null, after: t });
      else changes.push(...fieldsOf(collection, t.id, was, t));
    }
  }
  return changes;
}

/**
 * The command that sets a field as a change has it.
 * @example
 * fieldCommand({ in: 'brief', id: null, field: 'notes', before: '', after: 'x' }); // { kind: 'setBrief', field: 'notes', value: 'x' }
 */
export const fieldCommand = ({ in: holder, id, field, after }: BoardChange): Command =>
  (id === null
    ? { kind: SINGLES[holder as Single], field, value: after }
    : { kind: 'set', collection: holder, id, field, value: after }) as Command;

/**
 * Commands that make these changes on a board: what goes first, then what comes, then fields.
 * @example
 * changeCommands([{ in: 'brief', id: null, field: 'notes', before: '', after: 'x' }], board); // [{ kind: 'setBrief', field: 'notes', value: 'x' }]
 */
export function changeCommands(changes: readonly BoardChange[], to: Board): Command[] {
  const gone = changes.filter((c) => c.field === null && c.after === null).reverse();
  const indexOf = (c: BoardChange): number => thingsOf(to, c.in as CollectionName).findIndex((t) => t.id === c.id);
  const come = changes
    .filter((c) => c.field === null && c.after !== null)
    .map((c) => ({ ...c, at: indexOf(c) }))
    .sort(
      (a, b) =>
        COLLECTIONS.indexOf(a.in as CollectionName) - COLLECTIONS.indexOf(b.in as CollectionName) || a.at - b.at,
    );
  const set = changes.filter((c) => c.field !== null);
  return [
    ...gone.map((c): Command => ({ kind: 'remove', collection: c.in as CollectionName, id: c.id! })),
    ...come.map((c) => ({ kind: 'add', collection: c.in, value: c.after, index: c.at < 0 ? null : c.at }) as Command),
    ...set.map(fieldCommand),
  ];
}

/**
 * The fewest commands that turn one board into another, as an ordinary edit; all of it anew where an order differs that
 * nothing else tells.
 * @example
 * commandsBetween(board, board); // []
 */
export function commandsBetween(from: Board, to: Board): Command[] {
  const commands = changeCommands(boardChanges(from, to), to);
  const made = applyCommands(from, commands).board;
  return sameContent(made, { ...to, formatVersion: from.formatVersion }) ? commands : replaceBoard(from, to);
}

/** What two people changed in the same place, each in a way of their own. */
export interface Clash {
  mine: BoardChange;
  theirs: BoardChange;
}

const placeOf = (c: BoardChange): string => `${c.in}/${c.id ?? ''}`;
const fieldPlace = (c: BoardChange): string => `${placeOf(c)}/${c.field ?? ''}`;
const isWhole = (c: BoardChange): boolean => c.field === null;

/**
 * Where two boards that were made from one clash: the same field set to different values, or something one changed and the
 * other took away. What both changed alike is no clash.
 * @example
 * clashesOf(board, board, board); // []
 */
export function clashesOf(base: Board, mine: Board, theirs: Board): Clash[] {
  const [own, other] = [boardChanges(base, mine), boardChanges(base, theirs)];
  const byPlace = new Map<string, BoardChange[]>();
  for (const c of other) byPlace.set(placeOf(c), [...(byPlace.get(placeOf(c)) ?? []), c]);
  const found = new Map<string, Clash>();
  for (const m of own)
    for (const t of byPlace.get(placeOf(m)) ?? []) {
      if (!isWhole(m) && !isWhole(t) && m.field !== t.field) continue;
      const whole = isWhole(m) || isWhole(t);
      const clash = whole ? { mine: wholeOf(m, mine), theirs: wholeOf(t, theirs) } : { mine: m, theirs: t };
      if (!sameContent(clash.mine.after, clash.theirs.after)) found.set(fieldPlace(clash.mine), clash);
    }
  return [...found.values()];
}

/** A change of a field as a change of the whole thing it is of: as that board has it now. */
function wholeOf(c: BoardChange, board: Board): BoardChange {
  if (isWhole(c) || c.id === null) return c;
  return { ...c, field: null, before: null, after: thingThere(board, c) };
}

/**
 * Their board with all of mine that clashes with nothing, and of what clashes what was chosen.
 * @param chosen for each clash in its order whose counts
 * @example
 * mergedCommands(board, board, board, []); // []
 */
export function mergedCommands(
  base: Board,
  mine: Board,
  theirs: Board,
  chosen: readonly ('mine' | 'theirs')[],
): Command[] {
  const clashes = clashesOf(base, mine, theirs);
  const clashing = new Set(clashes.map((c) => fieldPlace(c.mine)));
  const isAsked = (c: BoardChange): boolean => clashing.has(`${placeOf(c)}/`) || clashing.has(fieldPlace(c));
  const plain = boardChanges(base, mine).filter((c) => !isAsked(c));
  const taken = clashes.flatMap((c, n): BoardChange[] => {
    if (chosen[n] !== 'mine') return [];
    const there = thingThere(theirs, c.mine);
    // What is there in another way is taken out and put in as mine.
    return isWhole(c.mine) && there !== null && c.mine.after !== null
      ? [
          { ...c.mine, before: there, after: null },
          { ...c.mine, before: null },
        ]
      : [{ ...c.mine, before: there }];
  });
  const already = (c: BoardChange): boolean => isWhole(c) && sameContent(thingThere(theirs, c), c.after);
  return changeCommands(
    [...plain, ...taken].filter((c) => !already(c)),
    mine,
  );
}

const thingThere = (board: Board, c: BoardChange): Thing | null =>
  c.id === null ? null : (thingsOf(board, c.in as CollectionName).find((t) => t.id === c.id) ?? null);
