import { type ReactNode, useDeferredValue } from 'react';

/**
 * False while something is drawn for the first time, true right after it has been painted.
 * @param already true from the first where nothing is left out
 */
export const useIsPainted = (already = false): boolean => useDeferredValue(true, already ? undefined : false);

/** What stands above a list: the bar on top, the sheets of a station, the head of the list itself. */
const BARS_PX = 130;

/**
 * Rows of a list that fill this screen: they stand with the first painting, the others right after.
 * @param rowPx the height of its lowest rows
 */
export const firstRows = (rowPx: number): number => Math.max(1, Math.ceil((window.innerHeight - BARS_PX) / rowPx));

/**
 * What need not stand with the first painting: it is drawn right after, in pieces between which the hand is heard. What
 * takes its place on the page keeps it.
 */
export function Later({ children }: { children: ReactNode }) {
  return useIsPainted() && children;
}
