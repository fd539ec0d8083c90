import { rows } from '../../engine/fact.ts';
import { catalogue, netlist, parts, potentials, seats } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { names } from '../views.ts';
import { COLD_LIMITS, coldStrings } from './coldString.ts';

/** What stands in a string to part it must be made for its voltage on the coldest day: d.c. arcs do not go out alone. */
export const isolatorBelowString = finding({
  id: 'isolator-below-string',
  subject: 'sun',
  station: 'circuit',
  severity: { stop: 'hurts' },
  protects: 'the hand that opens it: an arc under sun does not go out',
  source: 'part sheet: rated d.c. voltage; crystalline silicon about 0.3 %/K (common practice, no source)',
  limits: {
    ...COLD_LIMITS,
    ratedV: {
      setBy: 'part sheet',
      unit: 'V',
      what: 'd.c. voltage the switch or link is made for',
      source: 'part sheet',
    },
  },
  reads: { coldStrings, names, parts, netlist, potentials, catalogue, seats: rows(seats, ['key', 'link']) },
  judge: ({ coldStrings, names, parts, netlist, potentials, catalogue, seats }) =>
    coldStrings.flatMap(({ flow, coldV }) => {
      const islands = new Set(
        [flow.supply, flow.sink].flatMap((p) => (p ? [potentials.islandOf[p.plus], potentials.islandOf[p.minus]] : [])),
      );
      const weak = netlist.branches.flatMap((b) => {
        if (!b.itemId || (b.kind !== 'contact' && b.kind !== 'fuseSeat')) return [];
        if (!islands.has(potentials.islandOf[b.a]) || !Number.isNaN(potentials.nodeV[b.a]!)) return [];
        const item = names.get(b.itemId)!;
        const linkId = seats.find((s) => s.key === b.key)?.link.value;
        const link = catalogue.fuseLinks.find((l) => l.id === linkId);
        const ratedV =
          b.kind === 'fuseSeat'
            ? Math.max(0, ...(link?.interrupt.map((r) => r.upToV) ?? []))
            : Math.max(0, ...(parts.get(item.partId)?.systemVoltagesV ?? []));
        return ratedV > 0 && ratedV < coldV - 1e-9 ? [{ item, ratedV }] : [];
      });
      return [...new Map(weak.map((w) => [w.item.id, w])).values()].map(({ item, ratedV }) => ({
        entity: item.id,
        where: { label: item.designation, itemIds: [item.id] },
        says: `${item.designation} is made for ${ratedV} V, the string it parts reaches ${coldV.toFixed(0)} V in the cold`,
        why: 'opened under sun it draws an arc it cannot put out: two poles, rated for the cold voltage of the string',
      }));
    }),
});
