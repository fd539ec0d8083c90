import { randomBytes } from 'node:crypto';
import type { Command } from '@ombrik/core/document/commands';
import type { Knex } from 'knex';
import pino from 'pino';
import { createApp } from '../app.ts';
import { migrate, openDatabase, openGround, openServing } from '../database/database.ts';
import { inWorkshop } from '../database/inWorkshop.ts';
import { seedDemo } from '../demo/seedDemo.ts';
import { ownNames } from '../http/door.ts';
import { openChanges } from '../live/changes.ts';
import { startPracticeBench } from '../practice/underProbes.ts';

/** A database of its own in the cluster of the test run. */
export async function freshDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const base = process.env.TEST_DATABASE_URL;
  if (!base)
    throw new Error(
      'TEST_DATABASE_URL is missing: run the tests with "npm test", which starts a PostgreSQL of its own',
    );
  const name = `test_${randomBytes(6).toString('hex')}`;
  const admin = openDatabase(base);
  await admin.raw(`CREATE DATABASE ${name}`);
  await admin.destroy();
  const url = new URL(base);
  url.pathname = `/${name}`;
  return {
    url: url.toString(),
    drop: async () => {
      const again = openDatabase(base);
      await again.raw(`DROP DATABASE ${name} WITH (FORCE)`);
      await again.destroy();
    },
  };
}

let counter = 0;

export interface Client {
  cookie: string;
  get(path: string): Promise<{ status: number; json: any; response: Response }>;
  /** A key of its own unless one is given. */
  post(
    path: string,
    body: unknown,
    key?: string,
    from?: string,
  ): Promise<{ status: number; json: any; response: Response }>;
  upload(
    path: string,
    name: string,
    bytes: Buffer,
    key?: string,
    fields?: Readonly<Record<string, string>>,
  ): Promise<{ status: number; json: any }>;
}

/**
 * The application against a real database, called without a network.
 * @param over a database that stands already, with its workshop; a fresh one with the demo's where nobody says
 */
export async function testServer(over?: { url: string }) {
  const { url, drop } = over ? { url: over.url, drop: async () => {} } : await freshDatabase();
  const owner: Knex = openDatabase(url);
  await migrate(owner);
  const workshopId: string = (await seedDemo(owner)) ?? (await owner('workshops').orderBy('id').first('id')).id;
  const db = openServing(url);
  const bench = await startPracticeBench();
  const log = pino({ level: process.env.LOG_LEVEL ?? 'silent' });
  const changes = await openChanges(url, log);
  const ground = openGround(url);
  const parts = { db, ground, log, changes, bench, webFolder: null };
  const app = createApp(parts);
  // The same as seen by one proxy of one's own.
  const behindProxy = createApp({ ...parts, door: { proxies: 1, names: ownNames() } });
  const clientWith = (cookie: string, of: { request: typeof app.request } = app): Client => {
    const call = async (path: string, init: RequestInit) => {
      const headers = { 'content-type': 'application/json', cookie, ...(init.headers as Record<string, string>) };
      const response = await of.request(path, { ...init, headers });
      const text = response.headers.get('content-type')?.includes('json') ? await response.clone().json() : null;
      return { status: response.status, json: text, response };
    };
    return {
      cookie,
      get: (path) => call(path, {}),
      post: (path, body, key = `press-${counter++}-${process.pid}`, from) =>
        call(path, {
          method: 'POST',
          headers: { 'idempotency-key': key, ...(from ? { 'x-forwarded-for': from } : {}) },
          body: typeof body === 'string' ? body : JSON.stringify(body),
        }),
      upload: async (path, name, bytes, key = `press-${counter++}-${process.pid}`, fields = {}) => {
        const form = new FormData();
        for (const [field, value] of Object.entries(fields)) form.set(field, value);
        form.set('file', new File([new Uint8Array(bytes)], name));
        const response = await of.request(path, {
          method: 'POST',
          body: form,
          headers: { cookie, 'idempotency-key': key },
        });
        return { status: response.status, json: await response.json() };
      },
    };
  };
  const as = async (personId: string): Promise<Client> => {
    const { response } = await clientWith('').post('/api/demo-sign-in', { personId });
    return clientWith(response.headers.get('set-cookie')!.split(';')[0]!);
  };
  return {
    app,
    url,
    workshopId,
    /** As who owns the database, working for the demo's workshop. */
    db: inWorkshop(owner, workshopId),
    /** As the application's role, working for none. */
    serving: db,
    owner,
    parts,
    bench,
    behindProxy,
    nobody: clientWith(''),
    withCookie: (cookie: string) => clientWith(cookie),
    /** The same hands, at another application. */
    through: (other: { request: typeof app.request }, cookie: string) => clientWith(cookie, other),
    as,
    close: async () => {
      bench.close();
      await changes.close();
      await ground.destroy();
      await db.destroy();
      await owner.destroy();
      await drop();
    },
  };
}

export const editOf = (baseRevision: number, commands: Command[], label = 'test') => ({
  editId: `edit-${process.pid}-${counter++}`,
  baseRevision,
  label,
  commands,
});
export const ambient = (value: number): Command => ({ kind: 'setBrief', field: 'ambientC', value });
