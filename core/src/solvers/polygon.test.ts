import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  areaMm2,
  boxOf,
  centroid,
  crossesItself,
  hull,
  inside,
  overlap,
  type Point,
  sector,
  toEdge,
} from './polygon.ts';

const p = (xMm: number, yMm: number): Point => ({ xMm, yMm });
const box = (x: number, y: number, w: number, h: number) => [p(x, y), p(x + w, y), p(x + w, y + h), p(x, y + h)];
const whole = fc.integer({ min: -400, max: 400 });
const point = fc.tuple(whole, whole).map(([x, y]) => p(x, y));
/** Corners in order of their angle round the middle: a polygon that does not cross itself. */
const star = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 20, max: 300 })), { minLength: 3, maxLength: 9 })
  .map((rays) => [...new Map(rays).entries()].sort((a, b) => a[0] - b[0]))
  .filter((rays) => rays.length >= 3 && rays.every(([a], i) => (rays[(i + 1) % rays.length]![0] - a + 360) % 360 < 170))
  .map((rays) => rays.map(([deg, r]) => p(r * Math.cos((deg * Math.PI) / 180), r * Math.sin((deg * Math.PI) / 180))));
const moved = (polygon: readonly Point[], dx: number, dy: number) => polygon.map((q) => p(q.xMm + dx, q.yMm + dy));

describe('plane geometry', () => {
  it('an L of two boxes has their area, and its middle as levers say', () => {
    const l = [p(0, 0), p(60, 0), p(60, 20), p(20, 20), p(20, 80), p(0, 80)];
    expect(areaMm2(l)).toBe(60 * 20 + 20 * 60);
    expect(centroid(l).xMm).toBeCloseTo((1200 * 30 + 1200 * 10) / 2400, 9);
    expect(centroid(l).yMm).toBeCloseTo((1200 * 10 + 1200 * 50) / 2400, 9);
  });
  it('area does not change by moving, middles move along (property)', () => {
    fc.assert(
      fc.property(star, whole, whole, (s, dx, dy) => {
        const there = moved(s, dx, dy);
        expect(areaMm2(there)).toBeCloseTo(areaMm2(s), 4);
        expect(centroid(there).xMm).toBeCloseTo(centroid(s).xMm + dx, 4);
      }),
    );
  });
  it('a star holds its middle, and nothing outside its box (property)', () => {
    fc.assert(
      fc.property(star, point, (s, q) => {
        expect(inside(p(0, 0), s)).toBe(true);
        const b = boxOf(s);
        if (q.xMm < b.leftMm || q.xMm > b.rightMm || q.yMm < b.topMm || q.yMm > b.bottomMm)
          expect(inside(q, s)).toBe(false);
      }),
    );
  });
  it('the nearest point of an edge is on it, and none is nearer (property)', () => {
    fc.assert(
      fc.property(star, point, fc.double({ min: 0, max: 1, noNaN: true }), (s, q, t) => {
        const { distanceMm, nearest } = toEdge(q, s);
        expect(Math.hypot(q.xMm - nearest.xMm, q.yMm - nearest.yMm)).toBeCloseTo(distanceMm, 6);
        s.forEach((a, i) => {
          const b = s[(i + 1) % s.length]!;
          const on = p(a.xMm + t * (b.xMm - a.xMm), a.yMm + t * (b.yMm - a.yMm));
          expect(Math.hypot(q.xMm - on.xMm, q.yMm - on.yMm)).toBeGreaterThanOrEqual(distanceMm - 1e-6);
        });
      }),
    );
  });
  it('boxes share area only where they do: touching is none, one in the other is (property against arithmetic)', () => {
    const size = fc.integer({ min: 1, max: 200 });
    fc.assert(
      fc.property(whole, whole, size, size, whole, whole, size, size, (x, y, w, h, u, v, m, n) => {
        const shared =
          Math.max(0, Math.min(x + w, u + m) - Math.max(x, u)) * Math.max(0, Math.min(y + h, v + n) - Math.max(y, v));
        expect(overlap(box(x, y, w, h), box(u, v, m, n))).toBe(shared > 0);
        expect(overlap(box(u, v, m, n), box(x, y, w, h))).toBe(shared > 0);
      }),
      { numRuns: 400 },
    );
  });
  it('a bow tie crosses itself, a star does not (property)', () => {
    expect(crossesItself([p(0, 0), p(9, 9), p(9, 0), p(0, 9)])).toBe(true);
    fc.assert(
      fc.property(star, (s) => {
        expect(crossesItself(s)).toBe(false);
      }),
    );
  });
  it('the hull holds every point (property)', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 20 }), (points) => {
        const h = hull(points);
        fc.pre(h.length >= 3 && areaMm2(h) > 1);
        for (const q of points) expect(inside(q, h) || toEdge(q, h).distanceMm < 1e-6).toBe(true);
      }),
    );
  });
  it('a quarter of a circle has a quarter of its area, to the steps it is drawn in', () => {
    expect(areaMm2(sector(p(0, 0), 100, 0, 90))).toBeGreaterThan(0.99 * Math.PI * 2500);
    expect(areaMm2(sector(p(0, 0), 100, 0, 90))).toBeLessThan(Math.PI * 2500);
    expect(inside(p(50, 50), sector(p(0, 0), 100, 0, 90))).toBe(true);
    expect(inside(p(-5, 50), sector(p(0, 0), 100, 0, 90))).toBe(false);
  });
});
