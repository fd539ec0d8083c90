import type { RectMm } from '@ombrik/core/stages/lengths/geometry';

export interface Snapped {
  xMm: number;
  yMm: number;
  /** Lines to show: where an edge, a centre, a stud or an equal gap met another's. */
  guides: { axis: 'x' | 'y'; atMm: number; what: 'edge' | 'stud' | 'gap' }[];
}

const RASTER_MM = 5;

export interface SnapPart {
  centre: { xMm: number; yMm: number };
  widthMm: number;
  heightMm: number;
  /** Its studs, from its centre as seen. */
  studs: readonly { xMm: number; yMm: number }[];
}

/**
 * Snaps a part's centre: to another part's or the panel's edges and centres, to other parts' studs, to the gap two others
 * keep; else to the raster.
 * @param reachMm how near counts, in board millimetres
 */
export function snap(
  part: SnapPart,
  others: readonly RectMm[],
  otherStuds: readonly { xMm: number; yMm: number }[],
  reachMm: number,
): Snapped {
  const guides: Snapped['guides'] = [];
  const along = (axis: 'x' | 'y', value: number, half: number, across: number, halfAcross: number): number => {
    const low = (r: RectMm) => (axis === 'x' ? r.leftMm : r.topMm);
    const high = (r: RectMm) => (axis === 'x' ? r.rightMm : r.bottomMm);
    let best: { to: number; at: number; off: number; what: Snapped['guides'][number]['what'] } | null = null;
    const offer = (to: number, at: number, what: Snapped['guides'][number]['what']) => {
      const off = Math.abs(value - to);
      if (off <= reachMm && (!best || off < best.off - 1e-9)) best = { to, at, off, what };
    };
    for (const r of others)
      for (const line of [low(r), (low(r) + high(r)) / 2, high(r)])
        for (const offset of [-half, 0, half]) offer(line - offset, line, 'edge');
    for (const own of part.studs)
      for (const stud of otherStuds) {
        const line = axis === 'x' ? stud.xMm : stud.yMm;
        offer(line - (axis === 'x' ? own.xMm : own.yMm), line, 'stud');
      }
    // Others in the same row: the gap two of them keep is kept again, and the middle between two is a place.
    const [from, to] = [across - halfAcross, across + halfAcross];
    const row = others
      .filter((r) => (axis === 'x' ? r.topMm < to && r.bottomMm > from : r.leftMm < to && r.rightMm > from))
      .sort((a, b) => low(a) - low(b));
    for (let i = 0; i + 1 < row.length; i++) {
      const [a, b] = [row[i]!, row[i + 1]!];
      const gap = low(b) - high(a);
      if (gap <= 0) continue;
      offer(high(b) + gap + half, high(b) + gap, 'gap');
      offer(low(a) - gap - half, low(a) - gap, 'gap');
      if (gap > 2 * half) offer((high(a) + low(b)) / 2, (high(a) + low(b)) / 2, 'gap');
    }
    const found = best as { to: number; at: number; what: Snapped['guides'][number]['what'] } | null;
    if (!found) return Math.round(value / RASTER_MM) * RASTER_MM;
    guides.push({ axis, atMm: found.at, what: found.what });
    return Math.round(found.to * 10) / 10;
  };
  const { centre, widthMm, heightMm } = part;
  const xMm = along('x', centre.xMm, widthMm / 2, centre.yMm, heightMm / 2);
  const yMm = along('y', centre.yMm, heightMm / 2, xMm, widthMm / 2);
  return { xMm, yMm, guides };
}

export interface Gap {
  from: { xMm: number; yMm: number };
  to: { xMm: number; yMm: number };
  mm: number;
}

/** Gaps from a rectangle to the nearest thing on each of its four sides, for the numbers beside the hand. */
export function gapsAround(rect: RectMm, others: readonly RectMm[], panel: RectMm): Gap[] {
  const [cx, cy] = [(rect.leftMm + rect.rightMm) / 2, (rect.topMm + rect.bottomMm) / 2];
  const inRow = others.filter((o) => o.topMm < rect.bottomMm && o.bottomMm > rect.topMm);
  const inColumn = others.filter((o) => o.leftMm < rect.rightMm && o.rightMm > rect.leftMm);
  const left = Math.max(panel.leftMm, ...inRow.filter((o) => o.rightMm <= rect.leftMm + 0.01).map((o) => o.rightMm));
  const right = Math.min(panel.rightMm, ...inRow.filter((o) => o.leftMm >= rect.rightMm - 0.01).map((o) => o.leftMm));
  const top = Math.max(panel.topMm, ...inColumn.filter((o) => o.bottomMm <= rect.topMm + 0.01).map((o) => o.bottomMm));
  const bottom = Math.min(
    panel.bottomMm,
    ...inColumn.filter((o) => o.topMm >= rect.bottomMm - 0.01).map((o) => o.topMm),
  );
  const gap = (from: Gap['from'], to: Gap['to']): Gap => ({
    from,
    to,
    mm: Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm),
  });
  return [
    gap({ xMm: left, yMm: cy }, { xMm: rect.leftMm, yMm: cy }),
    gap({ xMm: rect.rightMm, yMm: cy }, { xMm: right, yMm: cy }),
    gap({ xMm: cx, yMm: top }, { xMm: cx, yMm: rect.topMm }),
    gap({ xMm: cx, yMm: rect.bottomMm }, { xMm: cx, yMm: bottom }),
  ].filter((g) => g.mm > 0.5);
}
