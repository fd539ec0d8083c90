import type { PointMm } from '../document/basics.ts';
import type { Part, Terminal } from '../document/part/part.ts';
import type { Mark } from './marks.ts';

/** A cover stands back from the case's edge so far, and reaches past what it covers so far, mm. */
const [INSET_MM, OVER_MM] = [1.5, 14];

const bare = (t: Terminal) =>
  t.attachment.kind === 'stud' || t.attachment.kind === 'clamp' || t.attachment.kind === 'tab';

/** The warning of voltage: ISO 7010 W012, a flash in a triangle. */
function flash(x: number, y: number, size: number): Mark[] {
  const at = (points: readonly (readonly [number, number])[]): PointMm[] =>
    points.map(([px, py]) => ({ xMm: x + px * size, yMm: y + py * size }));
  return [
    {
      kind: 'line',
      points: at([
        [0, -0.58],
        [0.6, 0.46],
        [-0.6, 0.46],
      ]),
      closed: true,
      fill: '#E8B923',
      line: 'edge',
      lineMm: Math.max(0.5, size * 0.07),
      detail: 0,
    },
    {
      kind: 'line',
      points: at([
        [0.06, -0.26],
        [-0.13, 0.1],
        [0.11, 0.06],
        [-0.05, 0.38],
      ]),
      line: 'edge',
      lineMm: Math.max(0.5, size * 0.09),
      detail: 1,
    },
  ];
}

/**
 * The cover of a part over its bare ends, as the customer finds the board; nothing where the sheet gives it none, or where
 * there is nothing to cover. To be drawn over the cables: their ends lie under it.
 * @returns marks in mm from the part's middle, unturned
 * @example
 * coverFace(catalogue.parts[0]).length; // 0
 */
export function coverFace(part: Part): Mark[] {
  const live = part.terminals.filter((t) => bare(t) && t.domain !== 'earth');
  // What a hand works stays free; a fuse is reached by opening its cover.
  const worked = part.body.reach === 'hand' && !part.elements.some((e) => e.kind === 'fuseSeat');
  if (part.body.openTerminals || worked || live.length === 0) return [];
  // What a link joins lies under one cover; rows of clamps at different edges have one each.
  const joined = part.kind === 'shunt' || part.elements.some((e) => e.kind === 'fuseSeat');
  const rows = joined ? [live] : [0, 90, 180, 270].map((deg) => live.filter((t) => t.exitDeg === deg));
  return rows.flatMap((row) => (row.length > 0 ? oneCover(part, row) : []));
}

function oneCover(part: Part, live: readonly Terminal[]): Mark[] {
  const [halfW, halfH] = [part.widthMm / 2 - INSET_MM, part.heightMm / 2 - INSET_MM];
  const within = (at: number, half: number) => Math.max(-half, Math.min(half, at));
  const xs = live.map((t) => t.xMm);
  const ys = live.map((t) => t.yMm);
  const left = within(Math.min(...xs) - OVER_MM, halfW);
  const right = within(Math.max(...xs) + OVER_MM, halfW);
  const top = within(Math.min(...ys) - OVER_MM, halfH);
  const bottom = within(Math.max(...ys) + OVER_MM, halfH);
  const [w, h] = [right - left, bottom - top];
  const screw = Math.min(3, h / 6, w / 6);
  const corner = (x: number, y: number): Mark => ({
    kind: 'circle',
    xMm: x,
    yMm: y,
    radiusMm: screw,
    fill: 'steel',
    line: 'steelEdge',
    lineMm: 0.4,
    detail: 1,
  });
  return [
    {
      kind: 'rect',
      xMm: left,
      yMm: top,
      widthMm: w,
      heightMm: h,
      cornerMm: Math.min(5, h / 6, w / 6),
      fill: 'dark',
      line: 'edge',
      lineMm: 1,
      detail: 0,
    },
    ...(w >= h
      ? [corner(left + 2 * screw, (top + bottom) / 2), corner(right - 2 * screw, (top + bottom) / 2)]
      : [corner((left + right) / 2, top + 2 * screw), corner((left + right) / 2, bottom - 2 * screw)]),
    ...flash((left + right) / 2, (top + bottom) / 2, Math.min(w, h) * 0.5),
  ];
}
