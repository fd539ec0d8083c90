import type { AppType } from '@ombrik/server/app';
import { hc } from 'hono/client';
import { watched } from './newer.ts';

/** The typed client of the server's API. */
export const api = hc<AppType>('/', { fetch: watched }).api;

export class ApiError extends Error {
  override name = 'ApiError';
  constructor(
    readonly status: number,
    readonly problems: string[],
  ) {
    super(problems.join('; '));
  }
}

/** The JSON of a good answer. @throws ApiError with the server's own words otherwise */
export async function answer<T>(response: Promise<{ ok: boolean; status: number; json(): Promise<T> }>): Promise<T> {
  const got = await response;
  if (got.ok) return got.json();
  const said = (await got.json().catch(() => null)) as { problems?: string[] } | null;
  throw new ApiError(got.status, said?.problems ?? [`the server answered ${got.status}`]);
}

/** Sends a form, which the typed client does not carry, and gives the JSON of a good answer. @throws ApiError */
export function sendForm<T>(path: string, fields: Record<string, string | File>, init: RequestInit): Promise<T> {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  return answer<T>(watched(path, { ...init, method: 'POST', body: form }));
}

export const problemsIn = (error: unknown): string[] =>
  error instanceof ApiError ? error.problems : [error instanceof Error ? error.message : String(error)];
