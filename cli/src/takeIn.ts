import { randomUUID } from 'node:crypto';
import type { Board } from '@ombrik/core/document/board';

/**
 * Takes a board in as a job of a workshop. @param key made for boards
 * @returns the job it became @throws Error with the server's own words
 */
export async function takeIn(server: string, key: string, board: Board): Promise<{ id: string; number: number }> {
  const response = await fetch(new URL('/api/jobs/import', server), {
    method: 'POST',
    headers: {
      Authorization: `Bearer ${key}`,
      'Content-Type': 'application/json',
      'Idempotency-Key': randomUUID(),
    },
    body: JSON.stringify(board),
  });
  const said = (await response.json().catch(() => ({}))) as {
    problems?: string[];
    job?: { id: string; number: number };
  };
  if (!response.ok || !said.job)
    throw new Error(said.problems?.join('; ') ?? `the server at ${server} answered ${response.status}`);
  return said.job;
}
