import { PLACES } from '@ombrik/core/stations';
import { type QueryClient, skipToken, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import { useLocation } from 'react-router';
import { concerns } from './concerns.ts';
import { LiveLine } from './liveLine.ts';
import { useMe } from './useMe.ts';

/** How far something long has come. */
export interface Progress {
  done: number;
  of: number;
  what: string;
}
const progressKey = (address: string) => ['progress', address] as const;

/** What only the line tells; it is never fetched. */
function useTold<T>(queryKey: readonly unknown[]): T | null {
  return useQuery<T | null>({ queryKey, queryFn: skipToken, initialData: null, staleTime: Infinity }).data ?? null;
}

/** How far what was begun at an address has come, as the line tells; null where it has told nothing. */
export const useProgress = (address: string): Progress | null => useTold<Progress>(progressKey(address));

/** Somebody of the workshop who has a page open. */
export interface Present {
  personId: string;
  name: string;
  /** Job and station, as `jb_1/board`; empty where it is the workshop as a whole. */
  at: string;
}
const PRESENT = ['present'] as const;
const NOBODY: readonly Present[] = [];

/** Who else looks at this workshop now. */
export function usePresent(): readonly Present[] {
  const all = useTold<readonly Present[]>(PRESENT) ?? NOBODY;
  const own = useMe().data?.person?.id;
  return useMemo(() => all.filter((p) => p.personId !== own), [all, own]);
}

/** Who walks through stations is told of where they stop. */
const STOPS_MS = 600;

/** Where in the workshop an address is: a job and its station, or empty. */
export function placeOf(path: string): string {
  const [, area, jobId, place] = path.split('/');
  return area === 'jobs' && jobId && place && PLACES.includes(place) ? `${jobId}/${place}` : '';
}

/** Keeps what is shown up to date with what anybody changes, on whichever server, and tells the others where one looks. */
export function useLive(): void {
  const client = useQueryClient();
  const personId = useMe().data?.person?.id;
  const at = placeOf(useLocation().pathname);
  const first = useRef(at);
  const line = useRef<LiveLine | null>(null);
  // A device that changes hands gets a line of its new owner.
  useEffect(() => {
    if (!personId) return;
    const own = new LiveLine(
      {
        changed: (address) => staleBy(client, address),
        progress: (data) => {
          const { address, ...progress } = JSON.parse(data);
          client.setQueryData(progressKey(address), progress);
        },
        present: (data) => client.setQueryData(PRESENT, JSON.parse(data)),
      },
      first.current,
    );
    line.current = own;
    const look = () => (document.hidden ? own.close() : own.open());
    look();
    document.addEventListener('visibilitychange', look);
    return () => {
      document.removeEventListener('visibilitychange', look);
      own.close();
      line.current = null;
    };
  }, [client, personId]);
  useEffect(() => {
    first.current = at;
    const stops = setTimeout(() => line.current?.moveTo(at), STOPS_MS);
    return () => clearTimeout(stops);
  }, [at]);
}

const staleBy = (client: QueryClient, address: string): void =>
  void client.invalidateQueries({ predicate: ({ queryKey }) => concerns(address, queryKey) });
