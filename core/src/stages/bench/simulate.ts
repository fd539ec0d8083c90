import type { BenchState, BenchStep, Probe } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import { OVERLOAD } from '../../document/workshop/quantity.ts';
import { type Random, seededRandom } from '../../solvers/random.ts';
import { BUILD_TOLERANCES } from '../../tables/buildTolerances.ts';
import type { Flow } from '../demand/demand.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';
import { emfV } from '../netlist/potentials.ts';
import { UNKNOWN_OHM } from '../sizing/branchResistance.ts';
import { type Circuit, circuitOf, operatingPoint } from '../sizing/electrical.ts';
import type { Defect } from './defect.ts';

export interface SimulatedBoard {
  netlist: Netlist;
  flows: readonly Flow[];
  /** Resistance of every branch when closed and sound, Ω, by key; of wires without their joints. */
  branchOhm: ReadonlyMap<string, number>;
  /** One good joint, Ω. */
  joinOhm: number;
  defects: readonly Defect[];
  /** Draws the board within the tolerances of its parts; null is exactly as the sheets say. */
  seed: number | null;
}

/** What of a step a meter needs to know. */
export type Measurable = Pick<BenchStep, 'measures' | 'state' | 'probes' | 'connectionId' | 'basis' | 'expected'>;

/** Resistors of a drawer while capacitors fill, Ω. */
const FILLING_OHM = 47;
const SMALLEST_OHM = 1e-6;

/** The netlist with a swapped pair built in: the wires at an item's plus and minus change places. */
function withSwap(netlist: Netlist, itemId: Id): Netlist {
  const ports = [...netlist.consumers, ...netlist.chargers.map((c) => c.output), ...netlist.charging].filter(
    (p) => p.item.id === itemId,
  );
  const port = ports[0];
  if (!port) return netlist;
  const swap = (node: number) => (node === port.plus ? port.minus : node === port.minus ? port.plus : node);
  const branches = netlist.branches.map((b) => (b.kind === 'wire' ? { ...b, a: swap(b.a), b: swap(b.b) } : b));
  return { ...netlist, branches };
}

const drawn = (random: Random | null, [low, high]: readonly [number, number]): number =>
  random ? low + (high - low) * random.next() : 1;

/** Resistance of every branch as this board was built, its defects with it, Ω. */
export function builtOhms({ netlist, branchOhm, joinOhm, defects, seed }: SimulatedBoard): Float64Array {
  const random = seed === null ? null : seededRandom(seed);
  const ohms = Float64Array.from(netlist.branches, (branch) => {
    const sheet = branchOhm.get(branch.key) ?? UNKNOWN_OHM;
    if (branch.kind === 'wire')
      return (
        sheet * drawn(random, BUILD_TOLERANCES.copper) +
        joinOhm * (drawn(random, BUILD_TOLERANCES.joint) + drawn(random, BUILD_TOLERANCES.joint))
      );
    return sheet * drawn(random, branch.kind === 'fuseSeat' ? BUILD_TOLERANCES.fuse : BUILD_TOLERANCES.part);
  });
  netlist.branches.forEach((branch, i) => {
    for (const defect of defects) {
      if (defect.kind === 'wrongFuse' && defect.key === branch.key) ohms[i] = defect.ohm;
      if (!('connectionId' in defect) || branch.connectionId !== defect.connectionId) continue;
      if (defect.kind === 'openWire') ohms[i] = Number.POSITIVE_INFINITY;
      if (defect.kind === 'looseCrimp') ohms[i]! += defect.extraOhm;
      if (defect.kind === 'thinConductor')
        ohms[i]! += (branchOhm.get(branch.key) ?? UNKNOWN_OHM) * (defect.timesOhm - 1);
    }
  });
  return ohms;
}

const stateKey = (s: BenchState): string =>
  `${s.batteriesConnected} ${s.isolatorsClosed} ${s.seatsIn.join()} ${(s.bridged ?? []).join()}`;

/** A meter on a simulated board: each reading as the board, its defects and its tolerances make it. */
export class SimulatedBench {
  readonly #board: SimulatedBoard;
  readonly #netlist: Netlist;
  readonly #ohms: Float64Array;
  readonly #circuits = new Map<string, Circuit>();
  readonly #leadOhm: number;

  constructor(board: SimulatedBoard) {
    this.#board = board;
    this.#netlist = board.defects.reduce(
      (netlist, d) => (d.kind === 'swappedPair' ? withSwap(netlist, d.itemId) : netlist),
      weakened(board.netlist, board.defects),
    );
    this.#ohms = builtOhms({ ...board, netlist: this.#netlist });
    this.#leadOhm = board.defects.reduce((sum, d) => (d.kind === 'meterLead' ? sum + d.extraOhm : sum), 0);
  }

  #circuit(state: BenchState): Circuit {
    const key = stateKey(state);
    const kept = this.#circuits.get(key);
    if (kept) return kept;
    const seats = new Set(state.seatsIn);
    const bridged = new Set(state.bridged ?? []);
    const ohm = (branch: Branch, i: number): number => {
      if (branch.kind === 'fuseSeat' && bridged.has(branch.key)) return FILLING_OHM;
      if (branch.kind === 'fuseSeat' && !seats.has(branch.key)) return Number.POSITIVE_INFINITY;
      if (branch.kind === 'contact' && !state.isolatorsClosed) return Number.POSITIVE_INFINITY;
      return Math.max(SMALLEST_OHM, this.#ohms[i]!);
    };
    const made = circuitOf(this.#netlist, ohm, state.batteriesConnected);
    this.#circuits.set(key, made);
    return made;
  }

  #node({ itemId, terminalId }: Probe['plus']): number {
    return this.#netlist.nodeOf.get(`${itemId} ${terminalId}`) ?? 0;
  }

  /** What a meter reads at a step, in the unit of its quantity; an open circuit reads as overload. */
  read(step: Measurable): number {
    const { measures, state, probes } = step;
    if (measures === 'resistance' || measures === 'insulation') return this.#resistance(state, probes);
    if (step.basis?.kind === 'lead') return this.#lead(step, step.basis.sentA);
    if (probes.length === 0) return step.expected ?? 0;
    if (state.apart) return probes.reduce((sum, p) => sum + p.sign * (this.#ownV(p.plus) - this.#ownV(p.minus)), 0);
    const { nodeV, branchA } = this.#point(state);
    if (measures === 'current') {
      const i = this.#netlist.branches.findIndex((b) => b.connectionId === step.connectionId);
      return i < 0 ? 0 : Math.abs(branchA[i]!);
    }
    const { islandOf } = this.#circuit(state).network;
    return probes.reduce((sum, p) => {
      const [a, b] = [this.#node(p.plus), this.#node(p.minus)];
      return sum + (islandOf[a] === islandOf[b] ? p.sign * (nodeV[a]! - nodeV[b]!) : 0);
    }, 0);
  }

  /** What a battery has between its posts by itself, V. */
  #ownV({ itemId, terminalId }: Probe['plus']): number {
    const own = this.#netlist.sources.find((s) => s.item.id === itemId && s.plusRef.terminalId === terminalId);
    return own ? emfV(own, 'nominal') : 0;
  }

  #point(state: BenchState) {
    const circuit = this.#circuit(state);
    const on = new Set(state.flowsOn);
    const { islandOf } = circuit.network;
    // A flow whose loop is broken draws nothing.
    const flows = this.#board.flows.filter((f) => on.has(f.key) && islandOf[f.sink.plus] === islandOf[f.sink.minus]);
    return operatingPoint(circuit, flows, 'nominal');
  }

  #resistance(state: BenchState, probes: readonly Probe[]): number {
    const { network } = this.#circuit(state);
    const total = probes.reduce(
      (s, p) => s + p.sign * network.resistanceOhm(this.#node(p.plus), this.#node(p.minus)),
      0,
    );
    return Number.isFinite(total) ? total + this.#leadOhm : OVERLOAD;
  }

  /** One conductor by itself: what lies beside it is off at one end. */
  #lead({ connectionId, probes }: Measurable, sentA: number): number {
    const i = this.#netlist.branches.findIndex((b) => b.connectionId === connectionId);
    const branch = this.#netlist.branches[i];
    const probe = probes[0];
    // With its wires changed over the lug is not where the clip is.
    if (!branch || !probe || ![branch.a, branch.b].includes(this.#node(probe.plus))) return OVERLOAD;
    return Number.isFinite(this.#ohms[i]) ? sentA * this.#ohms[i]! : OVERLOAD;
  }
}

/** The sources as weak cells leave them. */
function weakened(netlist: Netlist, defects: readonly Defect[]): Netlist {
  const weak = new Map(defects.flatMap((d) => (d.kind === 'weakCell' ? [[d.itemId, d.lessV] as const] : [])));
  if (weak.size === 0) return netlist;
  return {
    ...netlist,
    sources: netlist.sources.map((s) =>
      s.element.kind === 'battery' && weak.has(s.item.id)
        ? { ...s, element: { ...s.element, nominalV: s.element.nominalV - weak.get(s.item.id)! } }
        : s,
    ),
  };
}
