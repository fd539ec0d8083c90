import { marketCartBoard } from '@ombrik/demo/marketCart';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from '../app.ts';
import { inWorkshop } from '../database/inWorkshop.ts';
import { keysOf, workshopTables } from '../database/ofWorkshops.ts';
import { NO_OWNER, OWNED } from '../http/ownIds.ts';
import { type Client, testServer } from '../testing/testServer.ts';
import { createWorkshop } from '../workshop/workshopStore.ts';
import { addPerson } from './people.ts';
import { RIGHTS } from './rights.ts';
import { ROLES } from './roles.ts';
import { openSession } from './sessions.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
/** Somebody who may do everything, in another workshop of the same database. */
let eve: Client;
let eves = '';
/** One id of each kind that is the first workshop's. */
const theirs: Record<string, string> = {};

async function openSecond(): Promise<{ workshopId: string; token: string }> {
  return server.owner.transaction(async (trx) => {
    const workshopId = await createWorkshop(trx, 'Heron Yard', false);
    const who = { name: 'Eve', email: 'eve@heron.example', roles: [...ROLES], password: 'bench-demo' };
    const { id } = await addPerson(trx, who);
    return { workshopId, token: await openSession(trx, id) };
  });
}

beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  const second = await openSecond();
  eves = second.workshopId;
  eve = server.withCookie(`ombrik_session=${second.token}`);
  const { jobs } = (await mira.get('/api/jobs')).json;
  const job = jobs.find((j: { jobName: string }) => j.jobName === 'Flower cart box').id;
  const { revision } = (await mira.get(`/api/jobs/${job}`)).json;
  const kept = await mira.upload(`/api/jobs/${job}/files`, 'note.txt', Buffer.from('board by the door'));
  if (kept.status !== 201) throw new Error(JSON.stringify(kept.json));
  const file = kept.json.id;
  const design = { jobId: job, revision, name: 'A design of ours', options: [], price: null, note: '' };
  await mira.post('/api/designs', design);
  await mira.post('/api/practice', { board: 'marketCart', jobId: null, level: 1 });
  await mira.post('/api/people/invitations', { name: 'Bo', roles: ['viewer'] });
  await mira.post('/api/own/keys', { name: 'A key', password: 'bench-demo', scopes: ['read'], days: 9 });
  await mira.post('/api/hooks', { url: 'http://127.0.0.1:9/', events: ['shipped'] });
  const line = { articleId: 'pvc70-95/RD', packs: 2, packQuantity: 10_000, packPrice: 40 };
  await mira.post('/api/buying/purchases', { supplier: 'Bell & Rope', note: '', expectedOn: null, lines: [line] });
  const offer = { articleId: 'pvc70-95/RD', supplier: 'Ferry Wire', packQuantity: 25_000, packPrice: 90, leadDays: 3 };
  await mira.post('/api/buying/offers', offer);
  await server.db('field_logs').insert({
    ...{ job_id: job, unit: 1, file_id: file, amps_are: 'charging', person_id: 'pe_designer' },
  });
  for (const [address, [, table, column]] of Object.entries(OWNED))
    theirs[address] = String(
      (
        await server
          .db(table)
          .where(table === 'jobs' ? { id: job } : {})
          .first(column)
      )[column],
    );
  theirs.cable = 'cb_1';
});
afterAll(() => server.close());

/** The address of a route with ids of the first workshop's in it. */
function addressOf(path: string): string {
  const segments = path.split('/');
  return segments
    .map((s, n) => {
      const upTo = segments.slice(0, n + 1).join('/');
      if (OWNED[upTo]) return encodeURIComponent(theirs[upTo]!);
      return s.startsWith(':')
        ? s.includes('{[0-9]') || s === ':number'
          ? '1'
          : s.includes('undo')
            ? 'undo'
            : 'cuts.csv'
        : s;
    })
    .join('/');
}
const namesSomething = (route: string): boolean =>
  Object.keys(OWNED).some((o) => `${route.split(' ')[1]}/`.startsWith(`${o}/`));
const asked = (client: Client, route: string): Promise<{ status: number; json: any }> => {
  const [method, path] = route.split(' ') as [string, string];
  const address = addressOf(path);
  if (method === 'GET') return client.get(address);
  return /\/(files|field-logs)$/.test(path)
    ? client.upload(address, 'a.txt', Buffer.from('a'), undefined, { ampsAre: 'charging' })
    : client.post(address, {});
};

describe('a signed-in stranger', () => {
  it('every part of an address that is an id is said to be somebody’s, or nobody’s', () => {
    const parts = Object.keys(RIGHTS).flatMap((route) => {
      const segments = route.split(' ')[1]!.split('/');
      return segments.flatMap((s, n) => (s.startsWith(':') ? [segments.slice(0, n + 1).join('/')] : []));
    });
    expect([...new Set(parts)].sort()).toEqual([...Object.keys(OWNED), ...NO_OWNER].sort());
  });
  it('is told of every id of another workshop, on every route, that it is not there', async () => {
    const routes = Object.keys(RIGHTS).filter(namesSomething);
    expect(routes.length).toBeGreaterThan(50);
    const answers = await Promise.all(routes.map(async (r) => [r, (await asked(eve, r)).status]));
    expect(answers).toEqual(routes.map((r) => [r, 404]));
    // The same addresses are there for whose they are.
    for (const route of ['GET /api/jobs/:id', 'GET /api/stock/:id/moves', 'GET /api/jobs/:id/files/:fileId'])
      expect((await asked(mira, route)).status, route).toBe(200);
  });
  it('with the wall of the database taken down, the wall of the application stands by itself', async () => {
    const open = createApp({ ...server.parts, db: server.owner });
    const routes = Object.keys(RIGHTS).filter(namesSomething);
    const through = server.through(open, eve.cookie);
    const answers = await Promise.all(routes.map(async (r) => [r, (await asked(through, r)).status]));
    expect(answers).toEqual(routes.map((r) => [r, 404]));
  });
  it('ids inside what is sent and asked reach no further', async () => {
    const job = theirs['/api/jobs/:id']!;
    const stock = theirs['/api/stock/:id']!;
    const key = () => `stranger-${Math.random()}`;
    const own = (await eve.post('/api/jobs/import', marketCartBoard())).json.job.id;
    const received = { articleId: 'pvc70-95/RD', quantity: 9000, times: 1, bin: 'A', cost: null };
    const more = { boughtMm: null, widthMm: null, heightMm: null, note: '' };
    const pile = (await eve.post('/api/stock/receive', { ...received, ...more, key: key() })).json.ids[0];
    const moveId = (await mira.get(`/api/stock/${stock}/moves`)).json.moves[0].id;
    const step = { step: 'cut', done: true, revision: 1, pullsN: [], word: '', key: key() };
    const tries: [string, object][] = [
      [`/api/stock/${pile}/take`, { quantity: 5, jobId: job, note: '', key: key() }],
      [`/api/stock/${pile}/reserve`, { quantity: 5, jobId: job, key: key() }],
      [`/api/stock/${pile}/release`, { jobId: job, key: key() }],
      ['/api/stock/correct', { moveId, note: 'mine', key: key() }],
      ['/api/designs', { jobId: job, revision: 1, name: 'x', options: [], price: null, note: '' }],
      ['/api/practice', { board: null, jobId: job, level: 1 }],
      ['/api/schedule/wishes', { jobId: job, turn: 'first', operations: [] }],
      [`/api/jobs/${own}/cutting`, { jobs: [{ jobId: job, revision: 1 }], groups: [], key: key() }],
      [`/api/jobs/${own}/cables/cb_1/steps`, { ...step, fromStockId: stock }],
      ['/api/own/switch', { personId: 'pe_assembler', pin: '4071' }],
    ];
    const before = await server.owner('stock_moves').count('* as n').first();
    for (const [path, body] of tries) {
      const { status } = await eve.post(path, body);
      expect([path, [403, 404, 409, 422].includes(status)]).toEqual([path, true]);
    }
    expect(await server.owner('stock_moves').count('* as n').first()).toEqual(before);
    const number = (await mira.get(`/api/jobs/${job}`)).json.job.number;
    for (const path of [`/api/scan?code=J${number}`, `/api/scan?code=${stock}`, `/api/papers/cutting.pdf?jobs=${job}`])
      expect((await eve.get(path)).status, path).not.toBe(200);
  });
  it('sees a workshop of their own and nothing of the other, in lists and in numbers', async () => {
    const fresh = (await eve.post('/api/jobs/import', { ...marketCartBoard() })).json.job;
    // Numbers are each workshop's own.
    expect(fresh.number).toBeLessThan(410);
    const { jobs } = (await eve.get('/api/jobs')).json;
    expect(jobs.every((j: { number: number }) => j.number <= fresh.number)).toBe(true);
    const names = (await eve.get('/api/people')).json.people.map((p: { name: string }) => p.name);
    expect(names).toEqual(['Eve']);
    expect((await eve.get('/api/me')).json.workshopName).toBe('Heron Yard');
    for (const path of ['/api/designs', '/api/buying', '/api/practice', '/api/lessons', '/api/schedule'])
      expect(JSON.stringify((await eve.get(path)).json), path).not.toMatch(/Larchfold|A design of ours|Bell & Rope/);
  });
  it('hears nothing of what is changed there', async () => {
    const heard: string[] = [];
    const end = server.parts.changes.listen(eves, (m) => heard.push(m));
    await mira.post(`/api/jobs/${theirs['/api/jobs/:id']}/wanted`, { wantedOn: '2027-02-01' });
    await eve.post('/api/workshop', { hourRate: 77 });
    await expect.poll(() => heard).toEqual(['/api/workshop']);
    end();
    expect((await mira.get('/api/workshop')).json.workshop.hourRate).not.toBe(77);
  });
});

describe('the database as the second wall', () => {
  it('every table says whose its rows are, in each of its keys, and shows the application no other’s', async () => {
    const tables = await workshopTables(server.owner);
    expect(tables.length).toBeGreaterThan(30);
    const keys = (await keysOf(server.owner)).filter((k) => tables.includes(k.table));
    expect(keys.filter((k) => k.columns[0] !== 'workshop_id').map((k) => `${k.table}.${k.name}`)).toEqual([]);
    const { rows } = await server.owner.raw(
      'SELECT relname FROM pg_class WHERE relname = ANY(?) AND relrowsecurity ORDER BY relname',
      [tables],
    );
    expect(rows.map((r: { relname: string }) => r.relname)).toEqual(tables);
    const [none, own] = [server.parts.ground, inWorkshop(server.serving, eves)];
    for (const table of tables) {
      const all = Number((await server.owner(table).whereNot({ workshop_id: eves }).count('* as n').first())!.n);
      const seen = Number((await own(table).whereNot({ workshop_id: eves }).count('* as n').first())!.n);
      expect([table, seen, all >= 0]).toEqual([table, 0, true]);
      expect([table, (await none(table).limit(1)).length]).toEqual([table, 0]);
    }
  });
  it('a row of another workshop is not changed, taken away or pointed at', async () => {
    const own = inWorkshop(server.serving, eves);
    expect(await own('jobs').update({ wanted_on: '2030-01-01' }).where({ id: theirs['/api/jobs/:id'] })).toBe(0);
    expect(await own('offers').delete().where({ id: theirs['/api/buying/offers/:id'] })).toBe(0);
    await expect(own('people').update({ workshop_id: server.workshopId })).rejects.toThrow(/row-level security/);
    const note = { job_id: theirs['/api/jobs/:id'], unit: 1, kind: 'note', text: 'x', person_id: 'pe_designer' };
    await expect(own('field_notes').insert(note)).rejects.toThrow(/foreign key/);
    await expect(own('field_notes').insert({ ...note, workshop_id: server.workshopId })).rejects.toThrow(/row-level/);
  });
  it('who works for no workshop keeps nothing, and the application’s role makes none and grants itself nothing', async () => {
    await expect(server.parts.ground('stock_levels').insert({ article_id: 'x', low: 1 })).rejects.toThrow();
    await expect(server.serving('workshops').insert({ id: 'x', name: 'x', values: '{}' })).rejects.toThrow(
      /permission/,
    );
    await expect(server.serving.raw(`ALTER TABLE jobs DISABLE ROW LEVEL SECURITY`)).rejects.toThrow(/owner/);
    for (const table of ['edits', 'stock_moves', 'bench_readings', 'shipments'])
      await expect(inWorkshop(server.serving, eves)(table).delete()).rejects.toThrow(/permission denied/);
  });
  it('twenty hands of two workshops at once each stay with their own', async () => {
    const seen = await Promise.all(
      Array.from({ length: 40 }, async (_, n) => {
        const { json } = await (n % 2 ? eve : mira).get('/api/me');
        return [n % 2, json.workshopName];
      }),
    );
    for (const [which, name] of seen) expect(name).toBe(which ? 'Heron Yard' : 'Teasel Lane Boards');
  });
});

describe('one e-mail in two workshops', () => {
  it('comes in where the password is right; where it is in both, who signs in says which', async () => {
    const add = (workshopId: string, password: string) =>
      addPerson(inWorkshop(server.owner, workshopId), {
        name: 'Kim',
        email: 'kim@both.example',
        roles: ['viewer'],
        password,
      });
    await add(server.workshopId, 'of the first one');
    await add(eves, 'of the second one');
    const signIn = (password: string, workshopId: string | null = null) =>
      server.nobody.post('/api/sign-in', { email: 'kim@both.example', password, workshopId });
    const first = await signIn('of the second one');
    expect(first.json).toMatchObject({ person: { name: 'Kim' }, workshops: [] });
    await inWorkshop(
      server.owner,
      server.workshopId,
    )('people')
      .where({ email: 'kim@both.example' })
      .update({
        password_hash: (await server.owner('people').where({ email: 'kim@both.example', workshop_id: eves }).first())
          .password_hash,
      });
    const both = await signIn('of the second one');
    expect([both.json.person, both.response.headers.get('set-cookie')]).toEqual([null, null]);
    expect(both.json.workshops.map((w: { name: string }) => w.name).sort()).toEqual([
      'Heron Yard',
      'Teasel Lane Boards',
    ]);
    const chosen = await signIn('of the second one', eves);
    const inside = server.withCookie(chosen.response.headers.getSetCookie()[0]!.split(';')[0]!);
    expect((await inside.get('/api/me')).json.workshopName).toBe('Heron Yard');
    expect((await signIn('of the second one', 'ws_none')).json.person).toBeNull();
  });
});
