import { SI } from '@ombrik/core/units/choice';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';
import { addPerson } from './people.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
const STRONG = 'seven lamps under the pine ridge';
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
});
afterAll(() => server.close());

/** Signs in as a browser would, with the cookies it has. */
async function signIn(email: string, password: string, cookie = '', from?: string) {
  const answer = await server
    .withCookie(cookie)
    .post('/api/sign-in', { email, password, workshopId: null }, undefined, from);
  const cookies = answer.response.headers.getSetCookie().map((c) => c.split(';')[0]!);
  return { ...answer, cookie: cookies.join('; ') };
}
const invite = async (name: string, roles: string[]) =>
  (await mira.post('/api/people/invitations', { name, roles })).json;
const arrive = (token: string, name: string, email: string, password = STRONG) =>
  server.nobody.post(`/api/come-in/${token}`, { name, email, password });
const people = async () =>
  (await mira.get('/api/people')).json.people as { id: string; name: string; endedAt: string | null }[];

describe('who works here', () => {
  it('is let in by a link, once, with the roles it was made for', async () => {
    const { token } = await invite('Nora Hill', ['assembler', 'tester']);
    expect((await server.nobody.get(`/api/come-in/${token}`)).json).toMatchObject({ name: 'Nora Hill', again: false });
    expect((await arrive(token, 'Nora Hill', 'nora@x.example')).status).toBe(200);
    expect((await arrive(token, 'Nora Again', 'again@x.example')).status).toBe(404);
    const nora = await signIn('Nora@X.example ', STRONG);
    expect(nora.json.person).toMatchObject({ name: 'Nora Hill', roles: ['assembler', 'tester'] });
    const { rows } = await server.db.raw('SELECT token_hash FROM invitations');
    expect(JSON.stringify(rows)).not.toContain(token);
  });
  it('twenty who use one link at once are one person', async () => {
    const { token } = await invite('One Only', ['viewer']);
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, n) => arrive(token, `Only ${n}`, `only${n}@x.example`)),
    );
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    expect((await people()).filter((p) => p.name.startsWith('Only'))).toHaveLength(1);
  });
  it('a link is told once: the same press again does not tell it, and no table keeps it', async () => {
    const key = 'invite-only-once';
    const first = await mira.post('/api/people/invitations', { name: 'Told Once', roles: ['viewer'] }, key);
    const again = await mira.post('/api/people/invitations', { name: 'Told Once', roles: ['viewer'] }, key);
    expect([first.status, again.status]).toEqual([201, 409]);
    expect(again.json.token).toBeUndefined();
    const kept = await server.db('presses').where({ key }).first();
    expect(JSON.stringify(kept)).not.toContain(first.json.token);
    const open = (await mira.get('/api/people')).json.invitations.filter(
      (i: { name: string }) => i.name === 'Told Once',
    );
    expect(open).toHaveLength(1);
  });
  it('a link that was withdrawn or is too old lets nobody in', async () => {
    const one = await invite('Not After All', ['viewer']);
    await mira.post(`/api/people/invitations/${one.invitation.id}/withdrawn`, {});
    expect((await arrive(one.token, 'N', 'n@x.example')).status).toBe(404);
    const old = await invite('Too Late', ['viewer']);
    await server
      .db('invitations')
      .where({ id: old.invitation.id })
      .update({ expires_at: new Date(Date.now() - 1000) });
    expect((await arrive(old.token, 'T', 't@x.example')).json.problems[0]).toMatch(/ask for a new one/);
  });
  it.each([
    ['1', /guessed too soon/],
    ['password123', /guessed too soon/],
    ['Teasel1234', /guessed too soon/],
    ['weaknora@x.example', /guessed too soon/],
    ['x'.repeat(300), /too long/],
  ])('the password %j is not taken', async (password, says) => {
    const { token } = await invite('Weak Nora', ['viewer']);
    const { status, json } = await arrive(token, 'Weak Nora', 'weaknora@x.example', password);
    expect([status, json.problems[0]]).toEqual([422, expect.stringMatching(says)]);
  });
  it.each(['notanemail', 'a@', '@b', 'a b@c.d'])(
    'the address %j is not taken, and nothing is used up',
    async (email) => {
      const { token } = await invite('Typo', ['viewer']);
      const { status, json } = await arrive(token, 'Typo', email);
      expect([status, json.problems[0]]).toEqual([422, expect.stringContaining('accepted: an address')]);
      expect((await server.nobody.get(`/api/come-in/${token}`)).status).toBe(200);
    },
  );
  it('who is ended is out at once, everywhere, and what they did keeps their name', async () => {
    const { token } = await invite('Gone Soon', ['assembler']);
    await arrive(token, 'Gone Soon', 'gone@x.example');
    const gone = await signIn('gone@x.example', STRONG);
    const client = server.withCookie(gone.cookie);
    expect((await client.get('/api/jobs')).status).toBe(200);
    const { id } = (await people()).find((p) => p.name === 'Gone Soon')!;
    expect((await mira.post(`/api/people/${id}/ended`, { ended: true })).status).toBe(200);
    expect((await client.get('/api/jobs')).status).toBe(401);
    expect((await signIn('gone@x.example', STRONG)).status).toBe(401);
    expect((await people()).find((p) => p.id === id)?.endedAt).not.toBeNull();
  });
  it('one who can let others in always stays', async () => {
    expect((await mira.post('/api/people/pe_designer/ended', { ended: true })).status).toBe(409);
    expect((await mira.post('/api/people/pe_designer/roles', { roles: ['designer'] })).status).toBe(409);
    // Two owners who end one another at once: one of them stays.
    const { id } = await addPerson(server.db, { name: 'Co', email: 'co@x.example', roles: ['owner'], password: 'co' });
    const co = server.withCookie((await signIn('co@x.example', 'co')).cookie);
    await Promise.all([
      co.post('/api/people/pe_designer/roles', { roles: ['designer'] }),
      mira.post(`/api/people/${id}/roles`, { roles: ['viewer'] }),
    ]);
    const owners = await server.db('people').whereRaw("'owner' = ANY(roles)").whereNull('ended_at');
    expect(owners).toHaveLength(1);
    await server
      .db('people')
      .where({ id: 'pe_designer' })
      .update({ roles: ['owner', 'designer', 'buyer', 'assembler', 'tester', 'trainer'] });
    await server
      .db('people')
      .where({ id })
      .update({ roles: ['viewer'] });
  });
  it('a lost password is chosen anew by an owner’s link, and every older session ends', async () => {
    const before = await signIn('ada@teasel.example', 'bench-demo');
    const { token } = (await mira.post('/api/people/pe_tester/reset', {})).json;
    expect((await server.nobody.get(`/api/come-in/${token}`)).json).toMatchObject({ again: true, name: 'Ada Fenn' });
    expect((await arrive(token, '', '')).status).toBe(200);
    expect((await server.withCookie(before.cookie).get('/api/jobs')).status).toBe(401);
    expect((await signIn('ada@teasel.example', 'bench-demo')).status).toBe(401);
    expect((await signIn('ada@teasel.example', STRONG)).status).toBe(200);
  });
});

describe('one’s own', () => {
  it('password is changed by who knows it; other sessions end, this one stays', async () => {
    const [here, there] = [
      await signIn('tomas@teasel.example', 'bench-demo'),
      await signIn('tomas@teasel.example', 'bench-demo'),
    ];
    const client = server.withCookie(here.cookie);
    expect((await client.post('/api/own/password', { password: 'wrong', wanted: STRONG })).status).toBe(403);
    expect((await client.post('/api/own/password', { password: 'bench-demo', wanted: '12345' })).status).toBe(422);
    expect((await client.post('/api/own/password', { password: 'bench-demo', wanted: STRONG })).status).toBe(200);
    expect((await client.get('/api/jobs')).status).toBe(200);
    expect((await server.withCookie(there.cookie).get('/api/jobs')).status).toBe(401);
  });
  it('sessions are listed and ended one by one; another’s are not there', async () => {
    const [one, two] = [
      await signIn('edda@teasel.example', 'bench-demo'),
      await signIn('edda@teasel.example', 'bench-demo'),
    ];
    const client = server.withCookie(one.cookie);
    const { sessions } = (await client.get('/api/own/sessions')).json;
    expect(sessions.filter((s: { own: boolean }) => s.own)).toHaveLength(1);
    const other = sessions.find((s: { own: boolean }) => !s.own).id;
    expect((await mira.post(`/api/own/sessions/${other}/end`, {})).status).toBe(404);
    expect((await client.post(`/api/own/sessions/${other}/end`, {})).status).toBe(200);
    expect((await server.withCookie(two.cookie).get('/api/jobs')).status).toBe(401);
  });
  it('by PIN a device changes hands; a short number opens no right over people, and wrong ones lock only that device', async () => {
    const jonas = await server.as('pe_assembler');
    for (const pin of ['1234', '4444', '9876', '12', 'abcd'])
      expect((await jonas.post('/api/own/pin', { password: 'bench-demo', pin })).status).toBe(422);
    expect((await jonas.post('/api/own/pin', { password: 'bench-demo', pin: '4071' })).status).toBe(200);
    expect((await mira.post('/api/own/pin', { password: 'bench-demo', pin: '7302' })).status).toBe(200);
    const tablet = await server.as('pe_tester');
    expect((await tablet.get('/api/own/switch')).json.people.map((p: { name: string }) => p.name)).toEqual([
      'Ada Fenn',
      'Jonas Wick',
      'Mira Holt',
    ]);
    expect((await tablet.post('/api/own/switch', { personId: 'pe_assembler', pin: '0000' })).status).toBe(403);
    expect((await tablet.post('/api/own/switch', { personId: 'pe_assembler', pin: '4071' })).status).toBe(200);
    expect((await tablet.get('/api/me')).json).toMatchObject({ person: { name: 'Jonas Wick' }, via: 'pin' });
    expect((await tablet.post('/api/own/switch', { personId: 'pe_designer', pin: '7302' })).status).toBe(200);
    expect((await tablet.get('/api/people')).status).toBe(403);
    expect((await tablet.get('/api/me')).json.person.roles).not.toContain('owner');
    for (let n = 0; n < 5; n++)
      expect((await tablet.post('/api/own/switch', { personId: 'pe_assembler', pin: '1111' })).status).toBe(403);
    const locked = await tablet.post('/api/own/switch', { personId: 'pe_assembler', pin: '4071' });
    expect([locked.status, locked.json.problems[0]]).toEqual([
      429,
      expect.stringMatching(/too many tries; accepted: the next one in/),
    ]);
    const elsewhere = await server.as('pe_electrician');
    expect((await elsewhere.post('/api/own/switch', { personId: 'pe_assembler', pin: '4071' })).status).toBe(200);
  });
});

describe('the units somebody reads in', () => {
  it('are theirs alone, as boards have them until chosen, and taken whole or not at all', async () => {
    const jonas = await server.as('pe_assembler');
    expect((await mira.get('/api/me')).json.units).toEqual(SI);
    expect((await server.nobody.get('/api/me')).json.units).toEqual(SI);
    const inches = { ...SI, length: 'in', place: 'en-US', currency: { code: 'USD', perOwn: 1.08 } };
    expect((await mira.post('/api/own/units', inches)).status).toBe(200);
    expect((await mira.get('/api/me')).json.units).toEqual(inches);
    expect((await jonas.get('/api/me')).json.units).toEqual(SI);
    const { length: _, ...half } = inches;
    for (const bad of [half, { ...inches, length: 'yd' }, { ...inches, place: 'xx' }, { ...inches, more: 1 }])
      expect((await mira.post('/api/own/units', bad)).status).toBe(422);
    expect((await mira.get('/api/me')).json.units).toEqual(inches);
    expect((await mira.post('/api/own/units', SI)).status).toBe(200);
  });
});

describe('guessing', () => {
  it('ten wrong passwords from one place are enough; the person’s own browser still opens', async () => {
    const own = await signIn('mira@teasel.example', 'bench-demo');
    expect(own.status).toBe(200);
    const tries = [];
    for (let n = 0; n < 12; n++) tries.push((await signIn('mira@teasel.example', `guess ${n}`)).status);
    expect(tries.filter((s) => s === 401).length).toBeLessThanOrEqual(10);
    expect(tries.at(-1)).toBe(429);
    // Right or wrong, a stranger is not looked at any more; she comes in with the browser she came in with before.
    expect((await signIn('mira@teasel.example', 'bench-demo')).status).toBe(429);
    expect((await signIn('mira@teasel.example', 'bench-demo', own.cookie)).status).toBe(200);
  });
  it('a count stands although what was asked is refused and taken back', async () => {
    const edda = await server.as('pe_second');
    const answers = [];
    for (let n = 0; n < 12; n++)
      answers.push((await edda.post('/api/own/password', { password: `no ${n}`, wanted: STRONG })).status);
    expect(answers.slice(0, 10)).toEqual(Array(10).fill(403));
    expect(answers.at(-1)).toBe(429);
  });
});
