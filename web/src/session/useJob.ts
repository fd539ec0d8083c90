import { createContext, use, useCallback, useMemo, useRef, useSyncExternalStore } from 'react';
import type { StoreApi } from 'zustand/vanilla';
import type { JobSession } from './jobStore.ts';

export const JobContext = createContext<StoreApi<JobSession> | null>(null);

/**
 * The job under the hand. A component is drawn again only when something it has read of it changes: hovering a finding
 * lights its place and draws nothing else.
 */
export function useJob(): JobSession {
  const store = use(JobContext);
  if (!store) throw new Error('useJob outside a job');
  const read = useRef(new Set<keyof JobSession>());
  const seen = useRef(store.getState());
  const snapshot = useCallback(() => {
    const now = store.getState();
    for (const name of read.current)
      if (!Object.is(now[name], seen.current[name])) {
        seen.current = now;
        break;
      }
    return seen.current;
  }, [store]);
  const state = useSyncExternalStore(store.subscribe, snapshot);
  // A new object whenever something read has changed, so that what depends on it is worked out anew.
  // The state stands for all that was read.
  return useMemo(
    () =>
      new Proxy({} as JobSession, {
        get(_, name) {
          read.current.add(name as keyof JobSession);
          // A press reads the board of now, not that of the last drawing.
          return store.getState()[name as keyof JobSession];
        },
      }),
    [store, state],
  );
}
