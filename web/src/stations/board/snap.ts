import type { RectMm } from '@ombrik/core/stages/lengths/geometry';

export interface Snapped {
  xMm: number;
  yMm: number;
  /** Lines to show: where an edge or a centre met another's. */
  guides: { axis: 'x' | 'y'; atMm: number }[];
}

const RASTER_MM = 5;

/**
 * Snaps a part's centre: to another part's or the panel's edges and centres within reach, else to the raster.
 * @param reachMm how near counts, in board millimetres
 */
export function snap(
  centre: { xMm: number; yMm: number },
  size: { widthMm: number; heightMm: number },
  others: readonly RectMm[],
  reachMm: number,
): Snapped {
  const guides: Snapped['guides'] = [];
  const along = (axis: 'x' | 'y', value: number, half: number): number => {
    const lines = others.flatMap((r) =>
      axis === 'x'
        ? [r.leftMm, (r.leftMm + r.rightMm) / 2, r.rightMm]
        : [r.topMm, (r.topMm + r.bottomMm) / 2, r.bottomMm],
    );
    let best: { to: number; at: number; off: number } | null = null;
    for (const line of lines)
      for (const offset of [-half, 0, half]) {
        const off = Math.abs(value + offset - line);
        if (off <= reachMm && (!best || off < best.off)) best = { to: line - offset, at: line, off };
      }
    if (!best) return Math.round(value / RASTER_MM) * RASTER_MM;
    guides.push({ axis, atMm: best.at });
    return Math.round(best.to * 10) / 10;
  };
  const xMm = along('x', centre.xMm, size.widthMm / 2);
  const yMm = along('y', centre.yMm, size.heightMm / 2);
  return { xMm, yMm, guides };
}
