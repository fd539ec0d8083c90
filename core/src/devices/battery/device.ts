import { confirmStep } from '../benchStep.ts';
import { device } from '../device.ts';
import { cells, ground } from '../strokes.ts';
import { batteryElement } from './element.ts';
import { BATTERIES } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    battery: true;
  }
}

/** A battery, or one of a bank. */
export const battery = device({
  kind: 'battery',
  letter: 'G',
  group: 'Batteries and sources',
  offBoard: true,
  strapped: true,
  openTerminals: true,
  oneLine: { rank: 0, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [ground(w, h), cells(w / 2, w, h)],
  elements: [batteryElement],
  parts: BATTERIES,
  steps: (item, elements) =>
    elements.some((e) => e.kind === 'battery' && e.wakes === 'by button')
      ? [
          confirmStep({
            id: `bank/wake/${item.id}`,
            stage: 'bank',
            entityId: item.id,
            title: `${item.designation} woken last`,
            how: 'Everything joined, isolators closed, inverters off at their own switch: then its wake button. Its electronics fill what hangs on it before they close.',
            caution: 'From here on the board is live.',
          }),
        ]
      : [],
});
