/** Whether the database says that its disk is full: SQLSTATE 53100, or the error of the file itself. */
export function isDiskFull(error: unknown): boolean {
  const { code } = (error ?? {}) as { code?: string };
  return code === '53100' || code === 'ENOSPC';
}

/**
 * Writes something down beside a look: while the disk is full it is left, for looking goes on.
 * @param work not inside a transaction that goes on afterwards
 * @returns what it gave; null where the disk is full
 */
export async function unlessFull<T>(work: () => PromiseLike<T>): Promise<T | null> {
  try {
    return await work();
  } catch (error) {
    if (isDiskFull(error)) return null;
    throw error;
  }
}
