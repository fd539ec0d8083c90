import type { Id } from '../../document/basics.ts';
import { fact } from '../../stages/inputs.ts';
import type { Netlist } from '../../stages/netlist/netlist.ts';
import { neighbours, reachedFrom } from '../../stages/netlist/reach.ts';
import { electricLoads, netlist, parts } from '../../stages/stages.ts';
import { finding } from '../finding.ts';

/** Nodes reached from the plus of every battery, past all but some items. */
const fedPast = (netlist: Netlist, leftOut: (itemId: Id | null) => boolean): Set<number> =>
  reachedFrom(
    neighbours(netlist, (b) => !leftOut(b.itemId)),
    netlist.sources.filter((s) => s.element.kind === 'battery').map((s) => s.plus),
  );

/** Loads somebody called essential that a low-voltage disconnect takes off with the rest. */
export const essentialCutOff = finding({
  id: 'essential-cut-off',
  subject: 'control',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'what must go on when the bank is low: one light, a radio, a fridge’s electronics',
  source: 'marked essential on the load sheet; bypass of a disconnect is common practice, no source',
  limits: {},
  reads: { netlist, electricLoads, parts, items: fact('items', ['id', 'designation', 'name', 'partId']) },
  judge: ({ netlist, electricLoads, parts, items }) => {
    const relays = items.filter((i) => parts.get(i.partId)?.kind === 'relay');
    const isEssential = new Set(electricLoads.filter((l) => l.load?.essential).map((l) => l.id));
    const essential = netlist.consumers.filter((c) => isEssential.has(c.item.id));
    if (relays.length === 0 || essential.length === 0) return [];
    const isRelay = new Set(relays.map((r) => r.id));
    const always = fedPast(netlist, (itemId) => itemId !== null && isRelay.has(itemId));
    const whenClosed = fedPast(netlist, () => false);
    return essential
      .filter((c) => whenClosed.has(c.plus) && !always.has(c.plus))
      .map((c) => {
        const item = items.find((i) => i.id === c.item.id)!;
        const cutting = relays.filter((r) => !fedPast(netlist, (id) => id === r.id).has(c.plus));
        const by = cutting.map((r) => r.designation).join(' and ') || 'relays';
        return {
          entity: item.id,
          where: { label: item.designation, itemIds: [item.id, ...cutting.map((r) => r.id)] },
          says: `${item.designation} ${item.name} is essential, yet ${by} takes it off`,
          why: `every way from the bank to it runs through ${by}: feed it from the battery side, behind a fuse of its own`,
        };
      });
  },
});
