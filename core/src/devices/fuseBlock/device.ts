import { device } from '../device.ts';
import { path } from '../strokes.ts';
import { FUSE_BLOCKS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    fuseBlock: true;
  }
}

/** A row of small fuses fed together, with the minus bar of their loads. */
export const fuseBlock = device({
  kind: 'fuseBlock',
  letter: 'F',
  group: 'Switches and fuses',
  reach: 'hand',
  distributes: true,
  packRow: 1,
  oneLine: { rank: 3, widthPx: 54, heightPx: 60 },
  sign: (w, h) => {
    const ways = Math.max(1, Math.round(h / 26));
    const at = (i: number) => (h * (i + 0.5)) / ways;
    return [
      { draw: 'rect', x: 0, y: 0, w, h, fill: 'part', line: 'dashed' },
      ...Array.from({ length: ways }, (_, i) => [
        {
          draw: 'rect',
          x: w * 0.42,
          y: at(i) - 4,
          w: w * 0.42,
          h: 8,
          fill: 'none',
          line: 'whole',
          widthPx: 1.1,
        } as const,
        path(`M${w * 0.2} ${at(i)}H${w}`, 1.1),
      ]).flat(),
      path(`M${w * 0.2} ${at(0)}V${at(ways - 1)}`),
    ];
  },
  parts: FUSE_BLOCKS,
});
