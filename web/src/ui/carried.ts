import type { CopiedItems } from '@ombrik/core/document/item/copyItems';
import { useSyncExternalStore } from 'react';

/** Parts carried from one board to another: kept while this window is open, across jobs. */
let carried: CopiedItems | null = null;
const listeners = new Set<() => void>();

export function carry(copied: CopiedItems | null): void {
  carried = copied;
  for (const tell of listeners) tell();
}

export const useCarried = (): CopiedItems | null =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => carried,
  );
