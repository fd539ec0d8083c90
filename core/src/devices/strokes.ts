import type { Stroke } from './device.ts';

/** Building blocks of the signs. */
export const path = (d: string, widthPx?: number): Stroke => ({ draw: 'path', d, ...(widthPx ? { widthPx } : {}) });
export const letter = (text: string, x: number, y: number, sizePx = 13): Stroke => ({
  draw: 'text',
  text,
  x,
  y,
  sizePx,
});
export const dot = (x: number, y: number, r: number): Stroke => ({ draw: 'circle', x, y, r, fill: 'ink' });
export const ring = (x: number, y: number, r: number): Stroke => ({ draw: 'circle', x, y, r, fill: 'none' });
export const rect = (x: number, y: number, w: number, h: number): Stroke => ({
  draw: 'rect',
  x,
  y,
  w,
  h,
  fill: 'part',
  line: 'whole',
});
/** The whole box, with a line round it. */
export const box = (w: number, h: number): Stroke => rect(0, 0, w, h);
/** The whole box, without a line: what the sign covers. */
export const ground = (w: number, h: number): Stroke => ({
  draw: 'rect',
  x: 0,
  y: 0,
  w,
  h,
  fill: 'part',
  line: 'none',
});
export const solid = (x: number, y: number, w: number, h: number): Stroke => ({
  draw: 'rect',
  x,
  y,
  w,
  h,
  fill: 'ink',
  line: 'none',
});

/**
 * A converter: what goes in above the diagonal, what comes out below.
 * @example
 * converter('=', '~')(48, 40).length; // 4
 */
export const converter =
  (from: string, to: string) =>
  (w: number, h: number): readonly Stroke[] => [
    box(w, h),
    path(`M0 ${h}L${w} 0`),
    letter(from, w * 0.26, h * 0.38),
    letter(to, w * 0.74, h * 0.86),
  ];

/** Two cells in a row. */
export const cells = (x: number, w: number, h: number): Stroke =>
  path(
    `M${x - 8} ${h * 0.18}V${h * 0.82}M${x - 2} ${h * 0.34}V${h * 0.66}M${x + 4} ${h * 0.18}V${h * 0.82}M${x + 10} ${h * 0.34}V${h * 0.66}M${x + 10} ${h / 2}H${w}M0 ${h / 2}H${x - 8}`,
  );
