import { field } from '../../engine/fact.ts';
import { openingTime } from '../../solvers/timeCurrent.ts';
import { emfV, feedingOf } from '../../stages/netlist/potentials.ts';
import { branchCurrents, circuitOf } from '../../stages/sizing/electrical.ts';
import { netlist, parts, plan, potentials, seatOf, sized } from '../../stages/stages.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { ampsInWords as amps, secondsInWords as seconds } from '../../words.ts';
import { finding } from '../finding.ts';
import { nameOf, seatName } from '../places.ts';
import { names } from '../views.ts';

/** What the button that joins the bank to a weak starter battery lets through, and what opens before the engine runs. */
export const boostCurrent = finding({
  id: 'boost-current',
  subject: 'control',
  station: 'circuit',
  severity: { warn: 'disappoints', note: 'to know' },
  protects: 'whoever presses the button: a fuse goes instead of the engine',
  source: 'solved network with the button held: bank full at rest, starter battery pulled down by its motor',
  limits: {
    crankingV: {
      value: 9.5,
      unit: 'V per 12 V',
      what: 'a weak starter battery while it turns the engine',
      source: 'common practice, no source',
    },
    crankS: { value: 5, unit: 's', what: 'how long a start takes', source: 'common practice, no source' },
  },
  reads: { netlist, potentials, plan, hot: field(sized, 'hot'), seatOf, parts, names },
  judge: ({ netlist, potentials, plan, hot, seatOf, parts, names }, { crankingV, crankS }) => {
    const moments = plan.states.filter((s) => s.moment);
    if (moments.length === 0) return [];
    return netlist.sources.flatMap((feed, f) => {
      if (feed.element.kind !== 'feed') return [];
      const weakV = crankingV * systemScale(potentials, feed.plus);
      let worst: { branchA: Float64Array; feedA: number } | null = null;
      for (const { closed } of moments) {
        const circuit = circuitOf(netlist, (_, i) => (closed[i] ? 1 / hot.conductanceS[i]! : Number.POSITIVE_INFINITY));
        const injection = new Float64Array(netlist.nodeCount);
        netlist.sources.forEach((s, i) => {
          const volts = s === feed ? weakV : emfV(s, 'full');
          injection[s.plus]! += volts / circuit.sourceOhm[i]!;
          injection[s.minus]! -= volts / circuit.sourceOhm[i]!;
        });
        const nodeV = circuit.network.solve(injection);
        const feedA = (nodeV[feed.plus]! - nodeV[feed.minus]! - weakV) / circuit.sourceOhm[f]!;
        if (feedA > (worst?.feedA ?? 1)) worst = { branchA: branchCurrents(circuit, nodeV), feedA };
      }
      if (!worst) return [];
      const { branchA, feedA } = worst;
      const carrying = netlist.branches.flatMap((b, i) =>
        Math.abs(branchA[i]!) > feedA / 2 ? [{ b, currentA: Math.abs(branchA[i]!) }] : [],
      );
      const opening = carrying.flatMap(({ b, currentA }) => {
        const seat = b.kind === 'fuseSeat' ? seatOf.get(b.key) : undefined;
        if (!seat?.ratingA) return [];
        const { minS } = openingTime(curveOf(seat.style, seat.curve), seat.ratingA, currentA);
        return minS < crankS ? [{ key: b.key, itemId: seat.itemId, minS, ratingA: seat.ratingA }] : [];
      });
      const contacts = carrying.flatMap(({ b }) =>
        b.element?.kind === 'contact' && b.element.ratingA < feedA
          ? [{ itemId: b.itemId!, ratingA: b.element.ratingA }]
          : [],
      );
      const ids = [...new Set([...opening.map((o) => o.itemId), ...contacts.map((c) => c.itemId)])];
      const told = [
        ...opening.map(
          (o) => `${seatName({ names, parts }, seatOf, o.key)} (${amps(o.ratingA)}) may open after ${seconds(o.minS)}`,
        ),
        ...contacts.map((c) => `${nameOf(names, c.itemId)} is made for ${amps(c.ratingA)}`),
      ];
      return [
        {
          entity: feed.key,
          severity: opening.length > 0 ? ('warn' as const) : ('note' as const),
          where: {
            label: [nameOf(names, feed.item.id), ...ids.map((id) => nameOf(names, id))].join(', '),
            itemIds: [feed.item.id, ...ids],
          },
          says: `With the button held up to ${amps(feedA)} flow into ${nameOf(names, feed.item.id)} for a start${told.length > 0 ? `: ${told.join('; ')}` : ''}`,
          why: 'press it for seconds only; a fuse that holds through a start, and cable for it, or a lead from elsewhere',
        },
      ];
    });
  },
});

/** How many times 12 V the system is that a plus belongs to. */
const systemScale = (potentials: Parameters<typeof feedingOf>[0], plus: number): number => {
  const top = feedingOf(potentials, potentials.netOf[plus]!).tops[0];
  return top ? Math.max(1, Math.round(emfV(top, 'nominal') / 12)) : 1;
};
