import pRetry from 'p-retry';

/** PostgreSQL took one of two transactions that waited for each other down; it is tried again. */
const DEADLOCK = '40P01';

/** Runs a transaction again while it loses to another one that locked the same rows the other way round. */
export const withRetry = <T>(work: () => Promise<T>): Promise<T> =>
  pRetry(work, {
    retries: 4,
    minTimeout: 20,
    factor: 1.6,
    randomize: true,
    shouldRetry: ({ error }) => (error as { code?: string }).code === DEADLOCK,
  });
