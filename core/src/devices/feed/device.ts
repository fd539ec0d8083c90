import { device } from '../device.ts';
import { cells, ground, letter } from '../strokes.ts';
import { feedElement } from './element.ts';
import { FEEDS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    feed: true;
  }
}

/** A tap on what somebody else looks after: an engine's starter battery. */
export const feed = device({
  kind: 'feed',
  letter: 'G',
  group: 'Batteries and sources',
  offBoard: true,
  customers: true,
  oneLine: { rank: 0, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [ground(w, h), cells(w / 2, w, h), letter('M', w / 2 - 16, h * 0.28, 11)],
  elements: [feedElement],
  parts: FEEDS,
});
