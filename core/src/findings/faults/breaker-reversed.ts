import type { Command } from '../../document/commands.ts';
import { isBreaker } from '../../document/part/part.ts';
import { rows } from '../../engine/fact.ts';
import { connections, parts, seats } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { names } from '../views.ts';

/** A polarised breaker breaks one way only: its line side must face the bank. */
export const breakerReversed = finding({
  id: 'breaker-reversed',
  subject: 'faults',
  station: 'circuit',
  severity: { stop: 'hurts', note: 'to know' },
  protects: 'whoever counts on it: a polarised d.c. breaker that breaks backwards burns',
  source: 'part sheet: line, load and polarity',
  limits: {},
  reads: { seats: rows(seats, ['key', 'itemId', 'seatId', 'spare', 'lineIsFar']), names, parts, connections },
  judge: ({ seats, names, parts, connections }) =>
    seats.flatMap((seat) => {
      const item = names.get(seat.itemId)!;
      const element = parts.get(item.partId)?.elements.find((e) => e.id === seat.seatId);
      if (element?.kind !== 'fuseSeat' || !isBreaker(element.style) || seat.spare) return [];
      if (!seat.lineIsFar) return [];
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
          says: `${item.designation} stands the wrong way round: its line side faces the load`,
          why: element.polarised
            ? 'a polarised d.c. breaker that breaks backwards burns instead of opening'
            : 'line and load are marked for the hand that works on it',
          fixes: [{ label: 'Turn it round', commands }],
        },
      ];
    }),
});
