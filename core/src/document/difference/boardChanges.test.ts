import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { anyCommand } from '../../testing/anyCommand.ts';
import { demoBoards } from '../../testing/demoBoards.ts';
import type { Board } from '../board.ts';
import { commandProblems } from '../commandSchema.ts';
import { applyCommands, CommandError } from '../commands.ts';
import { referenceProblems } from '../references.ts';
import { boardChanges, clashesOf, commandsBetween, mergedCommands } from './boardChanges.ts';

const RUNS = { numRuns: process.env.OMBRIK_FULL ? 2000 : 150, seed: 26 };
const streams = fc.array(fc.infiniteStream(fc.nat(1e6)), { minLength: 1, maxLength: 6 });

/** A board after some good commands nobody chose. */
function wandered(start: Board, all: readonly Iterable<number>[]): Board {
  let board = start;
  for (const stream of all) {
    const numbers = stream[Symbol.iterator]();
    const command = anyCommand(board, (n) => numbers.next().value! % Math.max(1, n));
    if (commandProblems([command]).length > 0) continue;
    try {
      const next = applyCommands(board, [command]).board;
      if (referenceProblems(next, genericCatalogue).length === 0) board = next;
    } catch (error) {
      if (!(error instanceof CommandError)) throw error;
    }
  }
  return board;
}
const boards = fc.constantFrom(...demoBoards());
const set = (board: Board, field: 'notes' | 'customer' | 'ambientC', value: unknown): Board =>
  ({ ...board, brief: { ...board.brief, [field]: value } }) as Board;
const changed = (board: Board, id: string, change: object): Board => ({
  ...board,
  items: board.items.map((i) => (i.id === id ? { ...i, ...change } : i)),
});
const without = (board: Board, id: string): Board => ({ ...board, items: board.items.filter((i) => i.id !== id) });

describe('what is different between two boards', () => {
  it('made into commands it turns one into the other, whichever way they wandered', () => {
    fc.assert(
      fc.property(boards, streams, streams, (start, a, b) => {
        const [from, to] = [wandered(start, a), wandered(start, b)];
        expect(applyCommands(from, commandsBetween(from, to)).board).toEqual(to);
        expect(boardChanges(from, to).length === 0).toBe(commandsBetween(from, to).length === 0);
      }),
      RUNS,
    );
  });
  it('is the fields that were touched and nothing else', () => {
    const [board] = demoBoards() as [Board];
    const id = board.items[0]!.id;
    expect(boardChanges(board, changed(set(board, 'notes', 'x'), id, { name: 'Door' }))).toEqual([
      { in: 'brief', id: null, field: 'notes', before: board.brief.notes, after: 'x' },
      { in: 'items', id, field: 'name', before: board.items[0]!.name, after: 'Door' },
    ]);
  });
});

describe('two who change one board', () => {
  const [base] = demoBoards() as [Board];
  const id = base.items[0]!.id;
  const other = base.items[1]!.id;
  const merge = (mine: Board, theirs: Board, chosen: ('mine' | 'theirs')[] = []) =>
    applyCommands(theirs, mergedCommands(base, mine, theirs, chosen)).board;

  it('in different places: both stand, and nothing is asked', () => {
    const mine = changed(set(base, 'notes', 'by the door'), id, { name: 'Mine' });
    const theirs = changed(set(base, 'customer', 'Orchard'), other, { name: 'Theirs' });
    expect(clashesOf(base, mine, theirs)).toEqual([]);
    expect(merge(mine, theirs)).toEqual(
      changed(changed(set(set(base, 'notes', 'by the door'), 'customer', 'Orchard'), id, { name: 'Mine' }), other, {
        name: 'Theirs',
      }),
    );
  });
  it('two fields of one thing are no clash; the same field to the same value is none either', () => {
    expect(clashesOf(base, changed(base, id, { name: 'A' }), changed(base, id, { ownership: 'customer' }))).toEqual([]);
    expect(clashesOf(base, set(base, 'ambientC', 40), set(base, 'ambientC', 40))).toEqual([]);
    expect(clashesOf(base, without(base, id), without(base, id))).toEqual([]);
    expect(merge(without(base, id), without(base, id))).toEqual(without(base, id));
  });
  it('the same field in two ways: what was chosen stands, the rest of both as well', () => {
    const mine = set(changed(base, id, { name: 'Mine' }), 'notes', 'mine');
    const theirs = changed(base, id, { name: 'Theirs' });
    const [clash, ...more] = clashesOf(base, mine, theirs);
    expect(more).toEqual([]);
    expect([clash!.mine.after, clash!.theirs.after]).toEqual(['Mine', 'Theirs']);
    expect(merge(mine, theirs, ['mine'])).toEqual(mine);
    expect(merge(mine, theirs, ['theirs'])).toEqual(set(theirs, 'notes', 'mine'));
  });
  it('one changed what the other took away, either way round', () => {
    const [kept, gone] = [changed(base, id, { name: 'Kept' }), without(base, id)];
    expect(clashesOf(base, kept, gone)).toHaveLength(1);
    expect(merge(kept, gone, ['theirs'])).toEqual(gone);
    expect(merge(kept, gone, ['mine'])).toEqual(kept);
    expect(merge(gone, kept, ['mine'])).toEqual(gone);
    expect(merge(gone, kept, ['theirs'])).toEqual(kept);
  });
  it('property: with nothing chosen their board keeps all of its own, and mine all that clashes with nothing', () => {
    fc.assert(
      fc.property(boards, streams, streams, (start, a, b) => {
        const [mine, theirs] = [wandered(start, a), wandered(start, b)];
        const clashes = clashesOf(start, mine, theirs);
        const both = applyCommands(theirs, mergedCommands(start, mine, theirs, [])).board;
        const after = new Map(boardChanges(start, both).map((c) => [`${c.in}/${c.id}/${c.field}`, c.after]));
        for (const c of boardChanges(start, theirs)) expect(after.get(`${c.in}/${c.id}/${c.field}`)).toEqual(c.after);
        const clashing = new Set(clashes.map((c) => `${c.mine.in}/${c.mine.id}`));
        for (const c of boardChanges(start, mine))
          if (!clashing.has(`${c.in}/${c.id}`)) expect(after.get(`${c.in}/${c.id}/${c.field}`)).toEqual(c.after);
      }),
      RUNS,
    );
  });
  it('property: with all of mine chosen, every one of my changes stands', () => {
    fc.assert(
      fc.property(boards, streams, streams, (start, a, b) => {
        const [mine, theirs] = [wandered(start, a), wandered(start, b)];
        const chosen = clashesOf(start, mine, theirs).map(() => 'mine' as const);
        const both = applyCommands(theirs, mergedCommands(start, mine, theirs, chosen)).board;
        const after = new Map(boardChanges(start, both).map((c) => [`${c.in}/${c.id}/${c.field}`, c.after]));
        for (const c of boardChanges(start, mine)) expect(after.get(`${c.in}/${c.id}/${c.field}`)).toEqual(c.after);
      }),
      RUNS,
    );
  });
});
