import { type ReactNode, useDeferredValue } from 'react';

/**
 * False while something is drawn for the first time, true right after it has been painted.
 * @param already true from the first where nothing is left out
 */
export const useIsPainted = (already = false): boolean => useDeferredValue(true, already ? undefined : false);

/** Rows of a list that fill a screen: they stand with the first painting, the others right after. */
export const FIRST_ROWS = 16;

/**
 * What need not stand with the first painting: it is drawn right after, in pieces between which the hand is heard. What
 * takes its place on the page keeps it.
 */
export function Later({ children }: { children: ReactNode }) {
  return useIsPainted() && children;
}
