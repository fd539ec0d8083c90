import { device } from '../device.ts';
import { path, rect } from '../strokes.ts';
import { fuseSeatElement } from './element.ts';
import { FUSE_HOLDERS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    fuseHolder: true;
  }
}

/** A seat for one fuse, or the base of a breaker. */
export const fuseHolder = device({
  kind: 'fuseHolder',
  letter: 'F',
  group: 'Switches and fuses',
  reach: 'hand',
  between: true,
  packRow: 0,
  face: 'link',
  oneLine: { rank: 1, widthPx: 54, heightPx: 24 },
  sign: (w, h) => [rect(w * 0.16, h / 2 - 6, w * 0.68, 12), path(`M0 ${h / 2}H${w}`)],
  elements: [fuseSeatElement],
  parts: FUSE_HOLDERS,
});
