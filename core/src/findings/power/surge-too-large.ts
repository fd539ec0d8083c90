import type { Item } from '../../document/item/item.ts';
import { part } from '../../engine/fact.ts';
import { surgePower } from '../../formulas/demand.ts';
import { SOFT_START_CUT_SHARE } from '../../stages/demand/energy.ts';
import { fact } from '../../stages/inputs.ts';
import { energy } from '../../stages/stages.ts';
import { type Fix, finding } from '../finding.ts';
import { elements } from '../views.ts';
import { mainsLoads } from './mainsLoads.ts';
import { about, whole } from './powerWords.ts';

/** A start that asks more than the inverters bear for a moment. */
export const surgeTooLarge = finding({
  id: 'surge-too-large',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the customer: the inverter trips when a motor starts',
  source: 'part sheet: surge power; starting factors of the load list',
  limits: {
    surgeW: { setBy: 'part sheet', unit: 'W', what: 'power for a moment', source: 'part sheet' },
    hardStart: {
      value: 2,
      unit: '',
      what: 'starting factor above which a soft starter is offered',
      source: 'common practice, no source',
    },
  },
  reads: {
    mainsLoads,
    elements,
    energy: part(energy, ['mainsSurgeW', 'mainsPeakW']),
    items: fact('items', ['id', 'designation', 'load']),
  },
  judge: ({ mainsLoads, elements, energy, items }, { hardStart }) => {
    const inverters = elements.of('inverter');
    const surge = inverters.reduce((s, i) => s + i.element.surgeW, 0);
    if (mainsLoads.length === 0 || inverters.length === 0 || energy.mainsSurgeW <= surge + 1e-9) return [];
    const at = about(inverters.map((i) => i.item));
    return [
      {
        ...at,
        says: `${at.where.label} bears ${whole(surge)} W for a moment; ${whole(energy.mainsSurgeW)} W are asked when a load starts`,
        why: 'the load that starts, with what may run beside it; a soft starter cuts it',
        fixes: softStarters(items, { surgeW: surge, mainsPeakW: energy.mainsPeakW }, hardStart),
      },
    ];
  },
});

type LoadItem = Pick<Item, 'id' | 'designation' | 'load'>;

/** Soft starters on everything that starts hard, where the inverters then bear the worst start beside all that runs. */
function softStarters(
  items: readonly LoadItem[],
  { surgeW, mainsPeakW }: { surgeW: number; mainsPeakW: number },
  hardStart: number,
): Fix[] {
  const mains = items.flatMap(({ id, designation, load }) =>
    load?.side === 'mains' && load.rating.kind === 'watts'
      ? [{ id, designation, load, powerW: load.rating.powerW, hard: load.surgeFactor > hardStart && !load.softStart }]
      : [],
  );
  const hard = mains.filter((m) => m.hard);
  const worstW = Math.max(
    0,
    ...mains.map(({ powerW, load, hard: soft }) => {
      const softCutShare = soft || load.softStart ? SOFT_START_CUT_SHARE : 0;
      const startW = surgePower.compute({ powerW, surgeFactor: load.surgeFactor, softCutShare });
      return Math.max(0, mainsPeakW - powerW) + startW;
    }),
  );
  if (hard.length === 0 || worstW > surgeW) return [];
  return [
    {
      label: `Soft starter on ${hard.map((h) => h.designation).join(', ')}`,
      commands: hard.map(({ id, load }) => ({
        kind: 'set',
        collection: 'items',
        id,
        field: 'load',
        value: { ...load, softStart: true },
      })),
    },
  ];
}
