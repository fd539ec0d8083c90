import { type QueryClient, skipToken, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { concerns } from './concerns.ts';

/** How far something long has come. */
export interface Progress {
  done: number;
  of: number;
  what: string;
}
const progressKey = (address: string) => ['progress', address] as const;

/** How far what was begun at an address has come, as the line tells; null where it has told nothing. */
export const useProgress = (address: string): Progress | null =>
  useQuery<Progress | null>({
    queryKey: progressKey(address),
    queryFn: skipToken,
    initialData: null,
    staleTime: Infinity,
  }).data ?? null;

/**
 * Keeps what is shown up to date with what anybody changes, on whichever server. A page in the background lets go of its
 * line, for a browser has few of them, and fetches anew when it is looked at again.
 */
export function useLive(): void {
  const client = useQueryClient();
  useEffect(() => {
    let source: EventSource | null = null;
    // Nobody knows what was missed while there was no line.
    let missed = false;
    const open = () => {
      source = new EventSource('/api/live');
      source.addEventListener('changed', (e) => staleBy(client, (e as MessageEvent<string>).data));
      source.addEventListener('progress', (e) => {
        const { address, ...progress } = JSON.parse((e as MessageEvent<string>).data);
        client.setQueryData(progressKey(address), progress);
      });
      source.addEventListener('error', () => {
        missed = true;
      });
      source.addEventListener('ready', () => {
        if (missed) staleBy(client, '*');
        missed = false;
      });
    };
    const close = () => {
      source?.close();
      source = null;
      missed = true;
    };
    const look = () => {
      if (document.hidden) close();
      else if (!source) open();
    };
    look();
    document.addEventListener('visibilitychange', look);
    return () => {
      document.removeEventListener('visibilitychange', look);
      close();
    };
  }, [client]);
}

const staleBy = (client: QueryClient, address: string): void =>
  void client.invalidateQueries({ predicate: ({ queryKey }) => concerns(address, queryKey) });
