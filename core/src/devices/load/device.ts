import { device } from '../device.ts';
import { box, path } from '../strokes.ts';
import { loadElement } from './loadElement.ts';
import { mainsLoadElement } from './mainsLoadElement.ts';
import { LOADS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    load: true;
  }
}

/** What is to be fed. */
export const load = device({
  kind: 'load',
  letter: 'E',
  group: 'Loads',
  offBoard: true,
  customers: true,
  oneLine: { rank: 4, widthPx: 44, heightPx: 34 },
  sign: (w, h) => [
    box(w, h),
    path(`M${w * 0.25} ${h * 0.25}L${w * 0.75} ${h * 0.75}M${w * 0.75} ${h * 0.25}L${w * 0.25} ${h * 0.75}`, 1.2),
  ],
  elements: [loadElement, mainsLoadElement],
  parts: LOADS,
});
