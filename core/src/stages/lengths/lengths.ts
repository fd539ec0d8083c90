import type { Board, Cable, Connection, Id, Item } from '../../board/board.ts';
import type { Part } from '../../catalogue/part.ts';
import { routedLength } from '../../rules/formulas/cableRules.ts';
import { given, use } from '../../rules/rule.ts';
import { type CablePath, cablePaths, pathLengthMm, terminalOf } from './geometry.ts';

export interface CableLength {
  cableId: Id;
  lengthMm: number;
  pathMm: number;
  runsMm: number;
  /** Some part is a guess: an unaccepted route, or a run nobody has measured. */
  provisional: boolean;
  unmeasuredRun: boolean;
  paths: CablePath[];
}

export interface LengthInput {
  cable: Cable;
  connection: Connection;
  panels: Board['panels'];
  items: Item[];
  parts: Part[];
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
  const paths = cablePaths({ panels }, cable, connection, lookup);
  const rise = [connection.from, connection.to].reduce((sum, ref) => {
    const end = terminalOf(ref, lookup);
    return sum + (end && end.item.place.kind === 'panel' ? end.terminal.zMm : 0);
  }, 0);
  const pathMm = paths.reduce((sum, p) => sum + pathLengthMm(p.points), 0) + rise;
  let runsMm = 0;
  let unmeasuredRun = false;
  for (const segment of cable.segments) {
    if (segment.kind === 'measuredRun') {
      runsMm += segment.lengthMm;
      unmeasuredRun ||= !segment.measured;
    } else if (segment.kind === 'passThrough') {
      runsMm += panels.find((p) => p.id === segment.panelId)?.thicknessMm ?? 0;
    }
  }
  const lengthMm = use(
    routedLength,
    { pathMm, slackShare: input.slackShare, runsMm, endSlackMm: input.endSlackMm },
    `cable/${cable.id}/lengthMm`,
    {
      pathMm: given(
        paths.some((p) => p.provisional)
          ? 'right-angle guess on the board, not yet accepted'
          : 'accepted route on the board',
      ),
      slackShare: given('board setting'),
      runsMm: given(unmeasuredRun ? 'run off the board, not yet measured' : 'measured runs and panel thickness'),
      endSlackMm: given('board setting'),
    },
  );
  return {
    cableId: cable.id,
    lengthMm,
    pathMm,
    runsMm,
    unmeasuredRun,
    provisional: unmeasuredRun || paths.some((p) => p.provisional),
    paths,
  };
}
