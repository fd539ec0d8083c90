import { type DemoName, UNLAID } from '@ombrik/demo/demoBoards';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { PointMm } from '../../document/basics.ts';
import type { Board } from '../../document/board.ts';
import { applyCommands } from '../../document/commands.ts';
import { partIndex } from '../../document/references.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileOf } from '../../profiles/ownRules.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { cableLays } from '../cableLays.ts';
import type { Run } from '../lanes.ts';
import { routeBoard } from '../routeBoard.ts';
import type { Surface } from '../surface.ts';
import { boardTidiness } from './boardTidiness.ts';
import { type Movable, pointsOfMovable } from './face.ts';
import { finishWays } from './finishWays.ts';
import { pairsOf } from './pairs.ts';
import { type Lain, stretchesOf, tidinessOf } from './tidiness.ts';

const p = (xMm: number, yMm: number): PointMm => ({ xMm, yMm });
const NONE = new Map<string, Set<string>>();
const pairOf = (a: string, b: string) =>
  new Map([
    [a, new Set([b])],
    [b, new Set([a])],
  ]);
/** A bare panel of 1000 × 600 mm. */
const bare = (): Surface =>
  ({
    leftMm: 0,
    topMm: 0,
    cellMm: 10,
    raster: { columns: 100, rows: 60, owner: new Int16Array(6000).fill(-1), toll: new Uint16Array(6000) },
    ownerOf: new Map(),
  }) as unknown as Surface;
/** A way through its corners, level and upright by turns; 6 mm thick. */
function way(cableId: string, points: PointMm[], more: Partial<Movable> = {}): Movable {
  const runs = points.slice(1).map((b, i): Run => {
    const a = points[i]!;
    const horizontal = Math.abs(a.yMm - b.yMm) < 0.01;
    return horizontal
      ? { horizontal, line: 0, fromMm: a.xMm, toMm: b.xMm, atMm: a.yMm }
      : { horizontal, line: 0, fromMm: a.yMm, toMm: b.yMm, atMm: a.xMm };
  });
  return {
    cableId,
    widthMm: 6,
    family: 0,
    runs,
    from: points[0]!,
    to: points.at(-1)!,
    free: [false, false],
    straightMm: [20, 20],
    radiusMm: 27,
    owners: [],
    fits: () => true,
    ...more,
  };
}
const lain = (m: Movable): Lain => ({ ...m, points: pointsOfMovable(m) });
/** Where the stretches that run level lie. */
const levels = (m: Movable) => stretchesOf(pointsOfMovable(m)).flatMap((s) => (s.lies === 0 ? [s.y0] : []));

describe('how tidy ways lie', () => {
  const along = (cableId: string, yMm: number, more: Partial<Lain> = {}): Lain => ({
    cableId,
    points: [p(0, yMm), p(100, yMm)],
    widthMm: 6,
    family: 0,
    ...more,
  });
  it('counts what lies in one another, unevenly beside, evenly beside and clear', () => {
    const at = (yMm: number) => tidinessOf([along('a', 0), along('b', yMm)], pairOf('a', 'b'));
    expect(at(0)).toMatchObject({ tightMm: 100, unevenMm: 0, pairedMm: 0 });
    expect(at(5)).toMatchObject({ tightMm: 100, unevenMm: 0, pairedMm: 0 });
    expect(at(7)).toMatchObject({ tightMm: 0, unevenMm: 0, pairedMm: 100, pairsMm: 100 });
    expect(at(9)).toMatchObject({ tightMm: 0, unevenMm: 100, pairedMm: 0 });
    expect(at(12)).toMatchObject({ tightMm: 0, unevenMm: 0, pairedMm: 0, lengthMm: 200 });
  });
  it('spacing beside another kind is nobody’s bundle', () => {
    expect(tidinessOf([along('a', 0), along('b', 9, { family: 1 })], NONE).unevenMm).toBe(0);
  });
  it('counts crossings, slanting ones too, but not ends that meet at one stud', () => {
    const cross = (points: PointMm[]) => tidinessOf([along('a', 0), { ...along('b', 0), points }], NONE).crossings;
    expect(cross([p(50, -20), p(50, 20)])).toBe(1);
    expect(cross([p(40, -20), p(60, 20)])).toBe(1);
    expect(cross([p(50, 0), p(50, 20)])).toBe(0);
    expect(cross([p(100, -20), p(100, 20)])).toBe(0);
    expect(cross([p(100, 0), p(140, 30)])).toBe(0);
    // One that goes out and back crosses twice.
    expect(cross([p(30, -20), p(30, 20), p(60, 20), p(60, -20)])).toBe(2);
  });
  it('a cable is not in its own way', () => {
    expect(tidinessOf([along('a', 0), along('a', 0)], NONE)).toMatchObject({ tightMm: 0, crossings: 0 });
  });
});

describe('the finish', () => {
  const finish = (ways: Movable[], pairs: Map<string, Set<string>> = NONE, fixed: Lain[] = [], surface = bare()) =>
    finishWays(surface, ways, fixed, pairs);
  it('lays two that run together a touch apart', () => {
    const [a, b] = finish([
      way('a', [p(100, 100), p(100, 300), p(500, 300), p(500, 500)]),
      way('b', [p(200, 100), p(200, 309), p(600, 309), p(600, 500)]),
    ]);
    expect(Math.abs(levels(a!)[0]! - levels(b!)[0]!)).toBeCloseTo(7, 6);
  });
  it('takes those that lie in one another apart', () => {
    const done = finish(
      ['a', 'b', 'c'].map((id, n) =>
        way(id, [p(100 + 20 * n, 100), p(100 + 20 * n, 300), p(500, 300), p(500, 480 - 30 * n)]),
      ),
    );
    const { tightMm, unevenMm } = tidinessOf(done.map(lain), NONE);
    expect(tightMm).toBeLessThan(15);
    expect(unevenMm).toBe(0);
  });
  it('exchanges two that would cross', () => {
    // The one that comes from further left turns first and goes down first: they cross twice.
    const ways = [
      way('a', [p(100, 100), p(100, 300), p(500, 300), p(500, 500)]),
      way('b', [p(150, 100), p(150, 307), p(540, 307), p(540, 500)]),
    ];
    const before = tidinessOf(ways.map(lain), NONE).crossings;
    const done = finish(ways);
    expect(before).toBe(2);
    expect(tidinessOf(done.map(lain), NONE).crossings).toBe(0);
  });
  it('steps aside behind its end where another leaves in the same line, and no earlier than it may bend', () => {
    const ways = [
      way('a', [p(300, 300), p(0, 300)], { free: [false, true] }),
      way('b', [p(240, 300), p(0, 300)], { free: [false, true] }),
    ];
    const done = finish(ways);
    expect(tidinessOf(done.map(lain), NONE).tightMm).toBeLessThan(60);
    const stepped = done.find((m) => m.runs.length > 1)!;
    const corner = pointsOfMovable(stepped)[1]!;
    expect(Math.abs(corner.xMm - stepped.from.xMm)).toBeGreaterThan(20);
  });
  it('brings a pair together rather than any other two', () => {
    // It lies as far from either side.
    const ways = [
      way('plus', [p(100, 100), p(100, 300), p(500, 300), p(500, 500)]),
      way('other', [p(140, 100), p(140, 260), p(540, 260), p(540, 500)]),
      way('minus', [p(60, 100), p(60, 340), p(460, 340), p(460, 500)]),
    ];
    for (const beside of ['other', 'minus']) {
      const pairs = pairOf('plus', beside);
      expect(tidinessOf(finish(ways, pairs).map(lain), pairs).pairedMm).toBeGreaterThan(300);
    }
  });
  it('keeps mains away from what it lay beside', () => {
    const mains = way('l', [p(100, 100), p(100, 300), p(500, 300), p(500, 500)], { family: 1 });
    const dc: Lain = { ...lain(way('dc', [p(0, 330), p(900, 330)])), cableId: 'dc' };
    const [done] = finish([mains], NONE, [dc]);
    expect(Math.abs(levels(done!)[0]! - 330)).toBeGreaterThanOrEqual(30);
  });
  it('leaves what stays where it is, and does nothing that would not fit', () => {
    const fixed = lain(way('f', [p(0, 310), p(900, 310)]));
    const stiff = way('a', [p(100, 100), p(100, 300), p(500, 300), p(500, 500)], { fits: () => false });
    const [done] = finish([stiff], NONE, [fixed]);
    expect(pointsOfMovable(done!)).toEqual(pointsOfMovable(stiff));
    expect(fixed.points).toEqual([p(0, 310), p(900, 310)]);
  });
  it('does not lay anything through a part, or over the edge', () => {
    const surface = bare();
    // A part below the way, right where the neighbour would draw it.
    for (let row = 31; row <= 34; row++)
      for (let column = 20; column < 40; column++) surface.raster.owner[row * 100 + column] = 3;
    const fixed = lain(way('f', [p(0, 318), p(900, 318)]));
    const [done] = finish([way('a', [p(100, 100), p(100, 300), p(500, 300), p(500, 500)])], NONE, [fixed], surface);
    expect(levels(done!)[0]!).toBeLessThan(310);
  });
  it('gives the same for the same, and nothing is left to do for what it gave (property)', () => {
    const x = fc.integer({ min: 5, max: 90 }).map((n) => n * 10);
    const ways = fc
      .array(fc.tuple(x, x, fc.integer({ min: 15, max: 45 })), { minLength: 2, maxLength: 9 })
      .map((all) => all.map(([a, b, row], n) => way(`w${n}`, [p(a, 50), p(a, row * 10), p(b, row * 10), p(b, 550)])));
    fc.assert(
      fc.property(ways, (given) => {
        const kept = structuredClone(given.map((g) => pointsOfMovable(g)));
        const once = finish(given);
        expect(finish(given).map((m) => pointsOfMovable(m))).toEqual(once.map((m) => pointsOfMovable(m)));
        // What it was given is not changed: it may be drawn as the picture before.
        expect(given.map((g) => pointsOfMovable(g))).toEqual(kept);
        once.forEach((m, n) => {
          const points = pointsOfMovable(m);
          expect([points[0], points.at(-1)]).toEqual([given[n]!.from, given[n]!.to]);
        });
        const [before, after] = [tidinessOf(given.map(lain), NONE), tidinessOf(once.map(lain), NONE)];
        const ugly = (t: typeof before) => t.crossings * 120 + t.tightMm * 8 + t.unevenMm * 0.4 + t.lengthMm;
        expect(ugly(after)).toBeLessThanOrEqual(ugly(before) + 0.26 * before.lengthMm);
      }),
      { numRuns: 60 },
    );
  });
});

describe('pairs', () => {
  const board = UNLAID.hut();
  const parts = partIndex(board, genericCatalogue);
  const pairs = pairsOf(board, parts);
  const named = (name: string) => board.cables.find((c) => c.designation === name)!.id;
  it('are plus and minus of one thing, both ways round', () => {
    for (const [id, others] of pairs) for (const other of others) expect(pairs.get(other)?.has(id)).toBe(true);
    // The two leads of the inverter.
    expect(pairs.get(named('W10'))).toEqual(new Set([named('W11')]));
  });
  it('are none of one polarity', () => {
    const polarity = (id: string) => {
      const cable = board.cables.find((c) => c.id === id)!;
      const { from } = board.connections.find((c) => c.id === cable.cores[0]!.connectionId)!;
      const part = parts.get(board.items.find((i) => i.id === from.itemId)!.partId)!;
      return part.terminals.find((t) => t.id === from.terminalId)!.polarity;
    };
    for (const [id, others] of pairs)
      for (const other of others)
        if (polarity(id) !== 'none' && polarity(other) !== 'none') expect(polarity(id)).not.toBe(polarity(other));
  });
});

describe.each(Object.keys(UNLAID).filter((n) => n !== 'weatherMast') as DemoName[])('the demo board %s', (name) => {
  const unlaid = UNLAID[name]();
  const parts = partIndex(unlaid, genericCatalogue);
  const laid = routeBoard(unlaid, genericCatalogue, defaultWorkshop);
  const [plain, finished] = [laid.plain, laid.commands].map((c) => applyCommands(unlaid, c).board) as [Board, Board];
  const profile = profileOf(unlaid, defaultWorkshop);
  const lays = cableLays(deriveBoard(finished).cables, profile, genericCatalogue);
  const [before, after] = [plain, finished].map((b) => boardTidiness(b, parts, lays)) as [
    ReturnType<typeof boardTidiness>,
    ReturnType<typeof boardTidiness>,
  ];
  it('lies tidier for its finish: evenly, pairs together, hardly anything in one another, and no longer', () => {
    expect(after.unevenMm).toBeLessThanOrEqual(Math.min(before.unevenMm, 60));
    expect(after.tightMm).toBeLessThan(0.15 * before.tightMm);
    expect(after.pairedMm / after.pairsMm).toBeGreaterThan(before.pairedMm / before.pairsMm + 0.2);
    expect(after.lengthMm).toBeLessThan(1.02 * before.lengthMm);
    // What lay in one another hid its crossings.
    expect(after.crossings).toBeLessThanOrEqual(before.crossings + 1);
  });
  it('has no findings for it that the plain ways have not', () => {
    const bad = (b: Board) =>
      deriveBoard(b)
        .findings.filter((f) => f.severity !== 'note')
        .map((f) => f.id);
    const had = new Set(bad(plain));
    expect(bad(finished).filter((id) => !had.has(id))).toEqual([]);
  });
  it('bends nothing tighter than it takes', () => {
    for (const { paths } of deriveBoard(finished).lengths)
      for (const path of paths)
        if (!path.provisional)
          for (const bend of path.bends) expect(bend.radiusMm).toBeGreaterThanOrEqual(bend.wantedMm - 0.5);
  });
});
