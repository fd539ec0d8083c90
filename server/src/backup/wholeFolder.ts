import { mkdir, rename, rm } from 'node:fs/promises';
import type { Knex } from 'knex';
import { openDatabase } from '../database/database.ts';

/**
 * Writes a folder from a database as one moment sees it, while it is in use. What was broken off leaves no folder of that
 * name.
 * @param part where it is written until it is whole; emptied before
 * @returns the folder
 */
export async function wholeFolder(
  url: string,
  part: string,
  folder: string,
  write: (trx: Knex.Transaction) => Promise<void>,
): Promise<string> {
  const owner = openDatabase(url, 2);
  try {
    await rm(part, { recursive: true, force: true });
    await mkdir(part, { recursive: true, mode: 0o700 });
    await owner.transaction(write, { isolationLevel: 'repeatable read', readOnly: true });
    await rename(part, folder);
    return folder;
  } catch (error) {
    await rm(part, { recursive: true, force: true });
    throw error;
  } finally {
    await owner.destroy();
  }
}
