import type { Draft } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { ElectricalBrief } from '../../document/brief/brief.ts';
import type { Catalogue, Part } from '../../document/part/part.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { compareText } from '../../engine/compareText.ts';
import { REST_VOLTAGE_PER_12V } from '../../tables/batteryVoltage.ts';
import type { Netlist } from '../netlist/netlist.ts';
import { feedingOf, type Potentials } from '../netlist/potentials.ts';
import type { SizedSeat } from '../sizing/sizingResult.ts';
import { type BenchItem, LIVE } from './benchWords.ts';

type BenchSeat = Pick<SizedSeat, 'key' | 'itemId' | 'seatId' | 'spare' | 'link' | 'upstreamKeys'>;

/** Fuses go in one by one, nearest the source first: a seat waits for every seat upstream of it. */
function nearestFirst(seats: readonly BenchSeat[]): BenchSeat[] {
  return seats
    .filter((s) => !s.spare)
    .sort((a, b) => a.upstreamKeys.length - b.upstreamKeys.length || compareText(a.key, b.key));
}

/** Keys of the seats in the order their fuses go in. */
export const seatOrder = (seats: readonly BenchSeat[]): string[] => nearestFirst(seats).map((s) => s.key);

/** Each fuse put in, and what stands behind it then. */
export function fuseSteps(input: {
  netlist: Netlist;
  potentials: Potentials;
  brief: Pick<ElectricalBrief, 'chemistry' | 'systemVoltageV'>;
  items: readonly BenchItem[];
  parts: ReadonlyMap<Id, Part>;
  seats: readonly BenchSeat[];
  catalogue: Catalogue;
  workshop: Pick<Workshop, 'meterToleranceV'>;
}): Draft[] {
  const { netlist, potentials, brief } = input;
  const items = new Map(input.items.map((i) => [i.id, i]));
  const steps: Draft[] = [];
  const inSoFar: string[] = [];
  const table = REST_VOLTAGE_PER_12V[brief.chemistry];
  for (const seat of nearestFirst(input.seats)) {
    const item = items.get(seat.itemId)!;
    const part = input.parts.get(item.partId)!;
    const element = part.elements.find((e) => e.id === seat.seatId);
    const branch = netlist.branches.find((b) => b.key === seat.key)!;
    if (element?.kind !== 'fuseSeat') continue;
    const base = feedingOf(potentials, potentials.netOf[branch.a]!).bottoms[0];
    if (!base) continue;
    inSoFar.push(seat.key);
    const fed = base.element.kind === 'battery';
    const many = part.elements.filter((e) => e.kind === 'fuseSeat').length > 1;
    const name = many ? `${item.designation}:${seat.seatId}` : item.designation;
    const link = input.catalogue.fuseLinks.find((l) => l.id === seat.link.value);
    const factor = brief.systemVoltageV / 12;
    // Seen from a side that is surely the load's: with the link in, both sides stand at the source's voltage.
    steps.push({
      id: `fuses/${seat.key}`,
      stage: 'fuses',
      entityId: seat.itemId,
      title: `Fuse ${name}: ${link?.name ?? 'no link chosen'}`,
      how: `${inSoFar.length === 1 ? 'Close the isolators. ' : ''}Read the rating on the link, put it in ${name}, then meter from its load side to the source's minus.`,
      caution: LIVE,
      method: 'reading',
      measures: 'voltage',
      unit: 'V',
      lowLimit:
        (fed ? table.benchLowV * factor : (base.item.feed?.lowestVoltageV ?? 11)) - input.workshop.meterToleranceV,
      highLimit:
        (fed ? table.benchHighV * factor : (base.item.feed?.restingVoltageV ?? 12.6) * 1.05) +
        input.workshop.meterToleranceV,
      expected: fed ? table.nominalV * factor : (base.item.feed?.restingVoltageV ?? 12.6),
      limitFigure: null,
      probes: [{ plus: { itemId: item.id, terminalId: element.b }, minus: base.minusRef, sign: 1 }],
      state: { batteriesConnected: true, isolatorsClosed: true, seatsIn: [...inSoFar], flowsOn: [] },
      role: 'tester',
    });
  }
  return steps;
}
