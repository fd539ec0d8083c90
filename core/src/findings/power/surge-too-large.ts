import { part } from '../../engine/fact.ts';
import { fact } from '../../stages/inputs.ts';
import { energy } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
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
    energy: part(energy, ['mainsSurgeW']),
    items: fact('items', ['id', 'designation', 'load']),
  },
  judge: ({ mainsLoads, elements, energy: { mainsSurgeW }, items }, { hardStart }) => {
    const inverters = elements.of('inverter');
    const surge = inverters.reduce((s, i) => s + i.element.surgeW, 0);
    if (mainsLoads.length === 0 || inverters.length === 0 || mainsSurgeW <= surge + 1e-9) return [];
    const at = about(inverters.map((i) => i.item));
    return [
      {
        ...at,
        says: `${at.where.label} bears ${whole(surge)} W for a moment; ${whole(mainsSurgeW)} W are asked when a load starts`,
        why: 'the load that starts, with what may run beside it; a soft starter cuts it',
        fixes: items.flatMap(({ id, designation, load }) =>
          load?.side === 'mains' && load.surgeFactor > hardStart && !load.softStart
            ? [
                {
                  label: `Soft starter on ${designation}`,
                  commands: [
                    {
                      kind: 'set' as const,
                      collection: 'items' as const,
                      id,
                      field: 'load' as const,
                      value: { ...load, softStart: true },
                    },
                  ],
                },
              ]
            : [],
        ),
      },
    ];
  },
});
