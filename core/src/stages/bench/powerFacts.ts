import { chargingOf } from '../../devices/registry.ts';
import { compareText } from '../../engine/compareText.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';
import { feedingOf, type Potentials } from '../netlist/potentials.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';
import type { SizedSeat } from '../sizing/sizingResult.ts';
import type { PowerFacts, PowerSeat } from './powerUp.ts';

export type BenchSeat = Pick<SizedSeat, 'key' | 'itemId' | 'seatId' | 'spare' | 'link' | 'upstreamKeys'>;

/** Fuses go in one by one, nearest the source first: a seat waits for every seat upstream of it. */
export const nearestFirst = <T extends Pick<BenchSeat, 'spare' | 'upstreamKeys' | 'key'>>(seats: readonly T[]): T[] =>
  seats
    .filter((s) => !s.spare)
    .sort((a, b) => a.upstreamKeys.length - b.upstreamKeys.length || compareText(a.key, b.key));

/** A case with several inputs counts once. */
const oncePerItem = <T extends { itemId: string }>(all: readonly T[]): T[] =>
  [...new Map([...all].reverse().map((one) => [one.itemId, one])).values()].reverse();

const FROM = { solar: 'sun', dcdc: 'the other battery' } as const;

/** What of a board decides the order it comes alive in, out of its network. */
export function powerFacts(netlist: Netlist, potentials: Potentials, seats: readonly BenchSeat[]): PowerFacts {
  const near = neighbours(netlist, (b) => b.kind !== 'fuseSeat');
  const bottoms = new Set(netlist.sources.map((s) => s.minus));
  const branchOf = new Map<string, Branch>(netlist.branches.map((b) => [b.key, b]));
  const own = nearestFirst(seats).filter((s) => branchOf.has(s.key));
  // What lies behind a seat, up to the next ones.
  const beyond = new Map(own.map((s) => [s.key, reachedFrom(near, [branchOf.get(s.key)!.b], (n) => bottoms.has(n))]));
  const inverters = netlist.consumers.filter((c) => c.element.kind === 'inverter');
  const others = [
    ...netlist.consumers.filter((c) => c.element.kind !== 'inverter').map((c) => c.plus),
    ...netlist.chargers.flatMap((c) => [c.input.plus, c.output.plus]),
    ...netlist.charging.map((c) => c.plus),
    ...own.map((s) => branchOf.get(s.key)!.a),
  ];
  const withUpstream = (found: readonly BenchSeat[]) => [...new Set(found.flatMap((s) => [...s.upstreamKeys, s.key]))];
  const before = (node: number) => withUpstream(own.filter((s) => beyond.get(s.key)!.has(node)));
  const batteries = netlist.sources.flatMap((s) => (s.element.kind === 'battery' ? [s.element] : []));
  return {
    wokenLast: batteries.length > 0 && batteries.every((b) => b.limitsInrush && b.wakes === 'by button'),
    seats: own.map((s): PowerSeat => {
      const branch = branchOf.get(s.key)!;
      const reached = beyond.get(s.key)!;
      const inverter = inverters.find((i) => reached.has(i.plus));
      const alone = !others.some((n) => n !== branch.a && reached.has(n));
      const base = feedingOf(potentials, potentials.netOf[branch.a]!).bottoms[0];
      return {
        key: s.key,
        itemId: s.itemId,
        upstreamKeys: s.upstreamKeys,
        inverterId: inverter && alone ? inverter.item.id : null,
        sourceId: base && base.element.kind !== 'battery' ? base.item.id : null,
      };
    }),
    chargers: oncePerItem([
      ...netlist.chargers.map((c) => ({
        itemId: c.item.id,
        seatKeys: before(c.output.plus),
        from: FROM[c.element.source],
      })),
      ...netlist.charging.map((c) => ({
        itemId: c.item.id,
        seatKeys: before(c.plus),
        from: chargingOf(c.element).sourceName,
      })),
    ]),
    inverters: inverters.map((i) => ({ itemId: i.item.id, seatKeys: before(i.plus) })),
  };
}
