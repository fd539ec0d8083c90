import { connections, electricLoads, mains } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { words } from '../views.ts';
import { LICENSED, MAINS_SOURCE } from './licensed.ts';

/** Mains loads that are wired and fed by nothing, plugged in or not. */
export const mainsLoadUnfed = finding({
  id: 'mains-load-unfed',
  subject: 'mains',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the customer: the load will not work',
  source: MAINS_SOURCE,
  limits: {},
  reads: { mains, electricLoads, connections, words },
  judge: ({ mains, electricLoads, connections, words }) => {
    const wired = new Set(connections.flatMap((c) => [c.from.itemId, c.to.itemId]));
    const isLoad = new Set(electricLoads.filter((l) => l.load).map((l) => l.id));
    return [...new Map((mains.states[0]?.fed ?? []).map((f) => [f.itemId, f])).values()].flatMap(({ itemId }) => {
      const everFed = mains.states.some((s) => s.fed.some((f) => f.itemId === itemId && f.by.length > 0));
      const item = words.get(itemId);
      if (everFed || !item || !isLoad.has(itemId) || !wired.has(itemId)) return [];
      return [
        {
          entity: itemId,
          where: { label: item.designation, itemIds: [itemId] },
          says: `${item.designation} ${item.name} is wired on the mains side and fed by nothing`,
          why: `no inlet and no inverter reaches it, plugged in or not. ${LICENSED}`,
        },
      ];
    });
  },
});
