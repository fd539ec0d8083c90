import type { Command } from '../../document/commands.ts';
import { isBreaker } from '../../document/part/part.ts';
import { rows } from '../../engine/fact.ts';
import type { Flow } from '../../stages/demand/demand.ts';
import type { Netlist } from '../../stages/netlist/netlist.ts';
import { neighbours, reachedFrom } from '../../stages/netlist/reach.ts';
import { connections, flows, netlist, parts, seats } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { names } from '../views.ts';

/** A polarised breaker breaks one way only: its line side must face what feeds the arc, the bank or the modules. */
export const breakerReversed = finding({
  id: 'breaker-reversed',
  subject: 'faults',
  station: 'circuit',
  severity: { stop: 'hurts', note: 'to know' },
  protects: 'whoever counts on it: a polarised d.c. breaker that breaks backwards burns',
  source: 'part sheet: line, load and polarity',
  limits: {},
  reads: {
    seats: rows(seats, ['key', 'itemId', 'seatId', 'spare', 'lineIsFar']),
    flows: rows(flows, ['way', 'supply', 'sink']),
    netlist,
    names,
    parts,
    connections,
  },
  judge: ({ seats, flows, netlist, names, parts, connections }) => {
    const strings = flows.filter((f) => f.way === 'solar');
    return seats.flatMap((seat) => {
      const item = names.get(seat.itemId)!;
      const element = parts.get(item.partId)?.elements.find((e) => e.id === seat.seatId);
      if (element?.kind !== 'fuseSeat' || !isBreaker(element.style) || seat.spare) return [];
      const sunBehind = strings.length > 0 && sunAtLoad(netlist, strings, seat.key);
      if (!seat.lineIsFar && !sunBehind) return [];
      const commands: Command[] = connections.flatMap((c) =>
        (['from', 'to'] as const).flatMap((end): Command[] => {
          const ref = c[end];
          if (ref.itemId !== item.id) return [];
          const other = ref.terminalId === element.a ? element.b : ref.terminalId === element.b ? element.a : null;
          return other
            ? [{ kind: 'set', collection: 'connections', id: c.id, field: end, value: { ...ref, terminalId: other } }]
            : [];
        }),
      );
      return [
        {
          entity: seat.key,
          severity: element.polarised ? ('stop' as const) : ('note' as const),
          where: { label: item.designation, itemIds: [item.id] },
          says: `${item.designation} stands the wrong way round: its line side faces ${sunBehind ? 'the controller, not the modules' : 'the load'}`,
          why: element.polarised
            ? 'a polarised d.c. breaker that breaks backwards burns instead of opening'
            : 'line and load are marked for the hand that works on it',
          fixes: [{ label: 'Turn it round', commands }],
        },
      ];
    });
  },
});

/** In a line of the sun: its load side faces the modules, which is what feeds an arc there. */
function sunAtLoad(netlist: Netlist, strings: readonly Pick<Flow, 'supply' | 'sink'>[], key: string): boolean {
  const own = netlist.branches.find((b) => b.key === key)!;
  const near = neighbours(netlist, (b) => b !== own);
  return strings.some(({ supply, sink }) => {
    if (!supply) return false;
    const [sun, controller] = [reachedFrom(near, [supply.plus]), reachedFrom(near, [sink.plus])];
    return sun.has(own.b) && controller.has(own.a) && !sun.has(own.a);
  });
}
