import type { Board } from './document/board.ts';
import type { Catalogue } from './document/part/part.ts';
import type { Workshop } from './document/workshop/workshop.ts';
import type { Dossier } from './dossier.ts';
import { compareText } from './engine/compareText.ts';
import { inOrder, Kept, type Outputs, run } from './engine/graph.ts';
import type { Node } from './engine/node.ts';
import { sharedWith } from './engine/sharedWith.ts';
import { FINDINGS, type Finding } from './findings/registry.ts';
import { withAccepted } from './findings/settled.ts';
import type { Profile } from './profiles/profile.ts';
import * as benchStages from './stages/benchStages.ts';
import { sizedBranchOhm } from './stages/sizing/branchResistance.ts';
import * as stages from './stages/stages.ts';
import { VERSIONS } from './versions.ts';

const SEVERITY_ORDER = { stop: 0, warn: 1, note: 2 };
const STATION_ORDER = ['brief', 'power', 'circuit', 'board', 'cables', 'test'];

/** What a dossier is made of. */
const RESULTS = [
  ...[stages.energy, stages.flows, stages.cableLengths, stages.sizing, stages.control, stages.mains],
  ...[stages.made, stages.stacks, stages.bodies, stages.heat, stages.partLines, stages.cuts, benchStages.bench],
];
const graph = inOrder([...RESULTS, ...FINDINGS.map((f): Node<unknown> => f.node)]);

/** Keeps between derives what an edit did not touch; one for each board that is edited. */
export class Deriving {
  readonly kept = new Kept();
  profile: Profile | null = null;
  workshop: Workshop | null = null;
}

/** Runs every stage and every finding; `of` hands out the output of any of them. */
function runStages(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
  deriving: Deriving,
): Outputs {
  // Values that say the same as before count as the same: they come anew with every message and every request.
  deriving.profile = sharedWith(deriving.profile, profile);
  deriving.workshop = sharedWith(deriving.workshop, workshop);
  const { profile: sameProfile, workshop: sameWorkshop } = deriving;
  return run(
    graph,
    { board, shippedCatalogue: catalogue, profile: sameProfile, workshop: sameWorkshop },
    deriving.kept,
  );
}

const findingsOf = (outputs: Outputs, accepted: Board['accepted']): Finding[] =>
  withAccepted(
    FINDINGS.flatMap((f) => outputs.of<readonly Finding[]>(f.node)),
    accepted,
  ).sort(
    (a, b) =>
      SEVERITY_ORDER[a.severity] - SEVERITY_ORDER[b.severity] ||
      STATION_ORDER.indexOf(a.station) - STATION_ORDER.indexOf(b.station) ||
      compareText(a.id, b.id),
  );

/**
 * What the stages work out, for studies that go on from there: the network, its potentials, who draws what, the sizes.
 * @param deriving pass the same one again to redo only what an edit touched
 * @example
 * deriveStages(board, catalogue, profile, workshop).netlist.sources.length; // 1
 */
export function deriveStages(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
  deriving = new Deriving(),
) {
  const { of } = runStages(board, catalogue, profile, workshop, deriving);
  const [netlist, sizing, lengths, own] = [
    of(stages.netlist),
    of(stages.sizing),
    of(stages.lengths),
    of(stages.catalogue),
  ];
  return {
    netlist,
    sizing,
    lengths,
    parts: of(stages.parts),
    potentials: of(stages.potentials),
    demand: of(stages.demand),
    plan: of(stages.plan),
    sizedCables: of(stages.sizedCables),
    runs: of(stages.cableRuns),
    made: of(stages.made),
    bench: of(benchStages.bench),
    powerUp: of(benchStages.powerUp),
    partLines: of(stages.partLines),
    /** Resistance of every branch after sizing, with hot copper or at 20 °C. */
    branchOhm: (hot: boolean) => sizedBranchOhm(netlist, sizing, lengths, board, own, hot),
  };
}

/**
 * Derives everything from a board. Pure and deterministic: the same four values give the same dossier in the browser,
 * on the server and in the command line.
 * @param deriving pass the same one again to redo only what an edit touched
 * @example
 * derive(board, catalogue, profile, workshop).cables.length; // 7
 */
export function derive(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
  deriving = new Deriving(),
): Dossier {
  const outputs = runStages(board, catalogue, profile, workshop, deriving);
  const { of } = outputs;
  return {
    inputs: {
      boardFormatVersion: board.formatVersion,
      catalogueVersion: catalogue.version,
      profileId: profile.id,
      profileVersion: profile.version,
      workshopVersion: workshop.version,
      coreVersion: VERSIONS.core,
    },
    energy: of(stages.energy),
    flows: of(stages.flows).map(({ key, itemId, way, designCurrentA }) => ({ key, itemId, way, designCurrentA })),
    lengths: of(stages.cableLengths).map(({ cableId, lengthMm, provisional, paths }) => ({
      cableId,
      lengthMm,
      provisional,
      paths,
    })),
    sizing: of(stages.sizing),
    control: of(stages.control),
    mains: of(stages.mains),
    cables: [...of(stages.made)],
    stacks: of(stages.stacks),
    bodies: of(stages.bodies),
    heat: of(stages.heat),
    parts: of(stages.partLines),
    cuts: [...of(stages.cuts)],
    bench: [...of(benchStages.bench)],
    findings: findingsOf(outputs, board.accepted),
  };
}
