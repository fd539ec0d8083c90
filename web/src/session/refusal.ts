import { ApiError, problemsIn } from '../app/api.ts';

/** Why something was not taken: the server's status, or null where the line broke before it answered. */
export function refusalOf(error: unknown): { status: number | null; problems: string[] } {
  return { status: error instanceof ApiError ? error.status : null, problems: problemsIn(error) };
}
