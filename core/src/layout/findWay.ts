import type { Id } from '../document/basics.ts';
import { type GridRouter, type Path, ROUTE_COST } from '../solvers/routing/gridRouter.ts';
import { asLaid, cornersOf } from './laidWay.ts';
import type { Surface } from './surface.ts';
import { reach, requestOf, type Wanted } from './wanted.ts';

/** A way this much dearer than the plain one, in the router's cost, has gone round for want of room to turn. */
const ROUNDABOUT = { factor: 1.3, cost: 200 } as const;

/** So many cells more are tried where the ends stand so beside their cells that a bend is short of room. */
const SPARE = [0, 1, 2] as const;

/**
 * The way of a cable that leaves all its bends their room; steps aside in an S, which take long to try, only where square
 * turns alone lead far round.
 * @param weighs whether to look for a shorter one at all: what the first round lays is taken up again in the second
 */
export function findWay(router: GridRouter, surface: Surface, w: Wanted, weighs: boolean): Path | null {
  const plain = weighs ? reach(w) * ROUTE_COST.step : Number.POSITIVE_INFINITY;
  // One that lies across itself has no room either: nobody lays a loop to get round a corner.
  const bends = (path: Path | null) =>
    path && new Set(path.cells).size === path.cells.length && asLaid(cornersOf(surface, path, w), w) ? path : null;
  for (const spare of SPARE) {
    const request = requestOf(w, spare);
    const square = bends(router.find({ ...request, jogs: [], inner: [] }));
    if (square && square.cost <= ROUNDABOUT.factor * plain + ROUNDABOUT.cost) return square;
    const path = bends(router.find(request)) ?? square;
    if (path) return path;
  }
  return null;
}

/** Which parts keep a cable from its way: those it would have to go through. */
export function itemsInTheWay(router: GridRouter, surface: Surface, w: Wanted): Id[] {
  const path = router.find({ ...requestOf(w, 1), through: true });
  const owners = new Set([...(path?.cells ?? [])].map((cell) => surface.raster.owner[cell]!));
  return [...surface.ownerOf].flatMap(([id, owner]) =>
    owners.has(owner) && owner !== w.from.end.owner && owner !== w.to.end.owner ? [id] : [],
  );
}
