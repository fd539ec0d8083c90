import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { concerns } from './concerns.ts';

/** Keeps what is shown up to date with what anybody changes, on whichever server. */
export function useLive(): void {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/live');
    let lost = false;
    const refresh = (address: string) => staleBy(client, address);
    source.addEventListener('changed', (e) => refresh((e as MessageEvent<string>).data));
    // Nobody knows what was missed while the line was down.
    source.addEventListener('error', () => {
      lost = true;
    });
    source.addEventListener('ready', () => {
      if (lost) refresh('*');
      lost = false;
    });
    return () => source.close();
  }, [client]);
}

const staleBy = (client: QueryClient, address: string): void =>
  void client.invalidateQueries({ predicate: ({ queryKey }) => concerns(address, queryKey) });
