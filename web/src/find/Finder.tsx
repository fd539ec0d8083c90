import { lazy, Suspense, useCallback, useEffect } from 'react';
import { create } from 'zustand';
import { useKeys } from './bindings.ts';
import { KeyMap } from './KeyMap.tsx';

const bring = () => import('./FindField.tsx');
const FindField = lazy(() => bring().then((m) => ({ default: m.FindField })));
/** By then the page itself stands. */
const BROUGHT_AFTER_MS = 3000;

/** What lies over the page: the field that finds, the map of keys, or nothing. */
export const useFinder = create<{ open: 'find' | 'keys' | null; show(open: 'find' | 'keys' | null): void }>((set) => ({
  open: null,
  show: (open) => set({ open }),
}));

/** Ctrl-K finds and does, ? shows the keys: on every page that has a head. */
export function Finder() {
  const { open, show } = useFinder();
  useKeys('Everywhere', [
    { keys: '$mod+k', says: 'Find and do', run: () => show('find'), always: true },
    { keys: 'Shift+?', says: 'Keys of this page', run: () => show('keys') },
  ]);
  // Whoever presses Ctrl-K goes on typing at once: what reads the first letters is there before.
  useEffect(() => {
    const timer = setTimeout(() => void bring().catch(() => {}), BROUGHT_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
  // The same from painting to painting: the finder keeps its rows by it.
  const leave = useCallback(() => show(null), [show]);
  return (
    <Suspense>
      {open === 'find' && <FindField onLeave={leave} />}
      {open === 'keys' && <KeyMap onLeave={leave} />}
    </Suspense>
  );
}
