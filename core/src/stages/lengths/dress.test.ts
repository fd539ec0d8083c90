import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type BendNeeds, dress as dressWay, lengthAlong, pathAs, strokesOf, svgPathOf, wayOf } from './dress.ts';

const p = (xMm: number, yMm: number) => ({ xMm, yMm });
const CABLE = { diameterMm: 12, bendMm: 48, straightMm: [0, 0] as const };
const dress = (points: Parameters<typeof wayOf>[0], needs: BendNeeds) => dressWay(wayOf(points), needs);
const R = 54;
const near = (a: { xMm: number; yMm: number }, b: { xMm: number; yMm: number }) =>
  expect(Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm)).toBeLessThan(1e-6);

describe('a cable along its corners', () => {
  it('rounds a right angle by a quarter of a circle that touches both stretches', () => {
    const { bends, lengthMm } = dress([p(0, 0), p(200, 0), p(200, 150)], CABLE);
    expect(bends).toHaveLength(1);
    expect(bends[0]).toMatchObject({ radiusMm: 48, wantedMm: 48, centreRadiusMm: R });
    expect(bends[0]!.atMm).toBeCloseTo(200 - R);
    near(bends[0]!.from, p(200 - R, 0));
    near(bends[0]!.to, p(200, R));
    near(bends[0]!.centre, p(200 - R, R));
    // Down the panel from going right is a turn to the right.
    expect(bends[0]!.turnDeg).toBeCloseTo(90);
    // (200 − R) + quarter circle + (150 − R).
    expect(lengthMm).toBeCloseTo(350 - 2 * R + (Math.PI / 2) * R, 9);
  });
  it('turns to the left where it goes up', () => {
    const { bends } = dress([p(0, 0), p(200, 0), p(200, -150)], CABLE);
    expect(bends[0]!.turnDeg).toBeCloseTo(-90);
    near(bends[0]!.centre, p(200 - R, -R));
  });
  it('stays straight from its ends before the first arc begins', () => {
    const tight = dress([p(0, 0), p(90, 0), p(90, 300)], { ...CABLE, straightMm: [50, 0] });
    // 90 mm less 50 straight leave 40 for the arc.
    expect(tight.bends[0]!.centreRadiusMm).toBeCloseTo(40);
    expect(tight.bends[0]!.radiusMm).toBeCloseTo(34);
    near(tight.bends[0]!.from, p(50, 0));
    expect(dress([p(0, 0), p(104, 0), p(104, 300)], { ...CABLE, straightMm: [50, 0] }).bends[0]!.radiusMm).toBe(48);
  });
  it('two bends share what lies between them by what they need', () => {
    const { bends } = dress([p(0, 0), p(200, 0), p(200, 60), p(400, 60)], CABLE);
    for (const b of bends) expect(b.centreRadiusMm).toBeCloseTo(30);
    const wide = dress([p(0, 0), p(200, 0), p(200, 2 * R), p(400, 2 * R)], CABLE);
    expect(wide.bends.map((b) => b.radiusMm)).toEqual([48, 48]);
    // The arcs meet: nothing straight between them.
    expect(strokesOf({ points: [p(0, 0), p(200, 0), p(200, 2 * R), p(400, 2 * R)], ...wide })).toMatchObject([
      { kind: 'line' },
      { kind: 'arc' },
      { kind: 'arc' },
      { kind: 'line' },
    ]);
  });
  it('what lies on a line is no corner, and a hairpin cannot be laid', () => {
    expect(dress([p(0, 0), p(50, 0), p(50, 0), p(120, 0)], CABLE)).toEqual({ bends: [], lengthMm: 120 });
    const back = dress([p(0, 0), p(100, 0), p(0, 0.01)], CABLE);
    expect(back.bends[0]!.radiusMm).toBeLessThan(0);
  });
  it('keeps to the geometry of tangent arcs whatever its corners (checked by walking along it)', () => {
    const point = fc.record({ xMm: fc.integer({ min: 0, max: 900 }), yMm: fc.integer({ min: 0, max: 700 }) });
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 2, maxLength: 8 }),
        fc.integer({ min: 3, max: 20 }),
        fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 })),
        (points, diameterMm, straightMm) => {
          const needs = { diameterMm, bendMm: 4 * diameterMm, straightMm };
          const own = dress(points, needs);
          expect(lengthAlong(wayOf(points), needs)).toBeCloseTo(own.lengthMm, 6);
          const strokes = strokesOf({ points, bends: own.bends });
          let walkedMm = 0;
          let at = points[0]!;
          for (const s of strokes) {
            // One stroke begins where the last ended.
            expect(Math.hypot(s.from.xMm - at.xMm, s.from.yMm - at.yMm)).toBeLessThan(1e-6);
            at = s.to;
            if (s.kind === 'line') walkedMm += Math.hypot(s.to.xMm - s.from.xMm, s.to.yMm - s.from.yMm);
            else {
              for (const end of [s.from, s.to])
                expect(Math.hypot(end.xMm - s.centre.xMm, end.yMm - s.centre.yMm)).toBeCloseTo(s.radiusMm, 5);
              walkedMm += (s.radiusMm * Math.abs(s.turnDeg) * Math.PI) / 180;
            }
          }
          expect(walkedMm).toBeCloseTo(own.lengthMm, 5);
          for (const b of own.bends) expect(b.radiusMm).toBeLessThanOrEqual(4 * diameterMm + 1e-9);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('a path that is drawn', () => {
  const points = [p(0, 0), p(200, 0), p(200, 150)];
  const path = { points, bends: dress(points, CABLE).bends };
  it('is of lines and true arcs', () => {
    expect(svgPathOf(path)).toBe('M0 0L146 0A54 54 0 0 1 200 54L200 150');
  });
  it('turns the other way in a mirror', () => {
    expect(svgPathOf(pathAs(path, ({ xMm, yMm }) => p(200 - xMm, yMm), true))).toBe(
      'M200 0L54 0A54 54 0 0 0 0 54L0 150',
    );
  });
});
