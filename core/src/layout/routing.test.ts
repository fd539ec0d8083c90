import dijkstra from 'dijkstrajs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Id, PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { GridRouter, type Jog, type PathRequest, type Raster, ROUTE_COST } from '../solvers/routing/gridRouter.ts';
import { pointOn, strokesOf } from '../stages/lengths/dress.ts';
import { itemRect } from '../stages/lengths/geometry.ts';
import type { LaidPath } from '../stages/lengths/lengths.ts';
import { demoBoards, deriveBoard, mountainHutBoard } from '../testing/demoBoards.ts';
import { cableLays } from './cableLays.ts';
import { moveItem } from './moveItem.ts';
import { routeCables } from './routeCables.ts';
import { routeWell } from './routeWell.ts';

const parts = (board: Board) => partIndex(board, genericCatalogue);
const five = () => ({ diameterMm: 5, bendMm: 20, lugMm: 20 });
const routedOf = (board: Board): Board => applyCommands(board, routeCables(board, parts(board), five).commands).board;
const routesOf = (board: Board) =>
  board.cables.flatMap((c) => c.segments.flatMap((s) => (s.kind === 'panelRoute' ? [{ cable: c, segment: s }] : [])));

describe('a path through a raster', () => {
  /**
   * The same raster as a plain graph of cell × direction, for a general-purpose shortest-path package.
   */
  const asGraph = (raster: Raster) => {
    const graph: Record<string, Record<string, number>> = {};
    const { columns, rows, owner, toll } = raster;
    const steps = [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ] as const;
    for (let cell = 0; cell < columns * rows; cell++)
      for (let d = 0; d < 4; d++) {
        const out: Record<string, number> = {};
        steps.forEach(([dx, dy], to) => {
          if (to === (d + 2) % 4) return;
          let [x, y, price] = [cell % columns, Math.floor(cell / columns), to === d ? 0 : ROUTE_COST.turn];
          [x, y] = [x + dx, y + dy];
          if (x < 0 || y < 0 || x >= columns || y >= rows || owner[y * columns + x] === -2) return;
          price += ROUTE_COST.step + toll[y * columns + x]!;
          out[`${y * columns + x} ${to}`] = price;
        });
        graph[`${cell} ${d}`] = out;
      }
    return graph;
  };
  // Dijkstrajs, random rasters.
  it('costs what an exact shortest path costs, or neither finds one', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 2, max: 9 }),
        fc.array(fc.tuple(fc.nat(80), fc.nat(90)), { maxLength: 40 }),
        fc.tuple(fc.nat(80), fc.nat(80), fc.integer({ min: 0, max: 3 })),
        (columns, rows, cells, [a, b, leaves]) => {
          const size = columns * rows;
          const raster: Raster = {
            columns,
            rows,
            owner: new Int16Array(size).fill(-1),
            toll: new Uint16Array(size),
          };
          for (const [cell, toll] of cells)
            if (toll > 60) raster.owner[cell % size] = -2;
            else raster.toll[cell % size] = toll;
          const [start, goal] = [a % size, b % size];
          if (start === goal) return;
          raster.owner[start] = -1;
          raster.owner[goal] = -1;
          const at = (cell: number): [number, number] => [cell % columns, Math.floor(cell / columns)];
          const found = new GridRouter(raster, 1).find({
            from: { cell: at(start), leaves: leaves as 0, owner: -1 },
            to: { cell: at(goal), leaves: null, owner: -1 },
            family: 0,
          });
          const graph = asGraph(raster);
          const exact = [0, 1, 2, 3].flatMap((d) => {
            try {
              const path = dijkstra.find_path(graph, `${start} ${leaves}`, `${goal} ${d}`);
              return [path.slice(1).reduce((sum, node, i) => sum + graph[path[i]!]![node]!, 0)];
            } catch {
              return [];
            }
          });
          expect(found?.cost ?? null).toBe(exact.length > 0 ? Math.min(...exact) : null);
        },
      ),
      { seed: 5, numRuns: 150 },
    );
  });
  /**
   * What a request asks as a plain graph, walked cell by cell: out of the start straight for its stub, then turns with a
   * stride, steps aside in an S, and into the goal as out of the start.
   */
  const asBendingGraph = (
    { columns, rows, owner, toll }: Raster,
    { from, to, minRun, jogs, settle }: Required<Pick<PathRequest, 'from' | 'to' | 'minRun' | 'jogs' | 'settle'>>,
  ) => {
    const steps = [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ] as const;
    const graph: Record<string, Record<string, number>> = {};
    const join = (a: string, b: string, price: number | null) => {
      graph[a] ??= {};
      graph[b] ??= {};
      if (price !== null) graph[a][b] = Math.min(graph[a][b] ?? Number.POSITIVE_INFINITY, price);
    };
    /** Walks pieces of [direction, cells]; null where one runs off or into something. */
    const walk = (cell: number, pieces: readonly (readonly [number, number])[]) => {
      let [x, y, price] = [cell % columns, Math.floor(cell / columns), 0];
      for (const [d, n] of pieces)
        for (let k = 0; k < n; k++) {
          [x, y] = [x + steps[d]![0], y + steps[d]![1]];
          if (x < 0 || y < 0 || x >= columns || y >= rows || owner[y * columns + x] === -2) return null;
          price += ROUTE_COST.step + toll[y * columns + x]!;
        }
      return { cell: y * columns + x, price };
    };
    const aside = (d: number, { aside: n, ahead }: Jog, side: number) =>
      [
        [d, Math.floor(ahead / 2)],
        [(d + side + 4) % 4, n],
        [d, ahead - Math.floor(ahead / 2)],
      ] as const;
    const sides = [1, -1];
    const start = from.cell![1] * columns + from.cell![0];
    const goal = to.cell![1] * columns + to.cell![0];
    const arrive = (cell: number, d: number, pieces: readonly (readonly [number, number])[], extra: number) => {
      const got = walk(cell, pieces);
      if (got && got.cell === goal) join(`${cell} ${d}`, 'goal', got.price + extra);
    };
    for (let d = 0; d < 4; d++) {
      const into = to.leaves === null || (to.leaves + 2) % 4 === d;
      if (from.leaves === null || from.leaves === d) {
        const out = walk(start, [[d, from.stub!]]);
        if (out) join('start', `${out.cell} ${d}`, out.price);
        for (const jog of jogs)
          for (const side of sides) {
            const end = walk(start, [[d, from.straight!], ...aside(d, jog, side), [d, settle]]);
            if (end) join('start', `${end.cell} ${d}`, end.price + ROUTE_COST.turn);
          }
        if (into)
          for (let n = 1; n < Math.max(columns, rows); n++) {
            const straight = walk(start, [[d, n]]);
            if (straight?.cell === goal) join('start', 'goal', straight.price);
            for (const jog of jogs)
              for (const side of sides) {
                if (n < to.straight!) continue;
                const end = walk(start, [[d, from.straight!], ...aside(d, jog, side), [d, n]]);
                if (end?.cell === goal) join('start', 'goal', end.price + ROUTE_COST.turn);
              }
          }
      }
      for (let cell = 0; cell < columns * rows; cell++) {
        if (owner[cell] === -2) continue;
        const here = `${cell} ${d}`;
        for (const to of [d, (d + 1) % 4, (d + 3) % 4]) {
          const next = walk(cell, [[to, to === d ? 1 : minRun]]);
          if (next) join(here, `${next.cell} ${to}`, next.price + (to === d ? 0 : ROUTE_COST.turn));
        }
        for (const jog of jogs)
          for (const side of sides) {
            const next = walk(cell, [...aside(d, jog, side), [d, settle]]);
            if (next) join(here, `${next.cell} ${d}`, next.price + ROUTE_COST.turn);
          }
        for (let into = 0; into < 4; into++) {
          if (to.leaves !== null && (to.leaves + 2) % 4 !== into) continue;
          if ((into - d + 4) % 4 === 1 || (into - d + 4) % 4 === 3)
            arrive(cell, d, [[into, to.stub!]], ROUTE_COST.turn);
          if (into !== d) continue;
          arrive(cell, d, [[d, Math.max(0, to.stub! - minRun, to.straight! - settle)]], 0);
          for (const jog of jogs)
            for (const side of sides) arrive(cell, d, [...aside(d, jog, side), [d, to.straight!]], ROUTE_COST.turn);
        }
      }
    }
    return graph;
  };
  // Dijkstrajs.
  it('with room for arcs: barrels straight, strides after turns, steps aside in an S', () => {
    const SIZE = 14;
    let found = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }),
        fc.array(fc.tuple(fc.nat(SIZE * SIZE - 1), fc.nat(90)), { maxLength: 18 }),
        fc.tuple(fc.nat(SIZE * SIZE - 1), fc.nat(SIZE * SIZE - 1)),
        fc.tuple(fc.constantFrom(null, 0, 1, 2, 3), fc.constantFrom(null, 0, 1, 2, 3)),
        fc.tuple(fc.nat(2), fc.nat(2)),
        (minRun, cells, [start, goal], [leaves, arrives], [straightFrom, straightTo]) => {
          if (start === goal) return;
          const raster: Raster = {
            columns: SIZE,
            rows: SIZE,
            owner: new Int16Array(SIZE * SIZE).fill(-1),
            toll: new Uint16Array(SIZE * SIZE),
          };
          for (const [cell, toll] of cells)
            if (cell === start || cell === goal) continue;
            else if (toll > 60) raster.owner[cell] = -2;
            else raster.toll[cell] = toll;
          const half = Math.ceil(minRun / 2);
          const end = (cell: number, leaves: number | null, straight: number) => ({
            cell: [cell % SIZE, Math.floor(cell / SIZE)] as [number, number],
            leaves: leaves as 0 | null,
            owner: -1,
            straight,
            stub: straight + half,
          });
          const request = {
            from: end(start, leaves, straightFrom),
            to: end(goal, arrives, straightTo),
            family: 0,
            minRun,
            settle: half,
            jogs: Array.from({ length: minRun - 1 }, (_, i) => ({ aside: i + 1, ahead: 2 + i })),
          };
          const path = new GridRouter(raster, 1).find(request);
          let exact: number | null = null;
          const graph = asBendingGraph(raster, request);
          try {
            const way = dijkstra.find_path(graph, 'start', 'goal');
            exact = way.slice(1).reduce((sum, node, i) => sum + graph[way[i]!]![node]!, 0);
          } catch {
            exact = null;
          }
          expect(path?.cost ?? null).toBe(exact);
          if (!path) return;
          found++;
          // What is given back is that way: every cell beside the one before, from end to end.
          expect([path.cells[0], path.cells.at(-1)]).toEqual([start, goal]);
          path.cells.slice(1).forEach((cell, i) => {
            const by = Math.abs(cell - path.cells[i]!);
            expect(by === 1 || by === SIZE).toBe(true);
            expect(raster.owner[cell]).not.toBe(-2);
          });
        },
      ),
      { seed: 5, numRuns: 300 },
    );
    expect(found).toBeGreaterThan(100);
  });
  it('what was laid and taken up again leaves no trace', () => {
    const raster: Raster = { columns: 12, rows: 12, owner: new Int16Array(144).fill(-1), toll: new Uint16Array(144) };
    const router = new GridRouter(raster, 2);
    const request = {
      from: { cell: [0, 5] as [number, number], leaves: 0 as const, owner: -1 },
      to: { cell: [11, 5] as [number, number], leaves: null, owner: -1 },
      family: 0,
    };
    const before = router.find(request)!;
    const across = router.find({ ...request, from: { ...request.from, cell: [5, 0], leaves: 1 }, family: 1 })!;
    router.lay(across, 1);
    expect(router.find(request)!.cost).toBeGreaterThan(before.cost);
    router.lay(across, 1, -1);
    expect(router.find(request)!.cost).toBe(before.cost);
  });
});

/** The board with a part of its own that stands across the middle of its panel. */
const customPart = (board: Board, own: { id: string; widthMm: number; heightMm: number }): Board => {
  const like = parts(board).get('bar-plus-6x8')!;
  return {
    ...board,
    customParts: [...board.customParts, { ...like, ...own, terminals: [], elements: [], mountHoles: [] }],
    items: [
      ...board.items,
      {
        ...board.items[0]!,
        id: 'it_wall',
        designation: '-X99',
        partId: own.id,
        place: { kind: 'panel', panelId: 'pn_main', face: 'front', xMm: 550, yMm: 360, rotationDeg: 0 },
      },
    ],
  };
};

/** What a board says of its cables as it stands. */
const look = (board: Board) => {
  const dossier = deriveBoard(board);
  return {
    dossier,
    layOf: cableLays(dossier.cables, profileOf(board, defaultWorkshop), genericCatalogue),
    findings: dossier.findings,
  };
};

describe('cables on the boards of the demo', () => {
  /** Places along a path no further apart than this, mm. */
  const alongPath = (path: LaidPath): PointMm[] =>
    strokesOf(path).flatMap((s) => Array.from({ length: 13 }, (_, i) => pointOn(s, i / 12)));
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: every cable finds a way with room for its bends, none across another part, and no finding comes of it',
    (_, start) => {
      const laid = routeWell(start, parts(start), look);
      expect(laid.failed).toEqual([]);
      const board = applyCommands(start, laid.commands).board;
      expect(checkBoard(board, genericCatalogue).ok).toBe(true);
      const { dossier } = look(board);
      const had = new Set(deriveBoard(start).findings.map((f) => f.id));
      expect(dossier.findings.filter((f) => f.severity !== 'note' && !had.has(f.id))).toEqual([]);
      const cableOf = new Map(board.cables.map((c) => [c.id, c]));
      const ends = (id: Id) => {
        const c = board.connections.find((x) => x.id === cableOf.get(id)!.cores[0]!.connectionId)!;
        return [c.from.itemId, c.to.itemId];
      };
      const rects = board.items.flatMap((i) => {
        const part = parts(board).get(i.partId);
        const rect = part && itemRect(i, part);
        return rect ? [{ id: i.id, rect }] : [];
      });
      let bent = 0;
      for (const l of dossier.lengths)
        for (const path of l.paths) {
          const [first, last] = [path.points[0]!, path.points.at(-1)!];
          expect(path.lengthMm).toBeGreaterThanOrEqual(Math.hypot(last.xMm - first.xMm, last.yMm - first.yMm) - 1e-6);
          expect(path.provisional).toBe(false);
          for (const b of path.bends) {
            bent++;
            expect(b.radiusMm, cableOf.get(l.cableId)!.designation).toBeGreaterThan(b.wantedMm - 0.5);
          }
          for (const { id, rect } of rects)
            if (!ends(l.cableId).includes(id))
              for (const q of alongPath(path)) {
                const over =
                  Math.min(q.xMm - rect.leftMm, rect.rightMm - q.xMm, q.yMm - rect.topMm, rect.bottomMm - q.yMm) > 18;
                expect(over, `${cableOf.get(l.cableId)!.designation} over ${id}`).toBe(false);
              }
        }
      expect(bent).toBeGreaterThan(8);
    },
  );
  it('a cable stays straight behind its lug, and its first arc begins there', () => {
    const start = mountainHutBoard();
    const board = applyCommands(start, routeWell(start, parts(start), look).commands).board;
    const { dossier, layOf } = look(board);
    for (const { cableId, paths } of dossier.lengths) {
      const cable = board.cables.find((c) => c.id === cableId)!;
      const { from } = board.connections.find((c) => c.id === cable.cores[0]!.connectionId)!;
      const item = board.items.find((i) => i.id === from.itemId)!;
      const terminal = parts(board)
        .get(item.partId)!
        .terminals.find((t) => t.id === from.terminalId)!;
      const first = paths[0]?.bends[0];
      if (item.place.kind !== 'panel' || terminal.attachment.kind !== 'stud' || !first) continue;
      expect(first.atMm, cable.designation).toBeGreaterThan(layOf(cableId).lugMm + layOf(cableId).diameterMm - 0.5);
    }
  });
  it('what stands in the way of one that finds none is told', () => {
    const start = mountainHutBoard();
    // A wall of a part across the whole panel, between the two bars.
    const wall = customPart(start, { id: 'pt_wall', widthMm: 1100, heightMm: 30 });
    const laid = routeCables(wall, parts(wall), look(wall).layOf);
    const w9 = wall.cables.find((c) => c.designation === 'W13')!;
    expect(laid.failed).toContain(w9.id);
    expect(laid.inTheWay.find((w) => w.cableId === w9.id)!.itemIds).toEqual(['it_wall']);
    // It keeps what it had.
    expect(laid.commands.some((c) => c.kind === 'set' && c.id === w9.id)).toBe(false);
  });
  it('one whose new way would bring a finding is left as it was', () => {
    const start = mountainHutBoard();
    const real = look(start);
    let looked = 0;
    const w9 = start.cables.find((c) => c.designation === 'W9')!;
    const grudging = (board: Board) => {
      const laid = board.cables
        .find((c) => c.id === w9.id)!
        .segments.some((s) => s.kind === 'panelRoute' && s.waypoints.length > 0);
      looked++;
      return {
        ...real,
        findings: laid
          ? [
              {
                id: 'x:1',
                severity: 'warn' as const,
                says: 'W9 lies badly',
                where: { label: 'W9', itemIds: [], cableIds: [w9.id], panelId: null, terminals: [] },
              },
            ]
          : [],
      };
    };
    const laid = routeWell(start, parts(start), grudging);
    expect(looked).toBeGreaterThan(2);
    expect(laid.failed).toContain(w9.id);
    // It had a way: what is told of it is what the board would then say, not that something stands in it.
    expect(laid.leftFor.map((l) => [l.cableId, l.finding.says])).toContainEqual([w9.id, 'W9 lies badly']);
    expect(laid.inTheWay.some((w) => w.cableId === w9.id)).toBe(false);
    expect(laid.routed.length).toBeGreaterThan(30);
    expect(laid.commands.some((c) => c.kind === 'set' && c.id === w9.id)).toBe(false);
  });
  it('is the straight line where nothing is in the way and the studs face each other', () => {
    const board = routedOf(mountainHutBoard());
    // -Q1 and -X1 stand in line.
    const { paths } = deriveBoard(board).lengths.find((l) => l.cableId === 'cb_5')!;
    const points = paths[0]!.points;
    expect(new Set(points.map((p) => p.yMm)).size).toBe(1);
  });
  it('gives the same routes again, and stops when it is told to', () => {
    const hut = mountainHutBoard();
    expect(routeCables(hut, parts(hut), five)).toEqual(routeCables(hut, parts(hut), five));
    let told = 0;
    const some = routeCables(hut, parts(hut), five, null, (done) => {
      told = done;
      return done < 10;
    });
    expect(told).toBe(10);
    expect(some.routed.length).toBeLessThan(11);
    expect(some.failed.length).toBeGreaterThan(20);
  });
  it('a route laid by hand stays and the others give way', () => {
    const hut = routedOf(mountainHutBoard());
    const pinned: Board = {
      ...hut,
      cables: hut.cables.map((c) =>
        c.id === 'cb_9'
          ? {
              ...c,
              segments: c.segments.map((s) =>
                s.kind === 'panelRoute' ? { ...s, laidBy: 'hand', waypoints: [{ xMm: 700, yMm: 300 }] } : s,
              ),
            }
          : c,
      ),
    };
    const again = routeCables(pinned, parts(pinned), five);
    expect(again.routed).not.toContain('cb_9');
    expect(applyCommands(pinned, again.commands).board.cables.find((c) => c.id === 'cb_9')).toEqual(
      pinned.cables.find((c) => c.id === 'cb_9'),
    );
  });
});

describe('a part that moves', () => {
  const hut = routedOf(mountainHutBoard());
  const to = { kind: 'panel', panelId: 'pn_main', face: 'front', xMm: 540, yMm: 260, rotationDeg: 90 } as const;
  // One edit takes it all back.
  it('takes its cables along and leaves the others where they lie', () => {
    const commands = moveItem(hut, parts(hut), 'it_F5', to, five, true);
    const { board, inverse } = applyCommands(hut, commands);
    const own = new Set(
      hut.connections.filter((c) => c.from.itemId === 'it_F5' || c.to.itemId === 'it_F5').map((c) => c.id),
    );
    const changed = board.cables.filter((c, i) => c !== hut.cables[i]);
    expect(changed.length).toBeGreaterThanOrEqual(own.size);
    expect(changed.length).toBeLessThan(10);
    for (const { segment, cable } of routesOf(board))
      if (cable.cores.some((k) => own.has(k.connectionId))) expect(segment.waypoints.length).toBeGreaterThan(0);
    expect(applyCommands(board, inverse).board).toEqual(hut);
  });
  // On a board nobody routed nothing is laid.
  it('while it is dragged its cables are a guess', () => {
    const dragged = applyCommands(hut, moveItem(hut, parts(hut), 'it_F5', to, five, false)).board;
    expect(deriveBoard(dragged).lengths.filter((l) => l.provisional).length).toBeGreaterThan(1);
    const plain = mountainHutBoard();
    expect(moveItem(plain, parts(plain), 'it_F5', to, five, true)).toHaveLength(1);
  });
});
