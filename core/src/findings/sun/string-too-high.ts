import { finding } from '../finding.ts';
import { names } from '../views.ts';
import { COLD_LIMITS, coldStrings } from './coldString.ts';

/** Solar strings in the cold against their controller. */
export const stringTooHigh = finding({
  id: 'string-too-high',
  subject: 'sun',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the controller: a string above its input voltage destroys it on the first clear cold morning',
  source: 'crystalline silicon about 0.3 %/K (common practice, no source); part sheet: input voltage',
  limits: {
    ...COLD_LIMITS,
    inputMaxV: { setBy: 'part sheet', unit: 'V', what: 'input voltage the controller bears', source: 'part sheet' },
  },
  reads: { coldStrings, names },
  judge: ({ coldStrings, names }) =>
    coldStrings.flatMap(({ flow, charger, modules, sumV, coldV, coldC }) => {
      const controller = names.get(flow.sink.item.id)!;
      if (coldV <= charger.inputMaxV + 1e-9) return [];
      return [
        {
          entity: flow.key,
          where: { label: controller.designation, itemIds: [controller.id, ...flow.modules.map((m) => m.item.id)] },
          says: `${modules} modules in series reach ${coldV.toFixed(0)} V in the cold, ${controller.designation} bears ${charger.inputMaxV} V`,
          why: `${sumV.toFixed(1)} V open at 25 °C, ${Math.round(coldC)} °C on the coldest day: fewer in series, or a controller for more`,
        },
      ];
    }),
});
