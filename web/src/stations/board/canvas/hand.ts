import type { PointMm } from '@ombrik/core/document/basics';
import type { RectMm } from '@ombrik/core/stages/lengths/geometry';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Gap, Snapped } from '../snap.ts';

/**
 * What shows while the hand moves. It changes with every step of the pointer, so it is kept apart from the board: only
 * the marks are drawn again.
 */
export interface Hand {
  guides: Snapped['guides'];
  gaps: readonly Gap[];
  frame: RectMm | null;
  /** Where a tool points. */
  cursor: PointMm | null;
  said: string | null;
}
export type HandStore = StoreApi<Hand>;

const EMPTY: Hand = { guides: [], gaps: [], frame: null, cursor: null, said: null };
export const createHand = (): HandStore => createStore<Hand>(() => EMPTY);

export const rectBetween = (a: PointMm, b: PointMm): RectMm => ({
  leftMm: Math.min(a.xMm, b.xMm),
  rightMm: Math.max(a.xMm, b.xMm),
  topMm: Math.min(a.yMm, b.yMm),
  bottomMm: Math.max(a.yMm, b.yMm),
});
