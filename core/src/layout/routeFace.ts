import type { Id, PointMm } from '../document/basics.ts';
import { compareNatural } from '../engine/compareText.ts';
import { GridRouter, type Path } from '../solvers/routing/gridRouter.ts';
import { FAMILIES } from './families.ts';
import { findWay, itemsInTheWay } from './findWay.ts';
import { type Movable, pointsOfMovable } from './finish/face.ts';
import { finishWays } from './finish/finishWays.ts';
import type { Lain } from './finish/tidiness.ts';
import { asLaid, between, facingWay, movableOf, pathAlong, tidy } from './laidWay.ts';
import { besideFixed, type Fixed, type Run, runsOf, spreadLanes } from './lanes.ts';
import type { Surface } from './surface.ts';
import { reach, type Wanted } from './wanted.ts';

/** One face: what is to be laid over it, and what lies there and stays. */
export interface FaceTask {
  surface: Surface;
  wanted: Wanted[];
  stays: (Lain & { waypoints: readonly PointMm[] })[];
}

/** What was laid over a face: waypoints by segment, before the finish and after it. */
export interface RoutedFace {
  plain: Map<Id, PointMm[]>;
  finished: Map<Id, PointMm[]>;
  routed: Id[];
  failed: { cableId: Id; itemIds: Id[] }[];
  cost: number;
}

/** Paths of cells for what is wanted, in two rounds: the second through what all others left. */
function pathsOver(
  router: GridRouter,
  { surface, wanted }: FaceTask,
  onLaid: () => boolean,
): { paths: Map<Wanted, Path>; direct: Map<Wanted, PointMm[]> } {
  const paths = new Map<Wanted, Path>();
  /** Ways between ends that face each other: they share no line with others. */
  const direct = new Map<Wanted, PointMm[]>();
  const inOrder = [...wanted].sort(
    (a, b) => reach(a) - reach(b) || compareNatural(a.cable.designation, b.cable.designation),
  );
  for (const pass of [0, 1])
    for (const w of inOrder) {
      const before = paths.get(w);
      if (before) router.lay(before, w.family, -1);
      const facing = pass === 0 ? facingWay(surface, w) : null;
      if (facing) direct.set(w, facing);
      const straight = direct.get(w);
      // Others that lie there cost, they do not bar: what found no way at first finds none now.
      const path = straight
        ? pathAlong(surface, straight)
        : before || pass === 0
          ? findWay(router, surface, w, pass > 0)
          : null;
      if (path) {
        router.lay(path, w.family);
        paths.set(w, path);
      }
      if (!onLaid()) return { paths, direct };
    }
  return { paths, direct };
}

/** The stretches of paths side by side on the lines they share, and beside what stays. */
function spread(surface: Surface, paths: ReadonlyMap<Wanted, Path>, stays: FaceTask['stays']): Map<Wanted, Run[]> {
  const runs = new Map([...paths].map(([w, path]) => [w, runsOf(surface, path.cells)]));
  // The first and last stretch stand in line with their terminals; what lies between shares the lines.
  const inner = [...runs].flatMap(([w, own]) => own.slice(1, -1).map((run) => ({ run, widthMm: w.lay.diameterMm })));
  spreadLanes(inner);
  besideFixed(
    inner,
    stays.flatMap(({ waypoints, widthMm }) =>
      waypoints.slice(1).map((to, i): Fixed => ({ from: waypoints[i]!, to, widthMm })),
    ),
  );
  return runs;
}

/**
 * Lays what is wanted over one face: finds the ways, spreads what shares a line, and gives it the finish.
 * @param pairs of a cable those it belongs beside
 * @param onLaid is told of each way that was tried; answering false ends the search
 */
export function routeFace(task: FaceTask, pairs: ReadonlyMap<Id, ReadonlySet<Id>>, onLaid: () => boolean): RoutedFace {
  const { surface, wanted, stays } = task;
  const router = new GridRouter(surface.raster, FAMILIES);
  for (const { waypoints } of stays) router.lay(pathAlong(surface, waypoints), 0);
  const { paths, direct } = pathsOver(router, task, onLaid);
  const runs = spread(surface, new Map([...paths].filter(([w]) => !direct.has(w))), stays);
  const movables = new Map<Wanted, Movable>();
  const face: RoutedFace = { plain: new Map(), finished: new Map(), routed: [], failed: [], cost: 0 };
  for (const w of wanted) {
    const path = paths.get(w);
    const own = runs.get(w);
    // Beside others on its line where that leaves its bends their room, else on the line itself.
    const movable =
      path &&
      own &&
      [own, runsOf(surface, path.cells)]
        .map((r) => movableOf(surface, path, r, w))
        .find((m) => m.fits(pointsOfMovable(m)));
    if (movable) movables.set(w, movable);
    if (path && (movable || direct.has(w))) {
      face.cost += path.cost;
      face.routed.push(w.cable.id);
    } else face.failed.push({ cableId: w.cable.id, itemIds: itemsInTheWay(router, surface, w) });
  }
  for (const [w, facing] of direct) {
    const points = between(facing.map(tidy), true, true);
    for (const ways of [face.plain, face.finished]) ways.set(w.segment.id, points);
  }
  const facing = [...direct].map(
    ([{ cable, lay, family }, points]): Lain => ({ cableId: cable.id, points, widthMm: lay.diameterMm, family }),
  );
  const keep = (ways: Map<Id, PointMm[]>, laid: readonly Movable[]) => {
    [...movables.keys()].forEach((w, n) => {
      ways.set(w.segment.id, asLaid(pointsOfMovable(laid[n]!), w)!);
    });
  };
  const asRouted = [...movables.values()];
  keep(face.plain, asRouted);
  keep(face.finished, finishWays(surface, asRouted, [...stays, ...facing], pairs));
  return face;
}
