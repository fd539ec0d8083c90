import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';
import { addPerson } from './people.ts';
import { mayAsk, RIGHTS } from './rights.ts';
import { rightsDoc } from './rightsDoc.ts';
import { ROLES, type Role } from './roles.ts';
import { openSession } from './sessions.ts';

let server: Awaited<ReturnType<typeof testServer>>;
const hands = new Map<Role, Client>();
beforeAll(async () => {
  server = await testServer();
  for (const role of ROLES) {
    const { id } = await addPerson(server.db, {
      name: role,
      email: `${role}@rights.example`,
      roles: [role],
      password: 'of no matter here',
    });
    hands.set(role, server.withCookie(`ombrik_session=${await openSession(server.db, id)}`));
  }
});
afterAll(() => server.close());

/** Before the door: there is nobody yet whose roles could be asked. */
const BEFORE_THE_DOOR = [
  'GET /api/health',
  'GET /api/me',
  'POST /api/sign-in',
  'POST /api/demo-sign-in',
  'POST /api/sign-out',
  'GET /api/come-in/:token',
  'POST /api/come-in/:token',
  'GET /api/calendar/:token',
];
const routes = () => [
  ...new Set(server.app.routes.filter((r) => r.method !== 'ALL').map((r) => `${r.method} ${r.path}`)),
];
/** An address of a route, with ids nobody has. */
const addressOf = (path: string): string =>
  path
    .replaceAll(/:way\{[^}]*\}/g, 'undo')
    .replaceAll(/:(\w+)(\{\[0-9\]\+\})?/g, (_, name, number) => (number ? '1' : `no-${name}`));

/** Asks for a route as its page would: a file is sent as a form. */
const ask = (client: Client, method: string, path: string): Promise<{ status: number; json: any }> =>
  method === 'GET'
    ? client.get(path)
    : /\/(files|field-logs)$/.test(path)
      ? client.upload(path, 'a.txt', Buffer.from('a'))
      : client.post(path, {});

describe('the table of rights', () => {
  it('names every route of the application, and none that is not there', () => {
    const behind = routes().filter((r) => !BEFORE_THE_DOOR.includes(r));
    expect(behind.sort()).toEqual(Object.keys(RIGHTS).sort());
  });
  it('is printed in the docs as it stands', () => {
    expect(readFileSync(new URL('../../../docs/rights.md', import.meta.url), 'utf8')).toBe(rightsDoc());
  });
  it('a route that forgot to say is nobody’s', async () => {
    expect(mayAsk('POST /api/forgotten', [...ROLES])).toBe(false);
    expect(mayAsk('toString', [...ROLES])).toBe(false);
  });
  it.each([...ROLES])('holds in every cell of %s', async (role) => {
    const client = hands.get(role)!;
    const wrong: string[] = [];
    for (const name of Object.keys(RIGHTS)) {
      // Lines that stay open are asked elsewhere.
      if (/live$/.test(name)) continue;
      const [method, path] = name.split(' ') as [string, string];
      const { status, json } = await ask(client, method, addressOf(path));
      const refused = status === 403 && /only .* does this; you are/.test(json?.problems?.[0] ?? '');
      if (refused === RIGHTS[name]!.includes(role)) wrong.push(`${name}: ${status} ${json?.problems?.[0] ?? ''}`);
      if (status >= 500) wrong.push(`${name}: ${status}`);
    }
    expect(wrong).toEqual([]);
  });
  it('who only looks gets no paper that tells what the shop asks and pays', async () => {
    const { jobs } = (await hands.get('viewer')!.get('/api/jobs')).json;
    const asked = async (path: string) => (await hands.get('viewer')!.get(path)).status;
    expect(await asked('/api/papers/purchase-list.csv')).toBe(403);
    expect(await asked(`/api/jobs/${jobs[0].id}/out/quote.pdf`)).toBe(403);
    expect(await asked(`/api/jobs/${jobs[0].id}/out/costs.pdf`)).toBe(403);
    expect(await asked(`/api/jobs/${jobs[0].id}/out/cuts.csv`)).toBe(200);
  });
  it('nobody who has not come in gets anything of it', async () => {
    for (const name of Object.keys(RIGHTS)) {
      const [method, path] = name.split(' ') as [string, string];
      const { status } = await ask(server.nobody, method, addressOf(path));
      expect([name, status]).toEqual([name, 401]);
    }
  });
});
