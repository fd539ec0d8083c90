import { figure, given, use } from '../../engine/formula.ts';
import { conductorResistance, conductorTemperature, dropV } from '../../formulas/cables.ts';
import { smallestFault } from '../../formulas/faults.ts';
import { prospectiveCurrent } from '../../formulas/protection.ts';
import { sizeText } from '../../tables/awg.ts';
import { CLASS5_SOURCE } from '../../tables/conductorResistance.ts';
import { CCA, COLD_AGED_SOURCE } from '../../tables/sourceCorners.ts';
import type { FaultModel, Side, Strongest } from '../faults/faultModel.ts';
import { UNKNOWN_OHM } from './branchResistance.ts';
import { withstandFigure } from './clearing.ts';
import { designFigure } from './designFigure.ts';
import type { Exposure } from './exposure.ts';
import { withstandAt } from './growForFault.ts';
import type { SizedWire, WireShort } from './sizingResult.ts';
import { loadedInputs, resistanceInputs, type SizingState, type WorkingCable } from './state.ts';
import { wireGuard } from './wireGuard.ts';

/** Resistance of a cable as warm as its load makes it, Ω. */
function hotOhm(cable: WorkingCable): number {
  const { id, material } = cable.cable;
  const conductorC = use(
    conductorTemperature,
    loadedInputs(cable),
    () => `cable/${id}/loadedC`,
    () => ({
      columnC: given('the lower of insulation and terminal temperature, as a column of the table'),
      ambientC: given('brief, or the segment where it is hottest'),
      currentA: given('largest design current of its cores'),
      ampacityA: figure(`cable/${id}/ampacityA/${cable.areaMm2}`),
    }),
  );
  return use(
    conductorResistance,
    resistanceInputs(cable, conductorC),
    () => `cable/${id}/resistanceOhm`,
    () => ({
      ohmPerKm: given(
        `${material === 'flatCopper' ? 'solid copper, IEC 60028' : CLASS5_SOURCE}, ${sizeText(cable.areaMm2)}${material === 'cca' ? `, × ${CCA.resistanceFactor} for copper-clad aluminium` : ''}`,
      ),
      lengthMm: figure(`cable/${id}/lengthMm`),
      alphaPerK: given('annealed copper, IACS'),
      conductorC: figure(`cable/${id}/loadedC`),
    }),
  );
}

/** Of two shorts the stronger; the first of equal ones. */
const stronger = (a: Strongest | null, b: Strongest | null): Strongest | null =>
  a && b ? (b.totalA > a.totalA ? b : a) : (a ?? b);

/** A short, told as a figure. */
function largestFigure(faults: FaultModel, short: Strongest | null, address: () => string): number | null {
  if (!short) return null;
  const { openV, pathOhm, state } = short;
  const { title } = faults.states[state]!;
  return use(prospectiveCurrent, { openCircuitV: openV, pathOhm }, address, () => ({
    openCircuitV: given(`full bank at rest, chargers on${title && `; ${title}`}`),
    pathOhm: given('solved network: bank warm, cables at 20 °C, fuses, contacts, the strongest return'),
  }));
}

function smallestFigure(faults: FaultModel, node: number, address: () => string): number | null {
  const found = faults.weakestAt(node);
  if (!found) return null;
  const { title } = faults.states[found.state]!;
  return use(smallestFault, { lowV: found.openV, loopOhm: found.pathOhm }, address, () => ({
    lowV: given(`bank low, at rest${title && `; ${title}`}`),
    loopOhm: given(`solved network, hot copper, to the minus of what stands at this end; ${COLD_AGED_SOURCE}`),
  }));
}

type LayersOf = (layers: Side['layers']) => WireShort['layers'];

const knownLayers = new WeakMap<Side['layers'], WireShort['layers']>();

/** Layers in words of the document, each list of them told once: many conductors take the same short home. */
const layersTold =
  ({ netlist }: SizingState): LayersOf =>
  (layers) => {
    let told = knownLayers.get(layers);
    if (!told) {
      told = layers.map(({ devices, largeA, smallA }) => ({
        keys: devices.map((d) => netlist.branches[d]!.key),
        largeA,
        smallA,
      }));
      knownLayers.set(layers, told);
    }
    return told;
  };

/** A short in a conductor from one side, in words of the document. */
function shortOf(
  state: SizingState,
  faults: FaultModel,
  b: number,
  { side, end, verdict }: Exposure,
  layersOf: LayersOf,
): WireShort {
  const keyOf = (b: number) => state.netlist.branches[b]!.key;
  return {
    state: faults.states[side.state]!.title,
    fedBy: state.polarityOf[b] === 'minus' ? null : side.from === state.netlist.branches[b]!.a ? 'from' : 'to',
    layers: layersOf(side.layers),
    openItemIds: side.open.map((s) => state.netlist.sources[s]!.item.id),
    largeA: side.largeA,
    smallA: side.smallA,
    verdict,
    endedBy: end ? end.best.devices.map(keyOf) : [],
    holdsA: end ? end.holder.holdsA : null,
    clearS: end ? end.best.clearS : null,
    passedA2s: end ? end.best.passedA2s : null,
  };
}

/** Of several shorts the one that leaves the conductor least: it burns, or the most energy passes. */
const worstOf = (shorts: readonly WireShort[]): WireShort | null =>
  shorts
    .filter((s) => s.verdict !== 'unfused')
    .reduce<WireShort | null>((worst, s) => {
      if (!worst) return s;
      const rank = (x: WireShort) => (x.verdict === 'burns' ? 2 : x.verdict === 'tap' ? 0 : 1);
      if (rank(s) !== rank(worst)) return rank(s) > rank(worst) ? s : worst;
      return (s.passedA2s ?? Number.POSITIVE_INFINITY) > (worst.passedA2s ?? Number.POSITIVE_INFINITY) ? s : worst;
    }, null);

function sizedWire(state: SizingState, faults: FaultModel, b: number, layersOf: LayersOf): SizedWire | null {
  const branch = state.netlist.branches[b]!;
  const { connectionId } = branch;
  if (!connectionId) return null;
  const at = (figureName: string) => () => `connection/${connectionId}/${figureName}`;
  const cable = state.cableOfBranch.get(b);
  const resistanceOhm = cable ? hotOhm(cable) : UNKNOWN_OHM;
  let currentA = 0;
  for (const { operating, charging } of state.works)
    currentA = Math.max(currentA, Math.abs(operating.branchA[b]!), Math.abs(charging.branchA[b]!));
  const guard = wireGuard(state, b);
  const polarity = state.polarityOf[b]!;
  const live = polarity !== 'minus';
  const shorts = (state.exposures[b] ?? []).map((e) => shortOf(state, faults, b, e, layersOf));
  const worst = worstOf(shorts);
  const [atA, atB] = [faults.strongestAt(branch.a), faults.strongestAt(branch.b)];
  // The end that a short meets with more resistance on the way.
  const fromA = (atA?.pathOhm ?? 0) > (atB?.pathOhm ?? 0);
  return {
    connectionId,
    polarity,
    designCurrentA: designFigure(state, b, at('designCurrentA')),
    state: state.works[state.workAt[b]!]!.board.title,
    operatingCurrentA: currentA,
    resistanceOhm,
    dropV: use(dropV, { currentA, resistanceOhm }, at('dropV'), () => ({
      currentA: given('operating point of the solved network'),
      resistanceOhm: cable
        ? figure(`cable/${cable.cable.id}/resistanceOhm`)
        : given('no cable carries it: counted as next to nothing'),
    })),
    guardKeys: (guard?.devices ?? []).map((d) => state.netlist.branches[d]!.key),
    guardRatingA: guard?.holdsA ?? null,
    aheadA: guard?.aheadA ?? null,
    faultA: live ? largestFigure(faults, stronger(atA, atB), at('faultA')) : null,
    faultFarA: live ? largestFigure(faults, fromA ? atA : atB, at('faultFarA')) : null,
    faultSmallestA: live ? smallestFigure(faults, fromA ? branch.a : branch.b, at('faultSmallestA')) : null,
    shorts,
    clearing:
      worst && cable
        ? {
            by: worst.endedBy,
            largeA: worst.largeA,
            smallA: worst.smallA,
            clearS: worst.clearS,
            passedA2s: worst.passedA2s,
            withstandA2s: withstandFigure(withstandAt(cable, state)),
          }
        : null,
    flowKeys: flowKeysAt(state, b),
  };
}

const flowKeysAt = ({ works }: SizingState, b: number): readonly string[] =>
  works.length === 1
    ? works[0]!.relations.flowKeysOf[b]!
    : [...new Set(works.flatMap((w) => w.relations.flowKeysOf[b]!))];

/** Every wire with its currents, drop, guard and faults. */
export function sizedWires(state: SizingState, faults: FaultModel): SizedWire[] {
  const layersOf = layersTold(state);
  return state.netlist.branches.flatMap((_, b) => sizedWire(state, faults, b, layersOf) ?? []);
}
