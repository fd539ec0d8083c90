import type { Id } from '../../document/basics.ts';
import type { Cable } from '../../document/cable/cable.ts';
import type { Connection } from '../../document/connection/connection.ts';
import type { Panel } from '../../document/panel/panel.ts';
import type { Part, Terminal } from '../../document/part/part.ts';
import { given, use } from '../../engine/formula.ts';
import { routedLength } from '../../formulas/cables.ts';
import { type CableLay, straightFromMm } from './bendNeeds.ts';
import { bundledRadii } from './bundles.ts';
import { type Bend, dress, lengthAlong, type Way, wayOf } from './dress.ts';
import { type CablePath, cablePaths, type PlacedItem, terminalOf } from './geometry.ts';

/** A stretch of a cable on a panel, with its arcs. */
export interface LaidPath extends CablePath {
  bends: Bend[];
  /** Along lines and arcs, mm. */
  lengthMm: number;
}

/** Where a cable runs, whatever its size: from this its length follows for any thickness. */
export interface CableRun {
  cableId: Id;
  paths: readonly CablePath[];
  ways: readonly Way[];
  /** What its first and its last path end on; null where the cable goes on through a hole or over the edge. */
  ends: readonly [from: Terminal['attachment'] | null, to: Terminal['attachment'] | null];
  /** Down to the board from the height of its terminals, mm. */
  riseMm: number;
  runsMm: number;
  /** Some part is a guess: an unaccepted route, or a run nobody has measured. */
  provisional: boolean;
  unmeasuredRun: boolean;
  /** A formed link: between its studs as seen from above, and how much higher the second stands. */
  formed: { spanMm: number; riseMm: number } | null;
}

export interface CableLength {
  cableId: Id;
  lengthMm: number;
  pathMm: number;
  runsMm: number;
  provisional: boolean;
  unmeasuredRun: boolean;
  paths: LaidPath[];
  formed: CableRun['formed'];
}

export interface RunInput {
  cable: Pick<Cable, 'id' | 'material' | 'segments'>;
  connection: Connection;
  panels: readonly Pick<Panel, 'id' | 'outline' | 'holes' | 'thicknessMm'>[];
  items: readonly PlacedItem[];
  parts: readonly Part[];
}
/** What is cut longer than the way is. */
export interface Slack {
  routeSlackShare: number;
  endSlackMm: number;
}

/** Follows one cable along its stored segments; lengths in mm. Never routes anything. */
export function cableRun({ cable, connection, panels, items, parts }: RunInput): CableRun {
  const lookup = { items: new Map(items.map((i) => [i.id, i])), parts: new Map(parts.map((p) => [p.id, p])) };
  const routed = cablePaths({ panels }, cable, connection, lookup);
  const [from, to] = [connection.from, connection.to].map((ref) => terminalOf(ref, lookup));
  const heightMm = (end: typeof from) =>
    end && end.item.place.kind === 'panel' ? end.terminal.zMm + end.item.standOffMm : 0;
  const heightsMm = [heightMm(from), heightMm(to)] as const;
  // A formed link goes straight from stud to stud and steps between their heights; a cable goes down to the board and up.
  const flat = cable.material === 'flatCopper';
  const paths = flat
    ? routed.map((p) => ({
        ...p,
        points: p.points.filter((_, i, all) => i === 0 || i === all.length - 1),
        provisional: false,
      }))
    : routed;
  const ways = paths.map((p) => wayOf(p.points));
  let runsMm = 0;
  let unmeasuredRun = false;
  for (const segment of cable.segments) {
    // A loop for what moves.
    runsMm += segment.environment.travelMm;
    if (segment.kind === 'measuredRun') {
      runsMm += segment.lengthMm;
      unmeasuredRun ||= !segment.measured;
    } else if (segment.kind === 'passThrough') {
      runsMm += panels.find((p) => p.id === segment.panelId)?.thicknessMm ?? 0;
    }
  }
  const [first, last] = [cable.segments[0], cable.segments.at(-1)];
  return {
    cableId: cable.id,
    paths,
    ways,
    ends: [
      (first?.kind === 'panelRoute' && from?.terminal.attachment) || null,
      (last?.kind === 'panelRoute' && to?.terminal.attachment) || null,
    ],
    riseMm: flat ? Math.abs(heightsMm[0] - heightsMm[1]) : heightsMm[0] + heightsMm[1],
    runsMm,
    provisional: unmeasuredRun || paths.some((p) => p.provisional),
    unmeasuredRun,
    formed: flat ? { spanMm: ways.reduce((s, w) => s + w.wholeMm, 0), riseMm: heightsMm[1] - heightsMm[0] } : null,
  };
}

/** What the bends of one of its paths need: straight from its terminals, free where it goes on. */
const needsOf = ({ ways, ends }: Pick<CableRun, 'ways' | 'ends'>, lay: CableLay, at: number) => ({
  ...lay,
  straightMm: [
    at === 0 && ends[0] ? straightFromMm(ends[0], lay) : 0,
    at === ways.length - 1 && ends[1] ? straightFromMm(ends[1], lay) : 0,
  ] as const,
});

const slackOf = (run: Pick<CableRun, 'formed'>, { routeSlackShare, endSlackMm }: Slack) =>
  run.formed ? { slackShare: 0, endSlackMm: 0 } : { slackShare: routeSlackShare, endSlackMm };

/**
 * How long a cable is where it runs, of a thickness it may come to have, mm; what `cableLength` says without its reasons.
 */
export function runLengthMm(run: CableRun, lay: CableLay, slack: Slack): number {
  let pathMm = run.riseMm;
  for (let i = 0; i < run.ways.length; i++) pathMm += lengthAlong(run.ways[i]!, needsOf(run, lay, i));
  return routedLength.compute({ pathMm, runsMm: run.runsMm, ...slackOf(run, slack) });
}

/**
 * How wide the bends of cables are that lie in bundles: by cable, path and corner; see `bundledRadii`. Formed links and
 * ways nobody has accepted lie in none.
 */
export function bundlesOf(runs: readonly CableRun[], lays: readonly CableLay[]): number[][][] {
  const laid = runs.flatMap((run, n) =>
    run.paths.flatMap((path, i) =>
      run.formed || path.provisional
        ? []
        : [{ n, i, face: `${path.panelId}/${path.face}`, way: run.ways[i]!, needs: needsOf(run, lays[n]!, i) }],
    ),
  );
  const radii = bundledRadii(laid);
  const wider: number[][][] = runs.map((run) => run.paths.map(() => []));
  laid.forEach(({ n, i }, k) => {
    if (radii[k]!.some((mm) => mm > 0)) wider[n]![i] = radii[k]!;
  });
  return wider;
}

/**
 * Measures one cable along its lines and arcs, mm.
 * @param widerMm by path and corner, the radius of the middle line where it lies in a bundle that bends together
 */
export function cableLength(
  run: CableRun,
  lay: CableLay,
  slack: Slack,
  widerMm: readonly (readonly number[])[] = [],
): CableLength {
  const { cableId, runsMm, provisional, unmeasuredRun, formed } = run;
  const paths = run.paths.map(
    (p, i): LaidPath => ({ ...p, ...dress(run.ways[i]!, needsOf(run, lay, i), widerMm[i] ?? null) }),
  );
  const pathMm = paths.reduce((sum, p) => sum + p.lengthMm, run.riseMm);
  const bends = paths.reduce((sum, p) => sum + p.bends.length, 0);
  const said = slackOf(run, slack);
  const lengthMm = use(
    routedLength,
    { pathMm, runsMm, ...said },
    () => `cable/${cableId}/lengthMm`,
    () => ({
      pathMm: given(
        formed
          ? 'straight from stud to stud, with the step between their heights'
          : `${paths.some((p) => p.provisional) ? 'right-angle guess on the board, not yet accepted' : 'accepted route on the board'}, ${bends === 0 ? 'without a bend' : `along ${bends === 1 ? 'its bend' : `its ${bends} bends`} of ${Math.round(lay.bendMm)} mm inner radius${widerMm.some((w) => w.some((r) => r > 0)) ? ', wider where it bends with its bundle' : ''}`}`,
      ),
      slackShare: given(formed ? 'formed copper has no slack' : 'board setting'),
      runsMm: given(unmeasuredRun ? 'run off the board, not yet measured' : 'measured runs and panel thickness'),
      endSlackMm: given(formed ? 'formed copper has no slack' : 'board setting'),
    }),
  );
  return { cableId, lengthMm, pathMm, runsMm, unmeasuredRun, provisional, paths, formed };
}
