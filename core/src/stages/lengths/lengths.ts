import type { Id } from '../../document/basics.ts';
import type { Cable } from '../../document/cable/cable.ts';
import type { Connection } from '../../document/connection/connection.ts';
import type { Panel } from '../../document/panel/panel.ts';
import type { Part } from '../../document/part/part.ts';
import { given, use } from '../../engine/formula.ts';
import { routedLength } from '../../formulas/cables.ts';
import { type CablePath, cablePaths, type PlacedItem, pathLengthMm, terminalOf } from './geometry.ts';

export interface CableLength {
  cableId: Id;
  lengthMm: number;
  pathMm: number;
  runsMm: number;
  /** Some part is a guess: an unaccepted route, or a run nobody has measured. */
  provisional: boolean;
  unmeasuredRun: boolean;
  paths: CablePath[];
  /** A formed link: between its studs as seen from above, and how much higher the second stands. */
  formed: { spanMm: number; riseMm: number } | null;
}

export interface LengthInput {
  cable: Pick<Cable, 'id' | 'material' | 'segments'>;
  connection: Connection;
  panels: readonly Pick<Panel, 'id' | 'outline' | 'holes' | 'thicknessMm'>[];
  items: readonly PlacedItem[];
  parts: readonly Part[];
  slackShare: number;
  endSlackMm: number;
}

/** Measures one cable along its stored segments; lengths in mm. Never routes anything. */
export function cableLength(input: LengthInput): CableLength {
  const { cable, connection, panels } = input;
  const lookup = {
    items: new Map(input.items.map((i) => [i.id, i])),
    parts: new Map(input.parts.map((p) => [p.id, p])),
  };
  const routed = cablePaths({ panels }, cable, connection, lookup);
  const heightsMm = [connection.from, connection.to].map((ref) => {
    const end = terminalOf(ref, lookup);
    return end && end.item.place.kind === 'panel' ? end.terminal.zMm + end.item.standOffMm : 0;
  });
  // A formed link goes straight from stud to stud and steps between their heights; a cable goes down to the board and up.
  const formed = cable.material === 'flatCopper';
  const paths = formed
    ? routed.map((p) => ({
        ...p,
        points: p.points.filter((_, i, all) => i === 0 || i === all.length - 1),
        provisional: false,
      }))
    : routed;
  const riseMm = formed ? Math.abs(heightsMm[0]! - heightsMm[1]!) : heightsMm[0]! + heightsMm[1]!;
  const pathMm = paths.reduce((sum, p) => sum + pathLengthMm(p.points), 0) + riseMm;
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
  const lengthMm = use(
    routedLength,
    { pathMm, slackShare: formed ? 0 : input.slackShare, runsMm, endSlackMm: formed ? 0 : input.endSlackMm },
    () => `cable/${cable.id}/lengthMm`,
    () => ({
      pathMm: given(
        formed
          ? 'straight from stud to stud, with the step between their heights'
          : paths.some((p) => p.provisional)
            ? 'right-angle guess on the board, not yet accepted'
            : 'accepted route on the board',
      ),
      slackShare: given(formed ? 'formed copper has no slack' : 'board setting'),
      runsMm: given(unmeasuredRun ? 'run off the board, not yet measured' : 'measured runs and panel thickness'),
      endSlackMm: given(formed ? 'formed copper has no slack' : 'board setting'),
    }),
  );
  return {
    cableId: cable.id,
    lengthMm,
    pathMm,
    runsMm,
    unmeasuredRun,
    provisional: unmeasuredRun || paths.some((p) => p.provisional),
    paths,
    formed: formed
      ? { spanMm: paths.reduce((s, p) => s + pathLengthMm(p.points), 0), riseMm: heightsMm[1]! - heightsMm[0]! }
      : null,
  };
}
