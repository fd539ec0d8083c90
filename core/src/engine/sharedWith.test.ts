import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommands } from '../document/commands.ts';
import { mountainHutBoard } from '../testing/demoBoards.ts';
import { sharedWith } from './sharedWith.ts';

describe('what came through a copy', () => {
  it('says the same as the copy, whatever was before (property)', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (before, next) => {
        expect(sharedWith(before, next)).toEqual(next);
      }),
    );
  });
  it('is the very same when nothing changed', () => {
    const board = mountainHutBoard();
    expect(sharedWith(board, structuredClone(board))).toBe(board);
  });
  it('keeps all but what an edit touched, also when entries move up', () => {
    const board = mountainHutBoard();
    const edited = applyCommands(board, [
      { kind: 'remove', collection: 'cables', id: board.cables[0]!.id },
      { kind: 'set', collection: 'cables', id: 'cb_9', field: 'designation', value: 'Z9' },
    ]).board;
    const shared = sharedWith(board, structuredClone(edited));
    expect(shared).toEqual(edited);
    expect(shared.items).toBe(board.items);
    expect(shared.power).toBe(board.power);
    for (const cable of shared.cables) {
      const was = board.cables.find((c) => c.id === cable.id)!;
      if (cable.id === 'cb_9') {
        expect(cable).not.toBe(was);
        expect(cable.segments).toBe(was.segments);
      } else expect(cable).toBe(was);
    }
  });
  it('a field that is gone or new is a change', () => {
    expect(sharedWith({ a: 1, b: 2 }, { a: 1 })).toEqual({ a: 1 });
    expect(sharedWith({ a: 1 }, { a: 1, b: undefined })).toHaveProperty('b');
    expect(sharedWith([1, 2, 3], [1, 2])).toEqual([1, 2]);
  });
});
