import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placeTags, spotsAlong, spotsAround, type TagWish } from './placeTags.ts';

const p = (xMm: number, yMm: number) => ({ xMm, yMm });
const wish = (id: string, spots: TagWish['spots'], must = false): TagWish => ({
  id,
  widthMm: 20,
  heightMm: 8,
  spots,
  must,
});

describe('names on a drawing', () => {
  it('take their best spot that is free, in order', () => {
    const at = placeTags([wish('W1', [p(50, 50)]), wish('W2', [p(55, 50), p(80, 50)]), wish('W3', [p(50, 54)])], []);
    expect(Object.fromEntries(at)).toEqual({ W1: p(50, 50), W2: p(80, 50) });
  });
  it('hide no terminal', () => {
    const at = placeTags(
      [wish('-F1', spotsAround({ leftMm: 0, topMm: 20, rightMm: 60, bottomMm: 50 }, 20, 8))],
      [{ ...p(10, 16), halfMm: 4 }],
    );
    expect(at.get('-F1')).toEqual(p(50, 16));
  });
  it('what must stand stands where it covers least', () => {
    const at = placeTags([wish('W1', [p(0, 0)]), wish('-F1', [p(2, 0), p(12, 0)], true)], []);
    expect(at.get('-F1')).toEqual(p(12, 0));
  });
  it('a wire’s name is tried on its longest stretch first', () => {
    const spots = spotsAlong([
      { from: p(0, 0), to: p(10, 0) },
      { from: p(10, 0), to: p(10, 200) },
    ]);
    expect(spots[0]).toEqual(p(10, 100));
  });
  it('never overlap unless they must, and come out the same again (property)', () => {
    const spot = fc.record({ xMm: fc.integer({ min: 0, max: 400 }), yMm: fc.integer({ min: 0, max: 300 }) });
    fc.assert(
      fc.property(
        fc.array(fc.array(spot, { minLength: 1, maxLength: 6 }), { maxLength: 40 }),
        fc.array(spot, { maxLength: 20 }),
        (all, points) => {
          const wishes = all.map((spots, i) => wish(`n${i}`, spots));
          const keep = points.map((q) => ({ ...q, halfMm: 3 }));
          const at = placeTags(wishes, keep);
          expect(placeTags(wishes, keep)).toEqual(at);
          const placed = [...at.values()];
          placed.forEach((a, i) => {
            for (const b of placed.slice(i + 1))
              expect(Math.abs(a.xMm - b.xMm) >= 20 || Math.abs(a.yMm - b.yMm) >= 8).toBe(true);
            for (const k of keep) expect(Math.abs(a.xMm - k.xMm) >= 13 || Math.abs(a.yMm - k.yMm) >= 7).toBe(true);
          });
        },
      ),
    );
  });
});
