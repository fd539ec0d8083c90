import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listReadings } from '../bench/readings.ts';
import { freshDatabase } from '../testing/testServer.ts';
import { openDatabase } from './database.ts';
import * as first from './migrations/001_first.ts';
import * as briefAndPower from './migrations/002_brief_and_power.ts';
import * as storeAndBuying from './migrations/003_store_and_buying.ts';
import * as presses from './migrations/004_presses.ts';
import * as jobSummaries from './migrations/005_job_summaries.ts';
import * as ownParts from './migrations/006_own_parts.ts';
import * as houseDesigns from './migrations/007_house_designs.ts';
import * as buildRecords from './migrations/008_build_records.ts';
import * as schedule from './migrations/009_schedule.ts';
import * as units from './migrations/010_units.ts';
import * as benchReadings from './migrations/011_bench_readings.ts';

const BEFORE = [
  ...[first, briefAndPower, storeAndBuying, presses, jobSummaries],
  ...[ownParts, houseDesigns, buildRecords, schedule, units],
];

describe('readings of before their source was kept', () => {
  let own: Awaited<ReturnType<typeof freshDatabase>>;
  let db: ReturnType<typeof openDatabase>;
  beforeAll(async () => {
    own = await freshDatabase();
    db = openDatabase(own.url);
    for (const { up } of BEFORE) await up(db);
  });
  afterAll(async () => {
    await db.destroy();
    await own.drop();
  });
  it('typed and seen ones stay what they were; what “the meter” read was simulated, and counts no more', async () => {
    const person = { id: 'pe', name: 'Ada Fenn', email: 'a@b', role: 'tester', password_hash: 'x' };
    await db('people').insert(person);
    await db('jobs').insert({ id: 'jb', number: 1, revision: 1, created_by: 'pe' });
    const record = (entityId: string, data: object) => ({
      job_id: 'jb',
      kind: 'benchStep',
      entity_id: entityId,
      revision: 1,
      fingerprint: 'f',
      data: JSON.stringify({ title: entityId, note: '', lowLimit: 12, highLimit: 13, ...data }),
      person_id: 'pe',
    });
    await db('floor_records').insert([
      record('typed', { passed: true, value: 12.7, method: 'typed', unit: 'V' }),
      record('failed', { passed: false, value: 2, method: 'typed', unit: 'Ω' }),
      record('eye', { passed: true, value: null, method: 'eye', unit: '' }),
      record('meter', { passed: true, value: 12.7, method: 'meter', unit: 'V' }),
    ]);
    await benchReadings.up(db);
    const kept = await listReadings(db, 'jb');
    expect(kept.map((r) => [r.stepId, r.verdict, r.source.kind, r.quantity, r.value])).toEqual([
      ['typed', 'passed', 'typed', 'voltage', 12.7],
      ['failed', 'failed', 'typed', 'resistance', 2],
      ['eye', 'passed', 'eye', null, null],
      ['meter', 'unsure', 'simulated', 'voltage', 12.7],
    ]);
    expect(kept[0]).toMatchObject({ lowLimit: 12, highLimit: 13, unit: 1, personName: 'Ada Fenn' });
  });
});
