import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gapsAround, snap } from './snap.ts';

const rect = (leftMm: number, topMm: number, widthMm: number, heightMm: number) => ({
  leftMm,
  topMm,
  rightMm: leftMm + widthMm,
  bottomMm: topMm + heightMm,
});
const part = (xMm: number, yMm: number, studs: { xMm: number; yMm: number }[] = []) => ({
  centre: { xMm, yMm },
  widthMm: 40,
  heightMm: 20,
  studs,
});
const PANEL = rect(0, 0, 400, 300);

describe('where a part in the hand is caught', () => {
  it('free of everything it stands on the raster of 5 mm', () => {
    expect(snap(part(101.9, 153.2), [], [], 6)).toEqual({ xMm: 100, yMm: 155, guides: [] });
  });
  it('an edge goes to an edge of another within reach, and the line is shown', () => {
    const { xMm, guides } = snap(part(123, 200), [rect(100, 50, 40, 40)], [], 6);
    expect(xMm).toBe(120);
    expect(guides).toContainEqual({ axis: 'x', atMm: 100, what: 'edge' });
  });
  it('a stud in line with another’s stud goes before the raster', () => {
    const own = [{ xMm: -15, yMm: 0 }];
    const { xMm, guides } = snap(part(203, 90, own), [], [{ xMm: 186, yMm: 10 }], 4);
    expect(xMm).toBe(201);
    expect(guides).toContainEqual({ axis: 'x', atMm: 186, what: 'stud' });
  });
  it('a gap two others keep is kept again', () => {
    const row = [rect(20, 90, 40, 20), rect(72, 90, 40, 20)];
    const { xMm, guides } = snap(part(146, 100), row, [], 5);
    expect(xMm).toBe(144);
    expect(guides).toContainEqual({ axis: 'x', atMm: 124, what: 'gap' });
  });
  it('never farther than its reach from where the hand is', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 0, max: 300 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 360 }), fc.integer({ min: 0, max: 260 })), { maxLength: 8 }),
        (x, y, at) => {
          const found = snap(part(x, y), [PANEL, ...at.map(([l, t]) => rect(l, t, 30, 30))], [], 6);
          expect(Math.abs(found.xMm - x)).toBeLessThanOrEqual(6.05);
          expect(Math.abs(found.yMm - y)).toBeLessThanOrEqual(6.05);
        },
      ),
      { seed: 5 },
    );
  });
});

describe('the gaps beside the hand', () => {
  it('run to the nearest thing on each side, else to the edge of the panel', () => {
    const gaps = gapsAround(rect(100, 100, 40, 20), [rect(20, 90, 30, 30), rect(110, 200, 20, 20)], PANEL);
    expect(gaps.map((g) => g.mm)).toEqual([50, 260, 100, 80]);
  });
  it('what touches has no gap', () => {
    const gaps = gapsAround(rect(0, 0, 40, 20), [rect(40, 0, 30, 20)], PANEL);
    expect(gaps.map((g) => g.mm)).toEqual([280]);
  });
});
