import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PointMm } from '../../document/basics.ts';
import { type BundledWay, bundledRadii } from './bundles.ts';
import { dress, pointOn, strokesOf, wayOf } from './dress.ts';

const p = (xMm: number, yMm: number): PointMm => ({ xMm, yMm });
const cable = (points: PointMm[], diameterMm: number, straightMm: readonly [number, number] = [0, 0]): BundledWay => ({
  face: 'p/front',
  way: wayOf(points),
  needs: { diameterMm, bendMm: 4 * diameterMm, straightMm },
});
/** Round one corner side by side, the first inside, each a millimetre from the next. */
function corner(diametersMm: readonly number[], legMm = 400): BundledWay[] {
  let atMm = 0;
  return diametersMm.map((d, n) => {
    if (n > 0) atMm += (diametersMm[n - 1]! + d) / 2 + 1;
    return cable([p(-legMm, -atMm), p(atMm, -atMm), p(atMm, legMm)], d);
  });
}
const bendsOf = (ways: readonly BundledWay[]) => {
  const radii = bundledRadii(ways);
  return ways.map((w, n) => dress(w.way, w.needs, radii[n]).bends);
};
/** Points along a way as it lies, a millimetre or so apart. */
function walked({ way, needs }: BundledWay, radii: readonly number[]): PointMm[] {
  const strokes = strokesOf({ points: way.points, bends: dress(way, needs, radii).bends });
  return strokes.flatMap((s) => Array.from({ length: 401 }, (_, k) => pointOn(s, k / 400)));
}
const apartMm = (a: readonly PointMm[], b: readonly PointMm[]) =>
  Math.min(...a.map((p) => Math.min(...b.map((q) => Math.hypot(p.xMm - q.xMm, p.yMm - q.yMm)))));
/** The farthest any point of one is from the other, but for its ends, where the other may not come along. */
const farthestMm = (a: readonly PointMm[], b: readonly PointMm[]) =>
  Math.max(
    ...a
      .filter((p) => p.xMm > -300 && p.yMm < 300)
      .map((p) => Math.min(...b.map((q) => Math.hypot(p.xMm - q.xMm, p.yMm - q.yMm)))),
  );

describe('a bundle round a corner', () => {
  it('turns about one middle: each bend is wider than the one inside it by how far they lie apart', () => {
    const [inner, middle, outer] = bendsOf(corner([6, 8, 6])).map((b) => b[0]!);
    // 8 mm thick wants 36 of its middle line, 8 outside of the innermost: 28 would do for that, its own 27 is wider by 1.
    expect([inner, middle, outer].map((b) => b!.centreRadiusMm)).toEqual([28, 36, 44]);
    for (const b of [middle, outer]) {
      expect(b!.centre.xMm).toBeCloseTo(inner!.centre.xMm, 9);
      expect(b!.centre.yMm).toBeCloseTo(inner!.centre.yMm, 9);
    }
  });
  it('keeps its spacing all the way (checked by walking along it)', () => {
    const ways = corner([6, 8, 6]);
    const radii = bundledRadii(ways);
    const [a, b, c] = ways.map((w, n) => walked(w, radii[n]!));
    for (const [one, other] of [
      [a, b],
      [b, c],
    ]) {
      expect(apartMm(one!, other!)).toBeCloseTo(8, 1);
      expect(farthestMm(one!, other!)).toBeCloseTo(8, 1);
    }
    // By themselves they part at the corner: the reason for all this.
    const alone = ways.map((w) => walked(w, []));
    expect(farthestMm(alone[2]!, alone[1]!)).toBeGreaterThan(12);
  });
  it('whichever way each was drawn, and in whatever order they come', () => {
    const ways = corner([6, 8, 6]);
    const turned = ways.map((w, n) => (n === 1 ? { ...w, way: wayOf([...w.way.points].reverse()) } : w)).reverse();
    expect(bendsOf(turned).map((b) => b[0]!.centreRadiusMm)).toEqual([44, 36, 28]);
  });
  it('is no bundle where they lie apart, unevenly, turn otherwise or on another face', () => {
    const alone = (ways: BundledWay[]) =>
      expect(
        bundledRadii(ways)
          .flat()
          .every((mm) => mm === 0),
      ).toBe(true);
    const [inner] = corner([6]);
    alone([inner!, cable([p(-400, -20), p(20, -20), p(20, 400)], 6)]);
    alone([inner!, cable([p(-400, -7), p(9, -7), p(9, 400)], 6)]);
    alone([inner!, cable([p(-400, -7), p(-7, -7), p(-7, -400)], 6)]);
    alone([inner!, { ...corner([6, 6])[1]!, face: 'p/back' }]);
  });
  it('leaves a bend by itself where its stretch has no room for a wider one', () => {
    const [inner, outer] = corner([6, 6]);
    // 27 wanted; 34 in the bundle, but the outer one is straight for its barrel up to 30 before the corner.
    const short = { ...outer!, needs: { ...outer!.needs, straightMm: [377, 0] as const } };
    expect(bendsOf([inner!, short]).map((b) => b[0]!.centreRadiusMm)).toEqual([27, 27]);
    const enough = { ...outer!, needs: { ...outer!.needs, straightMm: [373, 0] as const } };
    expect(bendsOf([inner!, enough]).map((b) => b[0]!.centreRadiusMm)).toEqual([27, 34]);
  });
  it('does not swing thin ones far in for a thick one outside of them', () => {
    const [thin, next, thick] = bendsOf(corner([4, 4, 18])).map((b) => b[0]!.centreRadiusMm);
    expect(thick).toBe(81);
    expect([thin, next]).toEqual([18, 23]);
  });
  it('two bends after one another share their stretch: neither is made wider than the other leaves', () => {
    const step = (atMm: number) => cable([p(-300, -atMm), p(atMm, -atMm), p(atMm, 60 - atMm), p(400, 60 - atMm)], 6);
    const ways = [step(0), step(7)];
    const radii = bundledRadii(ways);
    ways.forEach((w, n) => {
      for (const b of dress(w.way, w.needs, radii[n]).bends) expect(b.centreRadiusMm).toBeGreaterThanOrEqual(27);
    });
  });
  it('never makes a bend tighter than its cable takes (property)', () => {
    const line = fc.integer({ min: 0, max: 60 }).map((n) => n * 7);
    const way = fc
      .tuple(fc.array(line, { minLength: 2, maxLength: 7 }), fc.constantFrom(4, 6, 10))
      .map(([steps, diameterMm]) => {
        const points = [p(0, steps[0]!)];
        steps.forEach((mm, i) => {
          const last = points.at(-1)!;
          points.push(i % 2 === 0 ? p(mm, last.yMm) : p(last.xMm, mm));
        });
        return cable(points, diameterMm);
      });
    fc.assert(
      fc.property(fc.array(way, { minLength: 2, maxLength: 12 }), (ways) => {
        const radii = bundledRadii(ways);
        ways.forEach((w, n) => {
          const [alone, together] = [dress(w.way, w.needs), dress(w.way, w.needs, radii[n])];
          together.bends.forEach((b, k) => {
            const { radiusMm } = alone.bends[k]!;
            expect(b.radiusMm).toBeGreaterThanOrEqual(Math.min(radiusMm, w.needs.bendMm) - 1e-6);
          });
          expect(together.lengthMm).toBeLessThanOrEqual(alone.lengthMm + 1e-6);
        });
      }),
      { numRuns: 300 },
    );
  });
});
