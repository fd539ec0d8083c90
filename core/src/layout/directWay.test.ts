import { describe, expect, it } from 'vitest';
import { newBoard } from '../document/newBoard.ts';
import { rectanglePanel } from '../document/panel/rectanglePanel.ts';
import { dress, wayOf } from '../stages/lengths/dress.ts';
import { type DirectEnd, directWay } from './directWay.ts';
import { stepAlongMm } from './steps.ts';
import { surfaceOf } from './surface.ts';

const LAY = { diameterMm: 10, bendMm: 40, lugMm: 30 };
/** Radius of the middle line. */
const R = 45;
const board = { ...newBoard({}), panels: [rectanglePanel('Main board', 800, 500)] };
const surface = () => surfaceOf(board, new Map(), board.panels[0]!, 'front');
const end = (xMm: number, yMm: number, leaves: DirectEnd['leaves'], straightMm = 40): DirectEnd => ({
  point: { xMm, yMm },
  leaves,
  straightMm,
  owner: -1,
});
const radii = (points: NonNullable<ReturnType<typeof directWay>>) =>
  dress(wayOf(points), { ...LAY, straightMm: [40, 40] }).bends.map((b) => b.radiusMm);

describe('ends that face each other', () => {
  it('are joined straight where they stand in line', () => {
    expect(directWay(surface(), end(100, 200, 0), end(300, 200, 2), LAY)).toHaveLength(2);
  });
  it('by an S to a hair: as soon as straights and arcs have their room, and not before', () => {
    const needMm = 40 + stepAlongMm(R, 33) + 40;
    const fits = directWay(surface(), end(100, 200, 0), end(100 + needMm + 0.5, 233, 2), LAY)!;
    expect(fits).toHaveLength(4);
    for (const r of radii(fits)) expect(r).toBeGreaterThan(39.6);
    expect(directWay(surface(), end(100, 200, 0), end(100 + needMm - 3, 233, 2), LAY)).toBeNull();
  });
  it('by two square turns where they stand further aside', () => {
    const way = directWay(surface(), end(100, 100, 1), end(220, 400, 3), LAY)!;
    expect(way.map((p) => p.xMm)).toEqual([100, 100, 220, 220]);
    for (const r of radii(way)) expect(r).toBeCloseTo(40, 6);
  });
  it('a stud that is left any way is left towards the other', () => {
    expect(directWay(surface(), end(100, 200, null), end(300, 200, 2), LAY)).toHaveLength(2);
    expect(directWay(surface(), end(100, 200, null), end(300, 200, null), LAY)).toHaveLength(2);
  });
  it('not where they look away from each other, nor through what stands between', () => {
    expect(directWay(surface(), end(100, 200, 2), end(300, 200, 2), LAY)).toBeNull();
    const blocked = surface();
    const column = 20;
    for (let row = 0; row < blocked.raster.rows; row++) blocked.raster.owner[row * blocked.raster.columns + column] = 7;
    expect(directWay(blocked, end(100, 200, 0), end(300, 200, 2), LAY)).toBeNull();
    // Its own part is no obstacle.
    expect(directWay(blocked, { ...end(100, 200, 0), owner: 7 }, end(300, 200, 2), LAY)).toHaveLength(2);
  });
});
