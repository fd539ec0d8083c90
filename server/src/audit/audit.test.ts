import { createHash } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inWorkshop } from '../database/inWorkshop.ts';
import { RIGHTS } from '../people/rights.ts';
import { type Client, testServer } from '../testing/testServer.ts';
import { type AuditEntry, kept, type ProvableEntry } from './audit.ts';
import { AUDITED, READ } from './audited.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let ada: Client;
let job = '';
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  ada = await server.as('pe_tester');
  const { jobs } = (await mira.get('/api/jobs')).json;
  job = jobs.find((j: { jobName: string }) => j.jobName === 'Market cart box').id;
});
afterAll(() => server.close());

const search = async (query = ''): Promise<AuditEntry[]> => (await mira.get(`/api/audit?${query}`)).json.entries;
const chain = async () => (await mira.get('/api/audit/chain')).json;

describe('the audit', () => {
  it('has words for every press of the table of routes, and names no route that is not there', () => {
    const presses = Object.keys(RIGHTS).filter((r) => r.startsWith('POST'));
    expect(Object.keys(AUDITED).sort()).toEqual(presses.sort());
    expect(Object.keys(READ).filter((r) => !Object.hasOwn(RIGHTS, r))).toEqual([]);
  });
  it('says who did what to what; what was refused is not done and stands nowhere', async () => {
    const before = (await search())[0]!.number;
    await mira.post(`/api/jobs/${job}/wanted`, { wantedOn: '2027-03-04' });
    expect((await mira.post(`/api/jobs/${job}/wanted`, { wantedOn: 'soon' })).status).toBe(422);
    expect((await ada.post('/api/workshop', { hourRate: 1 })).status).toBe(403);
    const since = (await search()).filter((e) => e.number > before && !e.says.startsWith('looked'));
    expect(since).toHaveLength(1);
    expect(since[0]).toMatchObject({ who: 'Mira Holt', about: 'job', aboutId: job, says: 'wanted on 2027-03-04' });
  });
  it('keeps no secret: no password, no PIN, no link', async () => {
    const { token } = (await mira.post('/api/people/invitations', { name: 'Bo Ferry', roles: ['viewer'] })).json;
    await mira.post('/api/own/pin', { password: 'bench-demo', pin: '730194' });
    await server.nobody.post('/api/sign-in', {
      email: 'mira@teasel.example',
      password: 'guess-work',
      workshopId: null,
    });
    const text = JSON.stringify(await server.db('audit'));
    for (const secret of [token, '730194', 'bench-demo', 'guess-work']) expect(text).not.toContain(secret);
    expect(text).toContain('chose a PIN');
    await expect.poll(async () => (await search('words=wrong password'))[0]?.says).toMatch(/mira@teasel.example/);
  });
  it('who comes and goes is kept, and who read what few may read, once while a screen is open', async () => {
    const own = await server.as('pe_designer');
    await own.get(`/api/jobs/${job}/quotes`);
    for (let n = 0; n < 5; n++) await own.get(`/api/jobs/${job}/costs`);
    await own.get(`/api/jobs/${job}/out/cuts.csv`);
    await own.post('/api/sign-out', {});
    const [out] = await search('words=went out');
    expect(out).toMatchObject({ who: 'Mira Holt', about: 'right' });
    expect(await search(`words=looked costs ${job}`)).toHaveLength(1);
    expect(await search(`words=looked quotes ${job}`)).toHaveLength(1);
    expect(await search('words=printed cuts.csv')).toHaveLength(0);
  });
  it('is found by words, person, day and what it is about, page by page', async () => {
    for (let n = 1; n <= 9; n++) await mira.post('/api/stock/levels', { articleId: 'pvc70-95/RD', low: 700 + n });
    expect(await search('words=level pvc70')).toHaveLength(9);
    expect(await search('words=LEVEL mira 703')).toHaveLength(1);
    // Signs that stand for any letter in the database stand for themselves here.
    expect(await search('words=level p_c70')).toHaveLength(0);
    expect(await search('words=level 100%25')).toHaveLength(0);
    expect(await search('words=level&about=price')).toHaveLength(0);
    const first = await search('words=level&about=stock&limit=4');
    const rest = await search(`words=level&about=stock&before=${first.at(-1)!.number}`);
    expect([...first, ...rest].map((e) => (e.data as { sent: { low: number } }).sent.low)).toEqual([
      709, 708, 707, 706, 705, 704, 703, 702, 701,
    ]);
    expect((await mira.get('/api/audit?about=gossip')).status).toBe(422);
  });
  it('an honest press with a long note of any letters is kept, not refused for it', async () => {
    const note = `x${'💡'.repeat(90)}`;
    const hours = { kind: 'design', hours: 1, workedOn: '2026-11-20', note };
    expect((await mira.post(`/api/jobs/${job}/hours`, hours)).status).toBe(201);
    const [entry] = await search('words=1 h of design');
    expect((entry!.data as { sent: { note: string } }).sent.note).toBe(`x${'💡'.repeat(79)}…`);
  });
  it('is an owner’s to read', async () => {
    expect((await ada.get('/api/audit')).status).toBe(403);
    expect((await ada.get('/api/audit/out/audit.csv')).status).toBe(403);
  });
  it('goes out whole, as a list and line by line; each line proves itself', async () => {
    const csv = await (await mira.get('/api/audit/out/audit.csv')).response.text();
    expect(csv.split('\r\n')[0]).toBe('number,at,who,about,which,says,did,before,hash');
    const lines = (await (await mira.get('/api/audit/out/audit.jsonl')).response.text()).trim().split('\n');
    const all: ProvableEntry[] = lines.map((l) => JSON.parse(l)).reverse();
    expect(all.map((e) => e.number)).toEqual(all.map((_, n) => n + 1));
    // Outside check: the hash as OpenSSL makes it of the text, and the text says what the entry says.
    for (const [n, e] of all.entries()) {
      expect(e.hash).toBe(createHash('sha256').update(e.text).digest('hex'));
      expect(e.before).toBe(all[n - 1]?.hash ?? '');
      for (const part of [e.before, server.workshopId, e.number, e.who, e.did, e.about, e.aboutId, e.says])
        expect(e.text).toContain(String(part));
    }
  });
  it('fifty presses at once are one chain without a gap', async () => {
    const before = (await chain()).count;
    await Promise.all(
      Array.from({ length: 50 }, (_, n) => mira.post('/api/stock/levels', { articleId: 'pvc70-95/RD', low: n })),
    );
    const after = await chain();
    expect(after.broken).toBeNull();
    expect(after.count - before).toBeGreaterThanOrEqual(50);
  });
});

describe('what cannot be undone', () => {
  it('neither the application’s role nor a trigger that is on lets a row be changed, taken away or cut off', async () => {
    const own = inWorkshop(server.serving, server.workshopId);
    await expect(own('audit').update({ says: 'nothing' })).rejects.toThrow(/permission denied/);
    await expect(own('audit').delete()).rejects.toThrow(/permission denied/);
    await expect(own('audit_ends').update({ number: 0 })).rejects.toThrow(/permission denied/);
    await expect(own.raw('TRUNCATE audit')).rejects.toThrow(/permission denied/);
    await expect(server.db('audit').update({ says: 'nothing' })).rejects.toThrow(/append-only/);
    // Number, time and hash are what the database says, whatever is sent.
    const told = { did: 'x', who: '', about: 'job', about_id: '', says: 'told', data: '{}' };
    await own('audit').insert({ ...told, number: 1, before: 'b', hash: 'h', at: new Date(0) });
    const row = await server.db('audit').orderBy('number', 'desc').first();
    expect([row.says, row.hash === 'h', row.at.getFullYear() > 2000]).toEqual(['told', false, true]);
  });
  it.each([
    ['changed', "UPDATE audit SET says = 'nothing' WHERE number = 5", 5],
    ['taken out of the middle', 'DELETE FROM audit WHERE number = 5', 6],
    ['cut off at the end', 'DELETE FROM audit WHERE number = (SELECT max(number) FROM audit)', 'end'],
  ])('who owns the database and takes the trigger down is seen: a row that is %s', async (_, sql, at) => {
    expect((await chain()).broken).toBeNull();
    const broken = await server.db
      .transaction(async (trx) => {
        await trx.raw('ALTER TABLE audit DISABLE TRIGGER audit_append_only');
        await trx.raw(sql);
        const { auditChain } = await import('./audit.ts');
        const found = (await auditChain(trx)).broken;
        const { last } = (await trx('audit_ends').max('number as last').first())!;
        throw Object.assign(new Error('put back'), { found, last });
      })
      .catch((e: { found: number; last: number }) => e);
    expect(broken.found).toBe(at === 'end' ? broken.last : at);
    expect((await chain()).broken).toBeNull();
  });
});

describe('what is kept of what was sent', () => {
  it('is short, and never secret', () => {
    expect(kept({ password: 'x', wanted: 'y', wantedOn: '2027-01-01', note: 'a'.repeat(500) })).toEqual({
      password: 'not kept',
      wanted: 'not kept',
      wantedOn: '2027-01-01',
      note: `${'a'.repeat(160)}…`,
    });
    expect(kept(Array.from({ length: 99 }, (_, n) => n))).toHaveLength(13);
    // Cut through a letter of four bytes, or with one that is half, it could not be kept: the press would be refused.
    const light = '💡'.repeat(120);
    expect(kept({ note: `x${light}`, 'a\0b': '\0\ud83d' })).toEqual({
      note: `x${'💡'.repeat(79)}…`,
      ab: '',
    });
    expect(JSON.stringify(kept({ a: { b: { c: { d: { e: { f: 1 } } } } } }))).toContain('…');
  });
});
