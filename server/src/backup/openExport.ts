import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { VERSIONS } from '@ombrik/core/versions';
import type { Knex } from 'knex';
import { boardAt } from '../boards/edits.ts';
import { migrate, openDatabase } from '../database/database.ts';
import { inWorkshop } from '../database/inWorkshop.ts';
import { keysOf, workshopTables } from '../database/ofWorkshops.ts';
import { differences, fingerprintsOf, type JobFingerprint } from './fingerprints.ts';
import { wholeFolder } from './wholeFolder.ts';

/** What opens a door, or is worked out anew: it stays where it is. */
const STAYS = [
  'sessions',
  'api_keys',
  'hook_sends',
  'devices',
  'invitations',
  'presses',
  'job_summaries',
  'queue_done',
];
const AT_ONCE = 100;

interface About {
  format: 1;
  workshop: { id: string; name: string; is_demo: boolean; values: unknown };
  core: string;
  migration: string;
  tables: string[];
  jobs: JobFingerprint[];
}

/** Tables of a workshop, each after those it points at. */
async function inOrder(owner: Knex): Promise<string[]> {
  const left = new Set((await workshopTables(owner)).filter((t) => !STAYS.includes(t)));
  const points = (await keysOf(owner)).filter((k) => k.kind === 'f' && k.of && k.of !== k.table);
  const order: string[] = [];
  while (left.size > 0) {
    const next = [...left].find((t) => points.every((k) => k.table !== t || !left.has(k.of!)));
    if (!next) throw new Error(`tables point at one another: ${[...left].join(', ')}`);
    left.delete(next);
    order.push(next);
  }
  return order;
}

const README = (name: string, when: Date): string => `${name}, as it was on ${when.toISOString()}

workshop.json   what the workshop holds true, and what each job came to
boards/         every job's board as a document of its own; the program reads it in as a new job
tables/         every row of every table, one JSON document a line, as PostgreSQL's row_to_json writes it
files/          attachments, photographs and sealed records, as they were brought; rows name them with "$file"

Passwords are in tables/people.jsonl as argon2id hashes. Whoever has this folder can read all of the workshop.
"npm run import-workshop -- FOLDER" puts all of it into a database that does not hold it yet.
`;

const safe = (text: string): string => text.replaceAll(/[^\w .-]+/g, '_').slice(0, 60);

/**
 * Writes one workshop as files anybody can open, as one moment sees it.
 * @param only the id of the workshop; the only one of the database where nobody says
 * @returns the folder
 */
export async function exportWorkshop(url: string, to: string, only?: string, now = new Date()): Promise<string> {
  const part = `${to}.part`;
  return wholeFolder(url, part, to, async (trx) => {
    for (const folder of ['tables', 'files', 'boards']) await mkdir(join(part, folder));
    const shops = await trx('workshops').modify((q) => only && q.where({ id: only }));
    if (shops.length !== 1)
      throw new Error(
        `${only ?? 'no workshop was named'}; accepted: one of ${(await trx('workshops')).map((w) => `${w.id} ("${w.name}")`).join(', ')}`,
      );
    const { id, name, is_demo, values } = shops[0];
    const tables = await inOrder(trx);
    for (const table of tables) await writeTable(trx, table, id, part);
    await writeBoards(trx, id, part);
    const about: About = {
      ...{ format: 1, workshop: { id, name, is_demo, values }, core: VERSIONS.core },
      migration: (await trx('knex_migrations').orderBy('id', 'desc').first('name')).name,
      tables,
      jobs: await fingerprintsOf(trx, id),
    };
    await writeFile(join(part, 'workshop.json'), `${JSON.stringify(about, null, 1)}\n`);
    await writeFile(join(part, 'README.txt'), README(name, now));
  });
}

/** Columns of a table that hold bytes. */
async function bytesOf(db: Knex, table: string): Promise<string[]> {
  const info = await db(table).columnInfo();
  return Object.entries(info).flatMap(([name, { type }]) => (type === 'bytea' ? [name] : []));
}

async function writeTable(trx: Knex, table: string, workshopId: string, part: string): Promise<void> {
  const bytes = await bytesOf(trx, table);
  const keys = (await keysOf(trx)).find((k) => k.table === table && k.kind === 'p')!.columns;
  const lines: string[] = [];
  // What holds bytes comes one row at a time: each may be as big as a file.
  const size = bytes.length > 0 ? 1 : AT_ONCE * 10;
  for (let at = 0; ; at += size) {
    const rows = await trx(table)
      .where({ workshop_id: workshopId })
      .orderBy(keys.map((column) => ({ column })))
      .offset(at)
      .limit(size)
      .select(trx.raw('row_to_json(??) AS row', [table]), ...bytes.map((b) => `${table}.${b} as bytes_${b}`));
    for (const [n, { row, ...more }] of rows.entries()) {
      for (const column of bytes) {
        const content = more[`bytes_${column}`] as Buffer | null;
        if (content === null) continue;
        const file = `files/${table}-${at + n + 1}-${safe(String(row.name ?? column))}`;
        await writeFile(join(part, file), content);
        row[column] = { $file: file };
      }
      // An address that lets anybody read the plan is not handed on.
      if (table === 'shop_calendar') row.feed_token = null;
      lines.push(`${JSON.stringify(row)}\n`);
    }
    if (rows.length < size) break;
  }
  await writeFile(join(part, 'tables', `${table}.jsonl`), lines.join(''));
}

async function writeBoards(trx: Knex, workshopId: string, part: string): Promise<void> {
  const db = inWorkshop(trx, workshopId);
  for (const job of await db('jobs').where({ workshop_id: workshopId }).orderBy('number')) {
    const board = await boardAt(db, job.id, job.revision);
    if (!board) continue;
    const name = `J${job.number} ${safe(board.brief.jobName)}.json`;
    await writeFile(join(part, 'boards', name), `${JSON.stringify(board, null, 1)}\n`);
  }
}

/**
 * Brings a workshop of open files into a database that does not hold it yet, and proves it by working every job out.
 * @returns what is not as it was, in words
 */
export async function importWorkshop(
  url: string,
  from: string,
): Promise<{ name: string; jobs: number; differs: string[] }> {
  const text = await readFile(join(from, 'workshop.json'), 'utf8').catch(() => {
    throw new Error(`${from} holds no workshop.json; accepted: a folder that "npm run export-workshop" wrote`);
  });
  const about: About = JSON.parse(text);
  const owner = openDatabase(url, 2);
  try {
    await migrate(owner);
    const { id, name, is_demo, values } = about.workshop;
    await owner.transaction(async (trx) => {
      if (await trx('workshops').where({ id }).first('id')) throw new Error(`"${name}" is in this database already`);
      const known = await inOrder(trx);
      const strange = about.tables.filter((t) => !known.includes(t));
      if (strange.length > 0)
        throw new Error(`this is of a newer Ombrik: it has ${strange.join(', ')}, which this one does not know`);
      await trx('workshops').insert({ id, name, is_demo, values: JSON.stringify(values) });
      for (const table of known.filter((t) => about.tables.includes(t))) await readTable(trx, table, from);
    });
    const now = await fingerprintsOf(owner, id);
    return { name, jobs: now.length, differs: differences(about.jobs, now, about.core === VERSIONS.core) };
  } finally {
    await owner.destroy();
  }
}

async function readTable(trx: Knex, table: string, from: string): Promise<void> {
  const lines = (await readFile(join(from, 'tables', `${table}.jsonl`), 'utf8')).split('\n').filter(Boolean);
  // Rows come as they stood: nothing is added up, numbered or bound a second time.
  await trx.raw('ALTER TABLE ?? DISABLE TRIGGER USER', [table]);
  const bytes = await bytesOf(trx, table);
  const size = bytes.length > 0 ? 1 : AT_ONCE;
  for (let at = 0; at < lines.length; at += size) {
    const rows = await Promise.all(lines.slice(at, at + size).map((l) => withFiles(JSON.parse(l), bytes, from)));
    await trx.raw('INSERT INTO ?? SELECT * FROM jsonb_populate_recordset(null::??, ?::jsonb)', [
      ...[table, table, JSON.stringify(rows)],
    ]);
  }
  await trx.raw('ALTER TABLE ?? ENABLE TRIGGER USER', [table]);
  const { rows } = await trx.raw(
    `SELECT pg_get_serial_sequence(?, 'id') AS name FROM pg_attribute
    WHERE attrelid = ?::regclass AND attname = 'id'`,
    [table, table],
  );
  if (rows[0]?.name)
    await trx.raw('SELECT setval(?, greatest((SELECT max(id) FROM ??), nextval(?)))', [
      rows[0].name,
      table,
      rows[0].name,
    ]);
}

/** Only files of the folder itself: what a row names leads nowhere else. */
const FILE = /^files\/[\w .-]+$/;

async function withFiles(
  row: Record<string, unknown>,
  bytes: readonly string[],
  from: string,
): Promise<Record<string, unknown>> {
  for (const column of bytes) {
    const file = (row[column] as { $file?: unknown } | null)?.$file;
    if (file === undefined) continue;
    if (typeof file !== 'string' || !FILE.test(file) || file.includes('..'))
      throw new Error(`a row names the file ${JSON.stringify(file)}; accepted: one under files/`);
    row[column] = `\\x${(await readFile(join(from, file))).toString('hex')}`;
  }
  return row;
}
