import type { Id } from '../document/basics.ts';
import { isOpenReading, OVERLOAD } from '../document/workshop/quantity.ts';
import type { BenchModel } from '../practice/benchModel.ts';
import { BANK_VOLTAGE } from '../stages/bench/bankSteps.ts';
import type { Defect } from '../stages/bench/defect.ts';
import { builtOhms, SimulatedBench } from '../stages/bench/simulate.ts';
import type { Branch } from '../stages/netlist/netlist.ts';
import { UNKNOWN_OHM } from '../stages/sizing/branchResistance.ts';
import { type Circuit, circuitOf, shareOf } from '../stages/sizing/electrical.ts';
import { CLASS5_OHM_PER_KM } from '../tables/conductorResistance.ts';
import { type Clue, isOhms } from './clues.ts';

/** What a defect does to one clue: shifts it by so much for each unit of its size, or makes it read something else. */
export type Effect = { clue: number } & ({ perUnit: number } | { reads: number });

/** A defect that may be there, and what it would do. */
export interface Candidate {
  kind: Defect['kind'];
  place: string;
  /** Before anything was read, against a loose crimp. Common practice, no source. */
  prior: number;
  /** The defect of a size. */
  of: (size: number) => Defect;
  /** Known sizes it may have; null where the size is found by the readings. */
  sizes: readonly number[] | null;
  /** Whether a size it is fitted with can be less than nothing. */
  signed: boolean;
  effects: Effect[];
}

const PRIOR = {
  looseCrimp: 1,
  openWire: 0.5,
  swappedPair: 0.5,
  wrongFuse: 0.4,
  thinConductor: 0.08,
  weakCell: 0.2,
  meterLead: 0.4,
} as const;
/** A share of the current from here on is all of it: nothing goes round. */
const ALL_OF_IT = 0.999;

/** The sound board with everything joined: who carries what of whose current. */
function joinedOf({ simulated }: BenchModel): Circuit {
  const ohms = builtOhms({ ...simulated, defects: [], seed: null });
  return circuitOf(simulated.netlist, (_, i) => ohms[i]!);
}

/** Of each clue: which share of a current each branch carries, and how many amps that is; null where no current tells. */
function sharesOf(clues: readonly Clue[], model: BenchModel, circuit: Circuit): (Float64Array | null)[] {
  const { netlist, flows } = model.simulated;
  const node = (ref: { itemId: Id; terminalId: Id }) => netlist.nodeOf.get(`${ref.itemId} ${ref.terminalId}`)!;
  const bank = clues.find((c) => c.step.id === BANK_VOLTAGE)?.step.probes[0];
  const way = (from: number, to: number): Float64Array | null => {
    if (circuit.network.islandOf[from] !== circuit.network.islandOf[to]) return null;
    return shareOf(circuit, { way: 'charge', sink: { plus: from, minus: to }, modules: [] });
  };
  const flowOf = new Map(flows.map((f) => [f.key, f]));
  // The parts of one line are proved under the same flow.
  const ofFlow = new Map<string, Float64Array | null>();
  const wayOf = (key: string): Float64Array | null => {
    let known = ofFlow.get(key);
    if (known === undefined) {
      const flow = flowOf.get(key);
      known = flow ? shareOf(circuit, flow) : null;
      ofFlow.set(key, known);
    }
    return known;
  };
  return clues.map(({ step }) => {
    if (step.basis?.kind === 'line' || step.basis?.kind === 'segment') return wayOf(step.state.flowsOn[0] ?? '');
    const probe = step.probes[0];
    if (step.basis?.kind !== 'bank' || !probe || !bank) return null;
    const [plus, minus] = [way(node(bank.plus), node(probe.plus)), way(node(bank.minus), node(probe.minus))];
    if (!plus || !minus) return null;
    return plus.map((x, i) => (Math.abs(x) > Math.abs(minus[i]!) ? x : minus[i]!));
  });
}

/** Current through the whole of what a clue measures, A. */
function currentOf({ step, sound }: Clue): number {
  const { basis } = step;
  if (basis?.kind === 'lead') return basis.sentA;
  if (basis?.kind === 'segment') return basis.currentA;
  if (basis?.kind !== 'line') return 0;
  const { copperOhm, fusesOhm, partsOhm } = basis.line;
  const ohm = copperOhm + fusesOhm + partsOhm;
  return ohm > 0 ? Math.min(2000, sound / ohm) : 0;
}

/** What extra ohms in a branch do to the clues. */
function ohmEffects(
  branch: Branch,
  at: number,
  clues: readonly Clue[],
  shares: readonly (Float64Array | null)[],
  joinedLineA: readonly number[],
): Effect[] {
  return clues.flatMap(({ step }, clue): Effect[] => {
    const own =
      step.id === `load/segment/${branch.key}` ||
      (step.connectionId !== null && step.connectionId === branch.connectionId && step.measures !== 'current');
    if (own && (step.basis?.kind === 'lead' || step.basis?.kind === 'segment'))
      return [{ clue, perUnit: joinedLineA[clue]! }];
    if (own && isOhms(step)) return [{ clue, perUnit: 1 }];
    if (step.basis?.kind !== 'line') return [];
    const weight = (shares[clue]?.[at] ?? 0) ** 2;
    return weight > 1e-4 ? [{ clue, perUnit: joinedLineA[clue]! * weight }] : [];
  });
}

/** What a wire that is not there does: its own steps read open, and whatever it alone fed reads nothing. */
function openEffects(
  branch: Branch,
  at: number,
  clues: readonly Clue[],
  shares: readonly (Float64Array | null)[],
): Effect[] {
  return clues.flatMap(({ step }, clue): Effect[] => {
    if (step.connectionId === branch.connectionId && (isOhms(step) || step.basis?.kind === 'lead'))
      return [{ clue, reads: OVERLOAD }];
    if (Math.abs(shares[clue]?.[at] ?? 0) < ALL_OF_IT) return [];
    return [{ clue, reads: 0 }];
  });
}

/** Standard sizes below one, nearest first, as times its resistance. */
function thinner(areaMm2: number): { areaMm2: number; timesOhm: number }[] {
  const own = CLASS5_OHM_PER_KM[String(areaMm2)];
  if (own === undefined) return [];
  return Object.entries(CLASS5_OHM_PER_KM)
    .map(([area, ohm]) => ({ areaMm2: Number(area), timesOhm: ohm / own }))
    .filter((c) => c.areaMm2 < areaMm2)
    .sort((a, b) => b.areaMm2 - a.areaMm2)
    .slice(0, 3);
}

/**
 * Everything that may be wrong with a board, each with what it would do to every measured step.
 * @param disagreeing places of the clues a sound board does not read: what touches none of them is left out
 */
export function candidatesOf(clues: readonly Clue[], model: BenchModel, disagreeing: ReadonlySet<number>): Candidate[] {
  const shares = sharesOf(clues, model, joinedOf(model));
  const amps = clues.map(currentOf);
  const touches = (effects: readonly Effect[]) => effects.some((e) => disagreeing.has(e.clue));
  const { netlist, branchOhm, flows } = model.simulated;
  const found: Candidate[] = [];
  netlist.branches.forEach((branch, at) => {
    if (branch.kind !== 'wire' && branch.kind !== 'fuseSeat') return;
    const effects = ohmEffects(branch, at, clues, shares, amps);
    if (branch.kind === 'fuseSeat') {
      if (!touches(effects)) return;
      const ohm = branchOhm.get(branch.key) ?? UNKNOWN_OHM;
      found.push({
        ...base('wrongFuse', branch.key),
        of: (size) => ({ kind: 'wrongFuse', key: branch.key, ohm: ohm + size }),
        signed: true,
        effects,
      });
      return;
    }
    const connectionId = branch.connectionId!;
    if (touches(effects)) {
      found.push({
        ...base('looseCrimp', connectionId),
        of: (extraOhm) => ({ kind: 'looseCrimp', connectionId, extraOhm }),
        effects,
      });
      const copper = branchOhm.get(branch.key) ?? UNKNOWN_OHM;
      const sizes = thinner(model.areaMm2.get(connectionId) ?? 0);
      if (sizes.length > 0)
        found.push({
          ...base('thinConductor', connectionId),
          of: (size) => {
            const nearest = sizes.reduce((best, s) =>
              Math.abs(copper * (s.timesOhm - 1) - size) < Math.abs(copper * (best.timesOhm - 1) - size) ? s : best,
            );
            return { kind: 'thinConductor', connectionId, ...nearest };
          },
          sizes: sizes.map((s) => copper * (s.timesOhm - 1)),
          effects,
        });
    }
    const open = openEffects(branch, at, clues, shares);
    if (touches(open))
      found.push({
        ...base('openWire', connectionId),
        of: () => ({ kind: 'openWire', connectionId }),
        sizes: [1],
        effects: open,
      });
  });
  for (const itemId of new Set(flows.map((f) => f.itemId))) {
    const effects = swapEffects(itemId, clues, model, disagreeing);
    if (touches(effects))
      found.push({
        ...base('swappedPair', itemId),
        of: () => ({ kind: 'swappedPair', itemId }),
        sizes: [1],
        effects,
      });
  }
  const weak = weakCells(clues, model, disagreeing).filter((c) => touches(c.effects));
  const lead = clues.flatMap(({ step, sound }, clue): Effect[] =>
    step.measures === 'resistance' && !isOpenReading(sound) ? [{ clue, perUnit: 1 }] : [],
  );
  if (touches(lead))
    found.push({
      ...base('meterLead', 'meter'),
      of: (extraOhm) => ({ kind: 'meterLead', extraOhm }),
      effects: lead,
    });
  return [...found, ...weak];
}

const base = (kind: Defect['kind'], place: string) => ({
  kind,
  place,
  prior: PRIOR[kind],
  sizes: null as readonly number[] | null,
  signed: false,
});

/** A pair changed over is looked up on a simulated board, at the steps of the device and of its own wires. */
function swapEffects(
  itemId: Id,
  clues: readonly Clue[],
  model: BenchModel,
  disagreeing: ReadonlySet<number>,
): Effect[] {
  const at = (ref: { itemId: Id }) => ref.itemId === itemId;
  const own = clues.flatMap(({ step }, clue) =>
    step.entityId === itemId || step.probes.some((p) => at(p.plus) || at(p.minus)) ? [clue] : [],
  );
  if (!own.some((clue) => disagreeing.has(clue))) return [];
  const bench = new SimulatedBench({ ...model.simulated, defects: [{ kind: 'swappedPair', itemId }], seed: null });
  return own.map((clue): Effect => ({ clue, reads: bench.read(clues[clue]!.step) }));
}

/** A weak battery stands lower, and what stands beside it gives more: looked up on a simulated board for one volt less. */
function weakCells(clues: readonly Clue[], { simulated }: BenchModel, disagreeing: ReadonlySet<number>): Candidate[] {
  const batteries = simulated.netlist.sources.filter((s) => s.element.kind === 'battery');
  // Where the bank itself reads as it should nothing speaks for a battery.
  const ofBank = clues.flatMap(({ step }, clue) => (step.stage === 'bank' && step.probes.length > 0 ? [clue] : []));
  if (!ofBank.some((clue) => disagreeing.has(clue))) return [];
  const touched = [...new Set([...ofBank, ...[...disagreeing].filter((clue) => clues[clue]!.step.stage === 'load')])];
  const sound = new SimulatedBench({ ...simulated, seed: null });
  return batteries.map(({ item }) => {
    const weak = new SimulatedBench({
      ...simulated,
      defects: [{ kind: 'weakCell', itemId: item.id, lessV: 1 }],
      seed: null,
    });
    return {
      ...base('weakCell', item.id),
      of: (lessV: number) => ({ kind: 'weakCell' as const, itemId: item.id, lessV }),
      effects: touched.flatMap((clue): Effect[] => {
        const { step } = clues[clue]!;
        const perUnit = weak.read(step) - sound.read(step);
        return Math.abs(perUnit) > 1e-6 ? [{ clue, perUnit }] : [];
      }),
    };
  });
}
