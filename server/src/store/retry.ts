/** PostgreSQL took one of two transactions that waited for each other down; it is tried again. */
const DEADLOCK = '40P01';
const TRIES = 5;

/** Runs a transaction again while it loses to another one that locked the same rows the other way round. */
export async function withRetry<T>(work: () => Promise<T>): Promise<T> {
  for (let left = TRIES; ; left--)
    try {
      return await work();
    } catch (error) {
      if (left <= 1 || (error as { code?: string }).code !== DEADLOCK) throw error;
      await new Promise((resolve) => setTimeout(resolve, 20 * (TRIES - left + 1)));
    }
}
