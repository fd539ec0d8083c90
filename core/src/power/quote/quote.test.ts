import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { partIndex } from '../../document/references.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { deriveBoard, mountainHutBoard } from '../../testing/demoBoards.ts';
import { type PastTimes, quoteOf, reckonedHours } from './quote.ts';

const quote = (board: Board, past: PastTimes = {}, workshop = defaultWorkshop) =>
  quoteOf(board, deriveBoard(board), partIndex(board, genericCatalogue), workshop, past);
const cents = (x: number) => Math.round(x * 100);

describe('the quote', () => {
  it('every total is the sum of its printed lines, whatever the rates (property)', () => {
    const board = mountainHutBoard();
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.array(
          fc.record({
            q: fc.integer({ min: 0, max: 9 }),
            price: fc.double({ min: 0, max: 99, noNaN: true }),
            h: fc.double({ min: 0, max: 9, noNaN: true }),
          }),
          { maxLength: 4 },
        ),
        (hourRate, marginShare, extras) => {
          const q = quote(
            {
              ...board,
              extras: extras.map((x, i) => ({
                id: `x${i}`,
                kind: 'tool' as const,
                text: `tool ${i}`,
                quantity: x.q,
                priceEach: x.price,
                hours: x.h,
              })),
            },
            {},
            { ...defaultWorkshop, hourRate, marginShare },
          );
          const sum = (group: string) =>
            q.lines.filter((l) => l.group === group).reduce((s, l) => s + cents(l.total), 0);
          expect(cents(q.partsTotal)).toBe(sum('parts') + sum('copper'));
          expect(cents(q.workTotal)).toBe(sum('work'));
          expect(cents(q.extrasTotal)).toBe(sum('extra'));
          expect(cents(q.total)).toBe(
            cents(q.partsTotal) + cents(q.margin) + cents(q.workTotal) + cents(q.extrasTotal),
          );
          for (const l of q.lines) expect(l.total).toBe(Math.round(l.quantity * l.priceEach * 100) / 100);
        },
      ),
      { seed: 9, numRuns: 25 },
    );
  });
  it('about 80 cables are a day of work (common practice, no source)', () => {
    const board = mountainHutBoard();
    const cables = Array.from({ length: 80 }, () => deriveBoard(board).cables[0]!);
    const hours = reckonedHours(board, { cables, bench: [] }, partIndex(board, genericCatalogue));
    expect(hours.cables).toBeCloseTo(8, 9);
  });
  it('goes by what past jobs really took, and says so', () => {
    const board = mountainHutBoard();
    const before = quote(board);
    const after = quote(board, { cables: { recordedH: 9, reckonedH: 6, jobs: 2 } });
    const line = (q: typeof before) => q.lines.find((l) => l.text.startsWith('Cables'))!.quantity;
    expect(line(after)).toBeCloseTo(line(before) * 1.5, 0);
    expect(after.basis.join()).toContain('by 2 past jobs');
    expect(before.basis.join()).toContain('no recorded times yet');
  });
  // Names licensed work and lead times.
  it('names the customer’s own parts and does not charge them', () => {
    const board = mountainHutBoard();
    const own = {
      ...board,
      items: board.items.map((i) => (i.id === 'it_T1' ? { ...i, ownership: 'customer' as const } : i)),
    };
    const [ours, theirs] = [quote(board), quote(own)];
    expect(ours.partsTotal - theirs.partsTotal).toBeCloseTo(640, 6);
    expect(theirs.notCharged.join()).toContain("the customer's own (-T1)");
    expect(ours.licensedWork.join()).toContain('Mains side of -T1');
    expect(ours.leadTimeDays).toBe(15);
  });
});
