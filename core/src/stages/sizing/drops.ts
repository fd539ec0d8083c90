import type { Id } from '../../document/basics.ts';
import type { ElectricLoad } from '../../document/item/item.ts';
import { given, use } from '../../engine/formula.ts';
import { dropShare } from '../../formulas/cables.ts';
import type { Profile } from '../../profiles/profile.ts';
import type { Flow } from '../demand/demand.ts';
import { feedingOf, type Nets } from '../netlist/potentials.ts';
import type { OperatingPoint } from './electrical.ts';

export interface FlowDrop {
  key: string;
  itemId: Id;
  way: Flow['way'];
  /** Place of the state in which it is worst. */
  work: number;
  currentA: number;
  plusDropV: number;
  minusDropV: number;
  /** What it is judged by, V. */
  systemVoltageV: number;
  share: number;
  limitShare: number;
  /** Of a drop past its limit: what loses most on the way, and its part of it; null within the limit. */
  blame: { connectionId: Id | null; itemId: Id | null; share: number } | null;
  dropClass: 'critical' | 'other';
}

/** Part of its open-circuit voltage a crystalline module works at. Common practice, no source. */
const WORKING_SHARE = 0.82;

/** Working voltage of a string, V: its drop counts against that, not against the bank's. */
const workingV = ({ modules }: Flow): number => modules.reduce((s, m) => s + m.element.openCircuitV, 0) * WORKING_SHARE;

/** Which limit judges a flow: a load row says so; a relay's coil pulls in low; inverters and chargers are critical. */
function dropClassOf(flow: Flow, loads: ReadonlyMap<Id, ElectricLoad | null>): 'critical' | 'other' {
  if (flow.way !== 'discharge' || flow.key.endsWith('/input')) return 'critical';
  if (flow.operating.kind === 'resistance') return 'other';
  return loads.get(flow.itemId)?.dropClass ?? 'critical';
}

/**
 * Volts lost between the source's terminals and each flow's, both poles, at an operating point.
 * A solar string floats, so each pole is compared with its own module lead.
 */
export function dropsOf(
  flows: readonly Flow[],
  point: OperatingPoint,
  nets: Nets,
  context: {
    systemVoltageV: number;
    profile: Profile;
    loads: ReadonlyMap<Id, ElectricLoad | null>;
    work: number;
    skip: (flowKey: string) => boolean;
  },
  judged: (flow: Flow) => boolean = () => true,
): FlowDrop[] {
  const { profile, loads } = context;
  const supplies = new Map<number, { plusV: number; minusV: number; voltageV: number }>();
  /** What feeds a flow, or takes its charge: the terminals of its own sources, and the voltage it is judged by. */
  const supplyOf = (net: number) => {
    let found = supplies.get(net);
    if (found) return found;
    const { tops, bottoms } = feedingOf(nets, net);
    const onFeed = tops.length > 0 && tops.every((s) => s.element.kind === 'feed');
    found = {
      // Wired any way at all, a place may hang on the minus posts of batteries alone: those feed it then.
      plusV: Math.max(
        ...(tops.length > 0
          ? tops.map((s) => point.nodeV[s.plus]!)
          : nets.nets[net]!.minusOf.map((s) => point.nodeV[s.minus]!)),
      ),
      minusV: Math.min(...bottoms.map((s) => point.nodeV[s.minus]!)),
      voltageV: onFeed ? (tops[0]!.item.feed?.restingVoltageV ?? 12) : context.systemVoltageV,
    };
    supplies.set(net, found);
    return found;
  };
  return flows.flatMap((flow, i) => {
    const supply = supplyOf(nets.netOf[flow.sink.plus]!);
    const plusRef = flow.supply ? point.nodeV[flow.supply.plus]! : supply.plusV;
    const minusRef = flow.supply
      ? point.nodeV[flow.supply.minus]!
      : Number.isFinite(supply.minusV)
        ? supply.minusV
        : point.nodeV[flow.sink.minus]!;
    // An alternator's own battery stands beside it, taken out: there is nothing to measure its drop against.
    if (context.skip(flow.key) || !judged(flow)) return [];
    const systemVoltageV = flow.way === 'solar' ? workingV(flow) : supply.voltageV;
    const plusDropV = Math.abs(plusRef - point.nodeV[flow.sink.plus]!);
    const minusDropV = Math.abs(point.nodeV[flow.sink.minus]! - minusRef);
    const dropClass = dropClassOf(flow, loads);
    return [
      {
        key: flow.key,
        itemId: flow.itemId,
        way: flow.way,
        work: context.work,
        currentA: point.flowA[i]!,
        plusDropV,
        minusDropV,
        systemVoltageV,
        share: dropShare.compute({ plusDropV, minusDropV, systemVoltageV }),
        blame: null,
        dropClass,
        limitShare: dropClass === 'critical' ? profile.drop.criticalShare : profile.drop.otherShare,
      },
    ];
  });
}

/** Tells a drop as a figure, with the state in which it is worst. */
export const dropFigure = ({ key, way, plusDropV, minusDropV, systemVoltageV }: FlowDrop, state: string): number =>
  use(
    dropShare,
    { plusDropV, minusDropV, systemVoltageV },
    () => `flow/${key}/dropShare`,
    () => ({
      plusDropV: given(
        `node voltages of the solved network, copper as warm as its load makes it, fuses and contacts included${state && `; ${state}`}`,
      ),
      minusDropV: given('node voltages of the solved network, copper as warm as its load makes it, shunt included'),
      systemVoltageV: given(
        way === 'solar'
          ? `working voltage of the string, ${WORKING_SHARE} of its open-circuit voltage (common practice, no source)`
          : 'nominal voltage of what feeds it',
      ),
    }),
  );
