import type { Id } from '../../document/basics.ts';
import type { Command } from '../../document/commands.ts';
import { field, rows } from '../../engine/fact.ts';
import { profile } from '../../stages/inputs.ts';
import { sizing } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { cableAt, cableOf, words } from '../views.ts';

/** Volts lost on the way to a consumer or charger, past its limit; the worst of a device. */
export const dropOverLimit = finding({
  id: 'drop-over-limit',
  subject: 'protection',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'what is fed: it dims, slows, or charges badly',
  source: 'drop limits of the profile',
  limits: {
    criticalShare: { setBy: 'profile', unit: '', what: 'of nominal, for critical loads', source: 'drop limits' },
    otherShare: { setBy: 'profile', unit: '', what: 'of nominal, for the others', source: 'drop limits' },
  },
  reads: {
    drops: field(sizing, 'drops'),
    wires: rows(field(sizing, 'wires'), ['connectionId', 'flowKeys']),
    cableAt,
    cableOf,
    words,
    profile,
  },
  judge: ({ drops, wires, cableAt, cableOf, words, profile }) => {
    const percent = (x: number) => `${(x * 100).toFixed(1)} %`;
    const worst = new Map<Id, (typeof drops)[number]>();
    for (const drop of drops) {
      if (drop.share <= drop.limitShare * (1 + 1e-9)) continue;
      const known = worst.get(drop.itemId);
      if (!known || drop.share > known.share) worst.set(drop.itemId, drop);
    }
    const blamed = (blame: (typeof drops)[number]['blame']) => {
      const cable = blame?.connectionId ? cableAt.get(blame.connectionId) : undefined;
      const name = cable?.designation ?? words.get(blame?.itemId ?? '')?.designation;
      return blame && name ? `; ${Math.round(blame.share * 100)} % of it in ${name}` : '';
    };
    return [...worst.values()].map((drop) => {
      const item = words.get(drop.itemId)!;
      const onPath = wires
        .filter((w) => w.flowKeys.includes(drop.key))
        .flatMap((w) => cableOf.get(cableAt.get(w.connectionId)?.id ?? '') ?? []);
      const locked = onPath.filter((c) => c.conductorMm2.mode === 'locked');
      return {
        entity: drop.key,
        where: { label: item.designation, itemIds: [item.id], cableIds: onPath.map((c) => c.id) },
        says: `${item.designation} ${item.name} loses ${percent(drop.share)}, limit ${percent(drop.limitShare)}`,
        why: `${drop.plusDropV.toFixed(2)} V out and ${drop.minusDropV.toFixed(2)} V back at ${amps(drop.currentA)}, hot copper, fuses and shunt included${blamed(drop.blame)}`,
        source: profile.drop.source,
        fixes: locked.length
          ? [
              {
                label: `Let ${locked.map((c) => c.designation).join(', ')} be worked out`,
                commands: locked.map(
                  (c): Command => ({
                    kind: 'set',
                    collection: 'cables',
                    id: c.id,
                    field: 'conductorMm2',
                    value: { mode: 'auto' },
                  }),
                ),
              },
            ]
          : [],
      };
    });
  },
});
