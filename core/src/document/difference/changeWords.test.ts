import { describe, expect, it } from 'vitest';
import { demoBoards } from '../../testing/demoBoards.ts';
import type { Board } from '../board.ts';
import { boardChanges } from './boardChanges.ts';
import { changeWords } from './changeWords.ts';

const [board] = demoBoards() as [Board];
const [item] = board.items as [Board['items'][number]];
const words = (to: Board) => boardChanges(board, to).map((c) => changeWords(c, [to, board]));
const changed = (change: object): Board => ({
  ...board,
  items: board.items.map((i) => (i.id === item.id ? { ...i, ...change } : i)),
});

describe('a change in words', () => {
  it('names the thing as people do, the field with its unit, and both values', () => {
    const placed = board.items.find((i) => i.place?.kind === 'panel')!;
    const place = { ...placed.place!, xMm: 333 } as typeof placed.place;
    const moved = { ...board, items: board.items.map((i) => (i.id === placed.id ? { ...i, place } : i)) };
    const [said] = words(moved as Board);
    expect(said!.what).toContain(placed.designation);
    expect(said!.what).toMatch(/: place$/);
    expect(said!.before).toMatch(/^x \(mm\) \d+/);
    expect(said!.after).toBe('x (mm) 333');
  });
  it('what came or went is told by its own name', () => {
    const gone = { ...board, items: board.items.slice(1) };
    expect(words(gone)).toEqual([
      { what: expect.stringContaining(item.designation), before: 'there', after: 'not there' },
    ]);
  });
  it('nothing, yes and no are words, and long text is cut', () => {
    expect(words(changed({ name: 'n'.repeat(500) }))[0]!.after).toHaveLength(80);
    expect(words({ ...board, brief: { ...board.brief, customer: '' } } as Board)[0]!.after).toBe('nothing');
  });
});
