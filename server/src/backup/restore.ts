import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { VERSIONS } from '@ombrik/core/versions';
import type { Knex } from 'knex';
import { auditChain } from '../audit/audit.ts';
import { migrate, openDatabase } from '../database/database.ts';
import { inWorkshop } from '../database/inWorkshop.ts';
import { ensureAppRole } from '../database/ofWorkshops.ts';
import { type Manifest, readBackup, stateOf } from './backup.ts';
import { differences } from './fingerprints.ts';
import { ended, postgresTool } from './postgresTool.ts';
import { unlocked } from './sealing.ts';

export interface Proof {
  jobs: number;
  rows: number;
  /** What is not as it was, in words; empty where all is. */
  differs: string[];
  /** The program that worked the boards out is another than the one that made the backup. */
  otherCore: boolean;
}

/** Tables that grow by the mere start of a newer program, or hold nothing of anybody. */
const NOT_COUNTED = ['job_summaries'];

/**
 * Puts a backup into an empty database and proves it: every table's rows, every job worked out anew, every audit to its end.
 * @throws Error where the backup was changed, the pass phrase is another, or the database is not empty
 */
export async function restore(folder: string, url: string, passphrase?: string): Promise<Proof> {
  const manifest = await readBackup(folder);
  const { file, mac } = manifest.dump;
  if (mac && !passphrase) throw new Error('this backup is locked; its pass phrase is wanted');
  const dump = mac ? await unlocked(join(folder, file), passphrase!, mac) : createReadStream(join(folder, file));
  const owner = openDatabase(url, 2);
  try {
    await requireEmpty(owner);
    await ensureAppRole(owner);
    const child = postgresTool('pg_restore', url, ['--no-owner', '--single-transaction', '--exit-on-error']);
    const done = ended(child, 'pg_restore');
    await Promise.all([
      // It says itself why it stops reading.
      pipeline(dump, child.stdin!).catch((e: NodeJS.ErrnoException) => {
        if (e.code !== 'EPIPE') throw e;
      }),
      done,
    ]);
    await migrate(owner);
    return await proved(owner, manifest);
  } finally {
    await owner.destroy();
  }
}

async function requireEmpty(owner: Knex): Promise<void> {
  const { rows } = await owner.raw(`SELECT tablename FROM pg_tables WHERE schemaname = 'public' LIMIT 1`);
  if (rows.length > 0)
    throw new Error(`the database is not empty (it has "${rows[0].tablename}"); accepted: an empty database`);
}

async function proved(owner: Knex, manifest: Manifest): Promise<Proof> {
  const now = await stateOf(owner);
  const sameCore = manifest.core === VERSIONS.core;
  const differs = differences(manifest.jobs, now.jobs, sameCore);
  for (const [table, was] of Object.entries(manifest.rows))
    if (!NOT_COUNTED.includes(table) && now.rows[table] !== was && manifest.migration === now.migration)
      differs.push(`${table} has ${now.rows[table]} rows, had ${was}`);
  for (const end of manifest.auditEnds) {
    const chain = await auditChain(inWorkshop(owner, end.workshopId));
    if (chain.broken !== null || chain.end !== end.hash)
      differs.push(`the audit does not end as it did (${end.number})`);
  }
  const rows = Object.values(manifest.rows).reduce((a, b) => a + b, 0);
  return { jobs: now.jobs.length, rows, differs, otherCore: !sameCore };
}
