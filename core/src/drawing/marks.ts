import type { PointMm } from '../document/basics.ts';

/** What a mark is of; screen and paper each have their own ink for it. */
export type Ink =
  | 'shell'
  | 'shade'
  | 'dark'
  | 'edge'
  | 'copper'
  | 'copperEdge'
  | 'steel'
  | 'steelEdge'
  | 'window'
  | 'windowEdge'
  | 'display'
  | 'displayInk'
  | 'strip'
  | 'cell'
  | 'pale'
  | `#${string}`;

export interface Drawn {
  fill?: Ink;
  line?: Ink;
  lineMm?: number;
  /** 0 is always drawn; the higher, the sooner it falls away when the board is seen from afar. */
  detail: 0 | 1 | 2;
}
/** One mark of a part's face, mm from its centre as it stands unturned. */
export type Mark = Drawn &
  (
    | { kind: 'rect'; xMm: number; yMm: number; widthMm: number; heightMm: number; cornerMm?: number }
    | { kind: 'circle'; xMm: number; yMm: number; radiusMm: number }
    | { kind: 'line'; points: readonly PointMm[]; closed?: boolean }
    | { kind: 'text'; xMm: number; yMm: number; sizeMm: number; text: string }
  );

/** What sits in a fuse seat, in words short enough to stand on it. */
export type SeatText = (seatId: string) => { text: string; ratingA: number } | null;

export const rect = (
  xMm: number,
  yMm: number,
  widthMm: number,
  heightMm: number,
  rest: Drawn & { cornerMm?: number },
): Mark => ({
  kind: 'rect',
  xMm,
  yMm,
  widthMm,
  heightMm,
  ...rest,
});
export const circle = (xMm: number, yMm: number, radiusMm: number, rest: Drawn): Mark => ({
  kind: 'circle',
  xMm,
  yMm,
  radiusMm,
  ...rest,
});
export const line = (points: readonly (readonly [number, number])[], rest: Drawn & { closed?: boolean }): Mark => ({
  kind: 'line',
  points: points.map(([xMm, yMm]) => ({ xMm, yMm })),
  ...rest,
});
export const label = (
  xMm: number,
  yMm: number,
  sizeMm: number,
  text: string,
  fill: Ink,
  detail: Drawn['detail'] = 2,
): Mark => ({
  kind: 'text',
  xMm,
  yMm,
  sizeMm,
  text,
  fill,
  detail,
});
