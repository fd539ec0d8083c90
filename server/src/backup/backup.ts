import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { VERSIONS } from '@ombrik/core/versions';
import type { Knex } from 'knex';
import { workshopTables } from '../database/ofWorkshops.ts';
import { fingerprintsOf, type JobFingerprint } from './fingerprints.ts';
import { ended, postgresTool } from './postgresTool.ts';
import { locking, macOf } from './sealing.ts';
import { wholeFolder } from './wholeFolder.ts';

export const MANIFEST = 'manifest.json';
export const SUMS = 'SHA256SUMS';
const DUMP = 'database.dump';

/** What a backup is, so that a restore can prove itself. */
export interface Manifest {
  format: 1;
  madeAt: string;
  core: string;
  migration: string;
  /** Rows of each table. */
  rows: Record<string, number>;
  /** Where the audit of each workshop ends. */
  auditEnds: { workshopId: string; number: number; hash: string }[];
  jobs: JobFingerprint[];
  dump: { file: string; mac: string | null };
}

export async function sha256Of(file: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const part of createReadStream(file)) hash.update(part);
  return hash.digest('hex');
}

/** Counts and ends of everything, as one moment sees it. */
export async function stateOf(owner: Knex): Promise<Pick<Manifest, 'rows' | 'auditEnds' | 'jobs' | 'migration'>> {
  const rows: Record<string, number> = {};
  for (const table of await workshopTables(owner))
    rows[table] = Number((await owner(table).count('* as n').first())!.n);
  const ends = await owner('audit_ends').orderBy('workshop_id');
  const { name } = await owner('knex_migrations').orderBy('id', 'desc').first('name');
  return {
    migration: name,
    rows,
    auditEnds: ends.map((e) => ({ workshopId: e.workshop_id, number: e.number, hash: e.hash })),
    jobs: await fingerprintsOf(owner),
  };
}

export interface BackupWish {
  /** The folder backups lie in; each is a folder of its own there. */
  to: string;
  /** Locks it; without one, whoever has the folder reads all of it. */
  passphrase?: string;
  now?: Date;
}

/**
 * Copies a whole database while it is in use, with attachments and sealed records, as one moment sees it: one snapshot for
 * the copy and for what is written about it. A backup that was broken off leaves no folder that looks like one.
 * @returns its folder
 */
export async function backup(url: string, { to, passphrase, now = new Date() }: BackupWish): Promise<string> {
  const name = `ombrik-${now.toISOString().slice(0, 19).replaceAll(':', '-')}`;
  const [part, folder] = [join(to, `.${name}.part`), join(to, name)];
  return wholeFolder(url, part, folder, async (trx) => {
    const { rows } = await trx.raw('SELECT pg_export_snapshot() AS snapshot');
    const file = passphrase ? `${DUMP}.enc` : DUMP;
    const mac = await dumpInto(url, rows[0].snapshot, join(part, file), passphrase);
    const state = await stateOf(trx);
    const manifest: Manifest = {
      ...{ format: 1, madeAt: now.toISOString(), core: VERSIONS.core },
      ...state,
      dump: { file, mac },
    };
    await writeFile(join(part, MANIFEST), `${JSON.stringify(manifest, null, 1)}\n`, { mode: 0o600 });
    const lines = [];
    for (const own of [file, MANIFEST]) lines.push(`${await sha256Of(join(part, own))}  ${own}\n`);
    await writeFile(join(part, SUMS), lines.join(''));
  });
}

async function dumpInto(url: string, snapshot: string, file: string, passphrase?: string): Promise<string | null> {
  const child = postgresTool('pg_dump', url, ['--format=custom', '--no-owner', `--snapshot=${snapshot}`]);
  const lock = passphrase ? locking(passphrase) : null;
  const into = createWriteStream(file, { mode: 0o600 });
  if (lock) into.write(lock.head);
  const done = ended(child, 'pg_dump');
  await Promise.all([lock ? pipeline(child.stdout!, lock.through, into) : pipeline(child.stdout!, into), done]);
  return lock ? macOf(file, lock.macKey) : null;
}

/** What a backup says of itself, once its sums hold. @throws Error */
export async function readBackup(folder: string): Promise<Manifest> {
  const sums = await readFile(join(folder, SUMS), 'utf8').catch(() => {
    throw new Error(`${folder} holds no ${SUMS}; accepted: the folder of a backup`);
  });
  for (const line of sums.trim().split('\n')) {
    const [, sum, name] = /^([0-9a-f]{64}) {2}([\w.]+)$/.exec(line) ?? [];
    if (!sum || !name) throw new Error(`${SUMS} has the line "${line.slice(0, 80)}"; the backup was changed`);
    const is = await sha256Of(join(folder, name)).catch(() => 'missing');
    if (is !== sum) throw new Error(`${name} is not what it was when the backup was made (SHA-256 ${is}, was ${sum})`);
  }
  return JSON.parse(await readFile(join(folder, MANIFEST), 'utf8'));
}
