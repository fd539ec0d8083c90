import { readMonitorLog } from '../after/monitorLog.ts';
import { derive, deriveStages } from '../derive.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { boardSchema } from '../document/boardSchema.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { panelShapes } from '../drawing/panelShapes.ts';
import { placementModel } from '../layout/placement/model.ts';
import { startOf } from '../layout/placement/place.ts';
import { WISHES } from '../layout/placement/score.ts';
import { systemModelOf } from '../power/systemModel.ts';
import { profileById } from '../profiles/profiles.ts';
import { weatherYear } from '../solvers/energy/weather.ts';
import { SI } from '../units/choice.ts';
import { lampBoard, parts } from './kit.ts';

/** What examples in docstrings may speak of beside their own file: a small sound board, and all that goes with it. */
export function exampleWorld() {
  const board = lampBoard();
  const catalogue = genericCatalogue;
  const profile = profileById('craft-iso');
  const workshop = defaultWorkshop;
  const dossier = derive(board, catalogue, profile, workshop);
  const stages = deriveStages(board, catalogue, profile, workshop);
  const ohm = stages.branchOhm(false);
  const system = systemModelOf({ ...board, parts, workshop });
  const model = placementModel(board, parts, dossier, 'pn_main', () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 }));
  // Quarter of an hour of a monitor's log.
  const log = readMonitorLog(
    `time,volts,amps\n${Array.from({ length: 15 }, (_, m) => `2026-11-01 08:${String(m).padStart(2, '0')},12.9,-4`).join('\n')}`,
    'charging',
  );
  return {
    SI,
    boardSchema,
    board,
    log,
    parts,
    catalogue,
    profile,
    workshop,
    dossier,
    /** Its panel's shapes, its year's model and its parts to be arranged, for what goes on from them. */
    shapes: panelShapes(board, parts, board.panels[0]!, 'front', false),
    system,
    weather: weatherYear(system.climate, 1),
    model,
    weights: WISHES[0]!.weights,
    layout: startOf(model),
    simulated: {
      netlist: stages.netlist,
      potentials: stages.potentials,
      flows: stages.demand.flows,
      branchOhm: new Map(stages.netlist.branches.map((b, i) => [b.key, ohm(b, i)])),
      joinOhm: workshop.joinOhm,
      defects: [],
      seed: null,
    },
  };
}
