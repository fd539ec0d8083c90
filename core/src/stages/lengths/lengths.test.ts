import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Board } from '../../document/board.ts';
import { stagesOf } from '../../testing/deviceTest.ts';
import { bench, cable, environment, hole, lamp, locked, routed, shelf, throughHole } from '../../testing/kit.ts';
import { bendWords, clipSpacingMm, marksAlong } from './clips.ts';
import { dress, wayOf } from './dress.ts';
import { exitPoint, itemRect, onPanel, pathLengthMm, rightAngleGuess, rotated } from './geometry.ts';

const lengthOf = (board: Board, n: number) => stagesOf(board).lengths.get(`cb_${n}`)!;
const item = (rotationDeg: 0 | 90 | 180 | 270, face: 'front' | 'back' = 'front') => ({
  place: { kind: 'panel' as const, panelId: 'p', face, xMm: 100, yMm: 50, rotationDeg },
});
const corner = fc.record({ xMm: fc.integer({ min: -500, max: 500 }), yMm: fc.integer({ min: -500, max: 500 }) });

describe('places on a panel', () => {
  it('four quarter turns are none (property)', () => {
    fc.assert(
      fc.property(corner, (p) => {
        const four = [90, 90, 90, 90].reduce((q, turn) => rotated(q, turn), p);
        expect(four.xMm + 0).toBeCloseTo(p.xMm, 12);
        expect(four.yMm + 0).toBeCloseTo(p.yMm, 12);
      }),
    );
  });
  it('turned by 90° the right of a part is below it, and behind the board its sides change', () => {
    expect(onPanel(item(90), { xMm: 30, yMm: 0 })).toEqual({ xMm: 100, yMm: 80 });
    expect(onPanel(item(0, 'back'), { xMm: 30, yMm: 0 })).toEqual({ xMm: 70, yMm: 50 });
    expect(onPanel({ place: { kind: 'unplaced' } }, { xMm: 0, yMm: 0 })).toBeNull();
  });
  it('a turned part covers its height across', () => {
    expect(itemRect(item(90), { widthMm: 60, heightMm: 20 })).toEqual({
      leftMm: 90,
      rightMm: 110,
      topMm: 20,
      bottomMm: 80,
    });
    expect(itemRect(item(0), { widthMm: 60, heightMm: 20 }, { left: 5, right: 0, top: 0, bottom: 7 })).toEqual({
      leftMm: 65,
      rightMm: 130,
      topMm: 40,
      bottomMm: 67,
    });
  });
  it('a cable for elsewhere leaves by the nearest edge', () => {
    const panels = [
      {
        id: 'p',
        outline: [
          { xMm: 0, yMm: 0 },
          { xMm: 800, yMm: 0 },
          { xMm: 800, yMm: 500 },
          { xMm: 0, yMm: 500 },
        ],
      },
    ];
    expect(exitPoint({ panels }, 'p', { xMm: 30, yMm: 200 })).toEqual({ xMm: 0, yMm: 200 });
    expect(exitPoint({ panels }, 'p', { xMm: 400, yMm: 480 })).toEqual({ xMm: 400, yMm: 500 });
  });
  it('a guess runs at right angles, whatever it joins (property)', () => {
    const end = fc.tuple(corner, fc.constantFrom(0, 90, 180, 270));
    fc.assert(
      fc.property(end, end, ([a, aDeg], [b, bDeg]) => {
        const at = (p: typeof a, exitDeg: number) => ({ ...p, zMm: 0, exitDeg, panelId: 'p', face: 'front' as const });
        const all = [a, ...rightAngleGuess(at(a, aDeg), at(b, bDeg)), b];
        for (const [i, p] of all.entries()) {
          const q = all[i + 1];
          if (q) expect(Math.min(Math.abs(p.xMm - q.xMm), Math.abs(p.yMm - q.yMm))).toBeLessThan(1e-6);
        }
      }),
    );
  });
});

describe('how long a cable is', () => {
  it('what is measured off the board, what lies on it with its slack, and the dressing of both ends', () => {
    const length = lengthOf(lamp().board, 7);
    // Run of 2000 mm; 5 % on what lies on the board, 20 mm at each end.
    expect(length.runsMm).toBe(2000);
    expect(length.lengthMm).toBeCloseTo(length.pathMm * 1.05 + 2000 + 2 * 20, 6);
  });
  it('an accepted route counts as it is drawn, with the way down to the board and up', () => {
    const board = cable(lamp().board, 2, routed([200, 200], [350, 200]));
    const length = lengthOf(board, 2);
    const flat = length.paths.reduce((s, p) => s + pathLengthMm(p.points), 0);
    expect(length.provisional).toBe(false);
    expect(length.pathMm).toBeGreaterThan(flat);
  });
  it('each stretch that moves gets its loop', () => {
    const before = lengthOf(lamp().board, 7).lengthMm;
    expect(lengthOf(environment(lamp().board, 7, { travelMm: 120 }), 7).lengthMm).toBeCloseTo(before + 2 * 120, 6);
  });
  it('a hole adds the board’s thickness', () => {
    const plain = { ...lamp().board };
    plain.panels = plain.panels.map((p) => ({ ...p, holes: [hole(1, 300, 300, 20)] }));
    const length = lengthOf(cable(plain, 2, throughHole(plain.panels[0]!.holes[0]!.id)), 2);
    expect(length.runsMm).toBe(plain.panels[0]!.thicknessMm);
  });
  it('nobody measured is said', () => {
    const board = bench()
      .item('G1', 'battery-lifepo4-12-100', shelf)
      .item('E1', 'load-small', shelf, { load: {} })
      .wire('G1:plus', 'E1:plus').board;
    expect(lengthOf(board, 1).provisional).toBe(true);
  });
});

describe('clips along a cable', () => {
  const NEEDS = { diameterMm: 8, bendMm: 32, straightMm: [0, 0] as const };
  const laid = (points: { xMm: number; yMm: number }[], face: 'front' | 'back' = 'front') => [
    { panelId: 'p', face, provisional: false, points, ...dress(wayOf(points), NEEDS) },
  ];
  const p = (xMm: number, yMm: number) => ({ xMm, yMm });
  it('stand no further apart than their spacing, however long the way (property)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 90, max: 3000 }), fc.constantFrom(3, 8, 12, 18, 30), (lengthMm, diameterMm) => {
        const at = marksAlong(laid([p(0, 0), p(lengthMm, 0)]), diameterMm).map((m) => m.atMm);
        const all = [0, ...at, lengthMm];
        for (const [i, x] of all.entries())
          if (i > 0) expect(x - all[i - 1]!).toBeLessThanOrEqual(clipSpacingMm(diameterMm) + 80);
      }),
    );
  });
  it('none on a short way; a bend is told where it begins, which way, and how wide', () => {
    expect(marksAlong(laid([p(0, 0), p(70, 0)]), 8)).toEqual([]);
    const bent = [p(0, 0), p(300, 0), p(300, 400)];
    const marks = marksAlong(laid(bent), 8);
    expect(marks.filter((m) => m.kind === 'bend')).toMatchObject([
      { atMm: 300 - 36, point: p(300, 0), way: 'right', radiusMm: 32 },
    ]);
    expect(bendWords(marks)).toBe('bend right at 264, radius 32');
    // From behind it is to the left.
    expect(bendWords(marksAlong(laid(bent, 'back'), 8))).toBe('bend left at 264, radius 32');
    // Clips sit on what is straight, in order along the arcs: the second stretch begins where the arc ends.
    const clips = marks.filter((m) => m.kind === 'clip');
    expect(clips.map((m) => m.atMm)).toEqual([...clips.map((m) => m.atMm)].sort((a, b) => a - b));
    for (const c of clips) expect(c.point.xMm < 264.1 || c.point.yMm > 35.9).toBe(true);
  });
  it('a slanting bend says by how much', () => {
    const words = bendWords(marksAlong(laid([p(0, 0), p(200, 0), p(300, -100), p(500, -100)]), 8));
    expect(words).toMatch(/^bend left 45° at \d+, radius 32; bend right 45° at \d+, radius 32$/);
  });
});

describe('a length along its arcs', () => {
  it('is shorter than its corners by what each arc saves, and a thicker cable by more', () => {
    const route = routed([200, 200], [600, 200], [600, 400]);
    const laid = cable(lamp().board, 2, route);
    const at = (mm2: number) => lengthOf(cable(laid, 2, { conductorMm2: locked(mm2) }), 2);
    const [thin, thick] = [at(2.5), at(35)];
    const corners = thin.paths[0]!.points.slice(1).reduce((s, q, i) => {
      const o = thin.paths[0]!.points[i]!;
      return s + Math.hypot(q.xMm - o.xMm, q.yMm - o.yMm);
    }, 0);
    const { bends, lengthMm } = thin.paths[0]!;
    // A corner turned through θ with radius r is cut short by 2 r tan(θ/2) − r θ.
    const savedMm = bends.reduce((s, b) => {
      const turn = (Math.abs(b.turnDeg) * Math.PI) / 180;
      return s + b.centreRadiusMm * (2 * Math.tan(turn / 2) - turn);
    }, 0);
    expect(bends.length).toBeGreaterThan(1);
    expect(lengthMm).toBeCloseTo(corners - savedMm, 6);
    expect(thick.pathMm).toBeLessThan(thin.pathMm);
  });
});
