import { newBoard } from '@ombrik/core/document/newBoard';
import { SI } from '@ombrik/core/units/choice';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { hashOf } from '../people/passwords.ts';
import { ambient, editOf, freshDatabase, testServer } from '../testing/testServer.ts';
import { migrate, openDatabase } from './database.ts';

/** Tables and boards as the first release kept them, brought up by today's program. */
describe('data of the first released format', { timeout: 120_000 }, () => {
  let own: Awaited<ReturnType<typeof freshDatabase>>;
  beforeAll(async () => {
    own = await freshDatabase();
    const db = openDatabase(own.url, 4);
    await migrate(db, 1);
    await db('workshop').insert({ id: 1, name: 'First Yard', values: JSON.stringify({ hourRate: 41 }) });
    const person = { id: 'pe_first', name: 'Nell Ford', email: 'nell@yard.example', role: 'designer' };
    await db('people').insert({ ...person, password_hash: await hashOf('the first of all') });
    await db('jobs').insert({ id: 'jb_first', revision: 2, created_by: 'pe_first' });
    const board: Record<string, unknown> = { ...newBoard({ jobName: 'Spring house' }), formatVersion: 1 };
    for (const key of ['power', 'survey', 'extras']) delete board[key];
    const brief = { ...(board.brief as Record<string, unknown>) };
    for (const key of ['use', 'jobKind', 'monitoring', 'growthShare', 'budget', 'opening', 'questions'])
      delete brief[key];
    await db('snapshots').insert({ job_id: 'jb_first', revision: 1, board: JSON.stringify({ ...board, brief }) });
    const edit = { job_id: 'jb_first', person_id: 'pe_first', label: 'x', inverse: '[]', pins: '{}' };
    await db('edits').insert([
      { ...edit, revision: 1, edit_id: 'first-1', way: 'create', commands: '[]' },
      { ...edit, revision: 2, edit_id: 'first-2', way: 'edit', commands: JSON.stringify([ambient(17)]) },
    ]);
    await db('floor_records').insert({
      ...{
        job_id: 'jb_first',
        kind: 'cableMade',
        entity_id: 'cb_1',
        revision: 2,
        fingerprint: 'f',
        data: '{"made":true}',
      },
      person_id: 'pe_first',
    });
    await db.destroy();
  });
  afterAll(() => own.drop());

  it('comes up whole: its person comes in with the old password, its job is worked out, and work goes on', async () => {
    const server = await testServer(own);
    const signIn = await server.nobody.post('/api/sign-in', {
      ...{ email: 'nell@yard.example', password: 'the first of all', workshopId: null },
    });
    expect(signIn.json.person.roles).toEqual(['owner', 'designer', 'buyer', 'trainer']);
    const nell = server.withCookie(signIn.response.headers.getSetCookie()[0]!.split(';')[0]!);
    expect((await nell.get('/api/me')).json).toMatchObject({ workshopName: 'First Yard', workshop: { hourRate: 41 } });
    const { board, job } = (await nell.get('/api/jobs/jb_first')).json;
    expect([board.brief.jobName, board.brief.ambientC, job.number]).toEqual(['Spring house', 17, 401]);
    expect((await nell.get('/api/jobs/jb_first/dossier')).status).toBe(200);
    expect((await nell.get('/api/jobs')).json.jobs).toHaveLength(1);
    expect((await nell.post('/api/jobs/jb_first/edits', editOf(2, [ambient(19)]))).status).toBe(200);
    expect((await nell.post('/api/jobs/jb_first/duplicate', {})).json.job.number).toBe(402);
    await server.close();
  });
  it('has what came since: units of one’s own, a key for programs, a webhook, and is not led through as if it were new', async () => {
    const server = await testServer(own);
    const password = 'the first of all';
    const signIn = await server.nobody.post('/api/sign-in', { email: 'nell@yard.example', password, workshopId: null });
    const nell = server.withCookie(signIn.response.headers.getSetCookie()[0]!.split(';')[0]!);
    expect((await nell.get('/api/me')).json.units).toEqual(SI);
    expect((await nell.post('/api/own/units', { ...SI, length: 'in' })).status).toBe(200);
    expect((await nell.get('/api/me')).json.units.length).toBe('in');
    const run = (await nell.get('/api/workshop/first-run')).json;
    expect(run.settled).toEqual(['place', 'rules', 'people', 'tools', 'stock', 'order']);
    const made = await nell.post('/api/own/keys', { name: 'list of jobs', password, scopes: ['read'], days: 30 });
    expect([made.status, made.json.token]).toEqual([200, expect.any(String)]);
    const hook = await nell.post('/api/hooks', { url: 'http://127.0.0.1:9/', events: ['shipped'] });
    expect(hook.status).toBe(201);
    // One that came by an upgrade keeps books as a new one does: nothing in them was changed afterwards.
    expect((await nell.get('/api/audit/chain')).json.broken).toBeNull();
    await server.close();
  });
});
