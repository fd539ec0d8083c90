import { connections } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { elements, names } from '../views.ts';
import { LICENSED } from './licensed.ts';

/** Inverters and mains chargers whose mains side nobody has drawn. */
export const mainsSideOpen = finding({
  id: 'mains-side-open',
  subject: 'mains',
  station: 'circuit',
  severity: { note: 'to know' },
  protects: 'the licensed person, who has to know what hangs there',
  source: 'mains terminals without a wire',
  limits: {},
  reads: { connections, elements, names },
  judge: ({ connections, elements, names }) => {
    const wired = new Set(connections.flatMap((c) => [c.from, c.to]).map((r) => `${r.itemId} ${r.terminalId}`));
    const known = new Set(connections.flatMap((c) => [c.from.itemId, c.to.itemId]));
    const open = (held: { item: { id: string }; at: string | null }[]) => [
      ...new Set(
        held
          .filter((h) => h.at !== null && known.has(h.item.id) && !wired.has(`${h.item.id} ${h.at}`))
          .map((h) => h.item.id),
      ),
    ];
    const outputs = open(elements.of('inverter').map(({ item, element }) => ({ item, at: element.acOut })));
    const inputs = open([
      ...elements.of('mainsCharger').map(({ item, element }) => ({ item, at: element.acIn })),
      ...elements.of('inverter').map(({ item, element }) => ({ item, at: element.acIn })),
    ]);
    const ids = [...new Set([...outputs, ...inputs])];
    if (ids.length === 0) return [];
    const parts = [
      outputs.length > 0 ? `the output of ${namesOf(names, outputs)}` : '',
      inputs.length > 0 ? `the input of ${namesOf(names, inputs)}` : '',
    ].filter(Boolean);
    return [
      {
        entity: 'open',
        where: { label: namesOf(names, ids), itemIds: ids },
        says: `On the mains side ${parts.join(' and ')} ${ids.length > 1 || parts.length > 1 ? 'are' : 'is'} not drawn`,
        why: `drawn, it is judged as far as this program can: loops, back-feed, breakers and cables. ${LICENSED}`,
      },
    ];
  },
});
