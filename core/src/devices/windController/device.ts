import { confirmStep } from '../benchStep.ts';
import { device } from '../device.ts';
import { box, letter, path } from '../strokes.ts';
import { windChargerElement, windLeadCurrent } from './element.ts';
import { WIND_CONTROLLERS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    windController: true;
  }
}

const RUNAWAY =
  'A turbine that turns without a load runs away and makes dangerous voltage: hold it by its brake or by joining its leads.';

/** Charges the bank from a turbine and burns off what is too much. */
export const windController = device({
  kind: 'windController',
  letter: 'T',
  group: 'Chargers and inverters',
  hot: true,
  breathes: true,
  reach: 'see',
  hasSettings: true,
  awakeW: 0.8,
  packRow: 2,
  oneLine: { rank: 1, widthPx: 48, heightPx: 40 },
  // A converter, with the resistor it dumps into.
  sign: (w, h) => [
    box(w, h),
    path(`M0 ${h}L${w} 0`),
    letter('3~', w * 0.26, h * 0.38, 12),
    letter('=', w * 0.78, h * 0.7),
    path(`M${w * 0.42} ${h * 0.82}h4v-4h12v8h-12v-4`, 1.1),
  ],
  formulas: [windLeadCurrent],
  elements: [windChargerElement],
  parts: WIND_CONTROLLERS,
  steps: (item, elements) => {
    const charger = elements.find((e) => e.kind === 'windCharger');
    if (!charger) return [];
    return [
      confirmStep({
        id: `wind/still/${item.id}`,
        stage: 'cold',
        entityId: item.id,
        title: `Turbine of ${item.designation} held still`,
        how: 'Brake on, or the three leads joined, before any lead is touched; the bank is connected before the turbine, and parted after it.',
        caution: RUNAWAY,
      }),
      confirmStep({
        id: `wind/dump/${item.id}`,
        stage: 'load',
        entityId: item.id,
        title: `Dump load of ${item.designation} comes in`,
        how: `Turbine held still, raise the bank with another charger: at ${charger.dumpV.toFixed(1)} V the dump load comes in and takes about ${charger.dumpA.toFixed(0)} A; it leaves when the volts fall.`,
        caution: 'The heat sink burns skin within seconds. Keep hands, cables and wood away; use a thermometer.',
      }),
    ];
  },
});
