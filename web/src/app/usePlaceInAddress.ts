import { startTransition, useCallback, useEffect, useMemo, useRef } from 'react';
import { useSearchParams } from 'react-router';
import { AT, named, nameOf } from '../session/chosenName.ts';
import { useJob } from '../session/useJob.ts';

/** So long a hand rests before the address follows it. */
const AT_REST_MS = 150;
const WHY = 'why';

/** The same words of an address with one of them so; null takes it out. */
export function having(words: URLSearchParams, name: string, value: string | null): URLSearchParams {
  const next = new URLSearchParams(words);
  if (value === null) next.delete(name);
  else next.set(name, value);
  return next;
}

/**
 * What is chosen stands in the address, so that a link leads to it. The address is changed in place: going back leads to
 * where one was, not through all that was chosen there.
 */
export function useChosenInAddress(): void {
  const job = useJob();
  const { selection, select } = job;
  const [search, setSearch] = useSearchParams();
  const asked = search.get(AT);
  const name = nameOf(job, selection);
  const told = useRef<string | null>(null);
  useEffect(() => {
    if (asked !== told.current) {
      told.current = asked;
      // Somebody came by a link, or went back to one.
      const chosen = asked !== null && asked !== name ? named(job, asked) : null;
      if (chosen) {
        select(chosen);
        return;
      }
    }
    if (name === asked) return;
    // In a moment: what was pressed is painted first, and who goes somewhere else with the same press is not called back.
    const write = setTimeout(() => {
      told.current = name;
      startTransition(() => setSearch((now) => having(now, AT, name), { replace: true }));
    }, AT_REST_MS);
    return () => clearTimeout(write);
  }, [asked, name, job, select, setSearch]);
}

/** The number that is asked why, in the address as well: a link leads to the sum, and going back closes it. */
export function useWhyInAddress(): { address: string | null; ask(address: string | null): void } {
  const [search, setSearch] = useSearchParams();
  const address = search.get(WHY);
  const ask = useCallback(
    (now: string | null) => setSearch((before) => having(before, WHY, now), { replace: now === null }),
    [setSearch],
  );
  return useMemo(() => ({ address, ask }), [address, ask]);
}
