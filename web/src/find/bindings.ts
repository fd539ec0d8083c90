import { useEffect, useId, useRef } from 'react';
import { tinykeys } from 'tinykeys';
import { create } from 'zustand';

/** A key and what it does; without `run` it is one of something that has the focus, which takes the key itself. */
export interface Binding {
  /** As tinykeys writes them: `$mod+z`, `Shift+ArrowLeft`. */
  keys: string;
  says: string;
  run?: () => void;
  /** Also for who types. */
  always?: boolean;
}
interface Shown {
  title: string;
  bindings: readonly Binding[];
}

/** The keys of what is on the screen now, by who says so. */
export const useBindings = create<{ shown: ReadonlyMap<string, Shown> }>(() => ({ shown: new Map() }));

const TAKES_TEXT = /^(INPUT|TEXTAREA|SELECT)$/;
const typing = (e: KeyboardEvent) => e.target instanceof HTMLElement && TAKES_TEXT.test(e.target.tagName);

/**
 * Keys of a screen: they act while it is there, and stand on the map of keys and among what can be found and done. Who
 * types is left alone.
 */
export function useKeys(title: string, bindings: readonly Binding[]): void {
  const id = useId();
  const newest = useRef(bindings);
  useEffect(() => {
    newest.current = bindings;
  });
  const says = JSON.stringify(bindings.map((b) => [b.keys, b.says, b.run !== undefined]));
  // Registered anew only where they say something else; what they do is always the newest.
  useEffect(() => {
    const act = (n: number) => () => newest.current[n]?.run?.();
    const own = newest.current.map((b, n) => (b.run ? { ...b, run: act(n) } : b));
    const put = (now: Shown | null) =>
      useBindings.setState(({ shown }) => {
        const next = new Map(shown);
        if (now) next.set(id, now);
        else next.delete(id);
        return { shown: next };
      });
    put({ title, bindings: own });
    const taken = own.flatMap((b) => {
      const { run, always } = b;
      if (!run) return [];
      const press = (e: KeyboardEvent) => {
        if (typing(e) && !always) return;
        e.preventDefault();
        run();
      };
      return [[b.keys, press] as const];
    });
    const leave = tinykeys(window, Object.fromEntries(taken));
    return () => {
      leave();
      put(null);
    };
  }, [id, title, says]);
}

const MAC = typeof navigator !== 'undefined' && /Mac|iP(hone|ad)/.test(navigator.userAgent);
const NAMES: Readonly<Record<string, string>> = {
  $mod: MAC ? '⌘' : 'Ctrl',
  Shift: 'Shift',
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  Delete: 'Del',
  Escape: 'Esc',
};
/** Keys as they stand on a keyboard. */
export const keyWords = (keys: string): string =>
  keys
    // What stands on a key by itself is found there, whatever has to be held for it.
    .replace(/^Shift\+(?=[^\w]$)/, '')
    .split('+')
    .map((k) => NAMES[k] ?? (k.length === 1 ? k.toUpperCase() : k))
    .join(' ');
