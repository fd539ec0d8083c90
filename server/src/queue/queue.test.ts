import { setTimeout as sleep } from 'node:timers/promises';
import type { Knex } from 'knex';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inWorkshop } from '../database/inWorkshop.ts';
import { type Client, testServer } from '../testing/testServer.ts';
import { addToQueue } from './addToQueue.ts';
import { openQueue, type Works } from './queue.ts';
import { WORKS } from './works.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let own: Knex;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  own = inWorkshop(server.serving, server.workshopId);
});
afterAll(() => server.close());

const open = (works: Partial<Works>, daily = async () => {}) =>
  openQueue({
    ...{ url: server.url, serving: server.serving, log: pino({ level: 'silent' }), daily },
    works: { ...WORKS, ...works },
  });
const waiting = async (): Promise<number> =>
  Number((await server.owner.raw('SELECT count(*) FROM graphile_worker.jobs')).rows[0].count);
const add = (name: string, db: Knex = own) => addToQueue(db, 'wallRows', {}, name);

describe('what takes long', () => {
  it('is done by one of several servers, once, for the workshop that asked', async () => {
    const done: string[] = [];
    const works: Partial<Works> = {
      wallRows: async (db) => async (trx) => {
        const { rows } = await trx.raw("SELECT current_user, current_setting('ombrik.workshop') AS workshop");
        done.push(`${rows[0].current_user} ${rows[0].workshop === server.workshopId} ${db === own}`);
      },
    };
    const servers = [await open(works), await open(works)];
    for (let n = 0; n < 20; n++) await add(`one ${n}`);
    await expect.poll(() => done.length, { timeout: 20_000 }).toBe(20);
    await expect.poll(waiting).toBe(0);
    expect(new Set(done)).toEqual(new Set(['ombrik_app true true']));
    for (const s of servers) await s.stop();
    expect(done).toHaveLength(20);
  });
  it('waits once under its name, and is not done for what was taken back', async () => {
    await add('rows');
    await add('rows');
    await own
      .transaction(async (trx) => {
        await add('other', trx);
        throw new Error('taken back');
      })
      .catch(() => {});
    expect(await waiting()).toBe(1);
    const queue = await open({ wallRows: async () => async () => {} });
    await expect.poll(waiting, { timeout: 20_000 }).toBe(0);
    await queue.stop();
  });
  it('what fails is tried again, and nothing of the try that failed is kept', async () => {
    let tries = 0;
    const queue = await open({
      wallRows: async () => async (trx) => {
        await trx('counters').insert({ name: `try ${++tries}`, last: 1 });
        if (tries === 1) throw new Error('the first time');
      },
    });
    await add('fails first');
    await expect.poll(() => tries, { timeout: 30_000 }).toBe(2);
    await expect.poll(waiting).toBe(0);
    const kept = await own('counters').where('name', 'like', 'try %').pluck('name');
    expect(kept).toEqual(['try 2']);
    await queue.stop();
  });
  it('worked twice, because its worker died before it could say that it was done, it keeps what it did once', async () => {
    let kept = 0;
    let runs = 0;
    const works: Partial<Works> = {
      wallRows: async () => {
        runs++;
        return async () => void kept++;
      },
    };
    // As if it had been done and its worker killed right after.
    await add('done already');
    const { id } = (await server.owner.raw('SELECT id FROM graphile_worker.jobs')).rows[0];
    await own('queue_done').insert({ entry: id });
    const queue = await open(works);
    await expect.poll(waiting, { timeout: 20_000 }).toBe(0);
    expect([runs, kept]).toEqual([1, 0]);
    await queue.stop();
  });
  it('who works for no workshop puts nothing in, and who serves one sees nothing of the queue', async () => {
    await expect(add('nobody', server.parts.ground)).rejects.toThrow(/works for no workshop/);
    await expect(own.raw('SELECT * FROM graphile_worker.jobs')).rejects.toThrow(/permission denied/);
    await expect(own.raw("SELECT graphile_worker.add_job('daily')")).rejects.toThrow(/permission denied/);
  });
});

describe('rows of the wall', () => {
  it('of many jobs come from the queue, and who looks waits for few of them', async () => {
    const { jobs } = (await mira.get('/api/jobs')).json;
    for (let n = 0; n < 30; n++) await mira.post(`/api/jobs/${jobs[0].id}/duplicate`, {});
    const queue = await open(WORKS);
    const first = (await mira.get('/api/jobs')).json;
    expect(first.behind).toBeGreaterThan(20);
    // Nobody looks any more: the queue goes on by itself until none is behind.
    await expect
      .poll(async () => Number((await server.db('job_summaries').where({ made_of: '' }).count())[0]!.count), {
        timeout: 60_000,
      })
      .toBe(0);
    await sleep(100);
    expect((await mira.get('/api/jobs')).json.behind).toBe(0);
    await queue.stop();
  });
});
