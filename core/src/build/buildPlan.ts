import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Catalogue, Part } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import { cableLays } from '../layout/cableLays.ts';
import type { Profile } from '../profiles/profile.ts';
import { inTradeOrder } from './order.ts';
import { type PlanInput, planInput } from './planInput.ts';
import type { BuildStep } from './step.ts';
import { boxSteps } from './steps/boxSteps.ts';
import { clampSteps, layingSteps, studSteps } from './steps/cableSteps.ts';
import { type Draft, stepOf } from './steps/draft.ts';
import { itemSteps } from './steps/itemSteps.ts';
import { kitSteps } from './steps/kitSteps.ts';
import { lastSteps } from './steps/lastSteps.ts';
import { panelSteps } from './steps/panelSteps.ts';

/** Everything a person does at a board, in the order it is best done. */
export interface BuildPlan {
  steps: readonly BuildStep[];
  /** Hands on it, all together. */
  minutes: number;
}

/**
 * The steps of a board from what was derived of it: panels cut, drilled and finished, parts mounted, cables laid, studs
 * torqued, covers on; each with what it waits for. Fuses stay out. A kit is counted and packed instead of mounted. In trade order (`inTradeOrder`).
 * Source: order and times are common practice, no source.
 * @param diameterMm how thick each cable is
 * @example
 * buildPlan(board, parts, dossier, () => 8).steps[0].kind; // 'cut'
 */
export function buildPlan(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  dossier: PlanInput['dossier'],
  diameterMm: (cableId: Id) => number,
): BuildPlan {
  const input = planInput(board, parts, dossier, diameterMm);
  const all = draftsOf(input);
  const known = new Set(all.map((d) => d.id));
  const steps = inTradeOrder(
    all.map((d) => stepOf(d, known)),
    diameterMm,
  );
  return { steps, minutes: steps.reduce((sum, s) => sum + s.minutes, 0) };
}

/** What is done at all, by what leaves the shop: of a kit nothing is mounted. */
function draftsOf(input: PlanInput): Draft[] {
  const { delivered } = input.board.brief;
  const panels = panelSteps(input);
  if (delivered === 'kit') return [...panels.filter((d) => d.kind !== 'mark'), ...kitSteps(input)];
  const drafts = [...panels, ...itemSteps(input), ...layingSteps(input), ...studSteps(input), ...clampSteps(input)];
  const boxed = delivered === 'box' ? boxSteps(input, drafts) : [];
  return [...drafts, ...boxed, ...lastSteps(input, [...drafts, ...boxed])];
}

/**
 * The plan of a board from its dossier, with its cables as thick as they are sized.
 * @example
 * boardPlan(board, catalogue, profile, dossier).steps[0].kind; // 'cut'
 */
export function boardPlan(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  dossier: PlanInput['dossier'],
): BuildPlan {
  const lays = cableLays(dossier.cables, profile, catalogue);
  return buildPlan(board, partIndex(board, catalogue), dossier, (id) => lays(id).diameterMm);
}
