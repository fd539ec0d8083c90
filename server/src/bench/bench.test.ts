import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { type Drive, driveOf } from '@ombrik/core/stages/bench/drive';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startScpiServer } from '../instruments/scpiServer.ts';
import { type Client, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let ada: Client;
let tomas: Client;
let mira: Client;
let jobId: string;
let hutId: string;
let steps: BenchStep[];
beforeAll(async () => {
  server = await testServer();
  ada = await server.as('pe_tester');
  tomas = await server.as('pe_electrician');
  mira = await server.as('pe_designer');
  const { jobs } = (await ada.get('/api/jobs')).json;
  // Like the one on the bench, but nobody has read anything yet.
  jobId = (await mira.post('/api/jobs/import', demoBoard('repeater'))).json.job.id;
  hutId = jobs.find((j: { jobName: string }) => j.jobName === 'Larchfold hut board').id;
  steps = (await ada.get(`/api/jobs/${jobId}/dossier`)).json.dossier.bench;
});
afterAll(() => server.close());
const record = (step: BenchStep, by: Record<string, unknown> = {}, who = ada, job = jobId) =>
  who.post(`/api/jobs/${job}/bench/records`, {
    stepId: step.id,
    revision: 1,
    unit: 1,
    ambientC: 20,
    note: '',
    value: null,
    found: step.method === 'reading' ? null : 'good',
    settings: step.asks.map((a) => ({ ...a, before: 'new', after: a.expects || 'as it came' })),
    instrumentId: null,
    alongside: null,
    ...by,
  });
const measure = (step: BenchStep, instrumentId: string, pair = 0, driverId: string | null = null) =>
  ada.post(`/api/jobs/${jobId}/bench/measure`, {
    stepId: step.id,
    revision: 1,
    unit: 1,
    ambientC: 20,
    note: '',
    instrumentId,
    driverId,
    pair,
  });
const readings = async (): Promise<any[]> => (await ada.get(`/api/jobs/${jobId}/floor`)).json.bench;
const good = (step: BenchStep) => step.expected ?? (step.lowLimit !== null ? step.lowLimit * 3 : 0);

/** A real meter on the shop's network, as far as anybody can tell: it gives what it is told to. */
async function meterThat(reads: () => number, identity = 'BENCH,DM-4,0991,1.2') {
  const { server: meter, port } = await startScpiServer({
    identity,
    commands: [
      [/^MEAS:VOLT:DC\?$/, reads],
      [/^MEAS:RES\?$/, reads],
    ],
  });
  const { workshop } = (await mira.get('/api/workshop')).json;
  const { accuracy } = workshop.instruments[0];
  const own = {
    ...workshop.instruments[0],
    id: `in_${port}`,
    name: `Meter ${port}`,
    serial: '0991',
    host: '127.0.0.1',
    port,
    accuracy,
  };
  await mira.post('/api/workshop', { instruments: [...workshop.instruments, own] });
  return { id: own.id, close: () => meter.close() };
}

/** A supply or a load of the shop, driven over its line; what it was told stands in `told`. */
async function driverOf(kind: 'supply' | 'electronicLoad', identity = 'BENCH,PS-3,0207,1.0') {
  const told: string[] = [];
  const set = { amps: 0, on: false };
  const state = kind === 'supply' ? 'OUTP' : 'INP';
  const put = (change: Partial<typeof set>, words: string): null => {
    Object.assign(set, change);
    told.push(words);
    return null;
  };
  const { server: line, port } = await startScpiServer({
    identity,
    commands: [
      [/^SOUR:VOLT$/, (volts) => put({}, `volts ${volts}`)],
      [/^SOUR:CURR$/, (amps) => put({ amps: Number(amps) }, `amps ${amps}`)],
      [new RegExp(`^${state}$`), (word) => put({ on: word === 'ON' }, word)],
      [new RegExp(`^${state}\\?$`), () => (set.on ? '1' : '0')],
      [/^MEAS:CURR:DC\?$/, () => (set.on ? set.amps * 1.005 : 0)],
    ],
  });
  const { workshop } = (await mira.get('/api/workshop')).json;
  const own = { ...workshop.instruments[0], id: `in_${port}`, name: `Driver ${port}`, kind, host: '127.0.0.1', port };
  await mira.post('/api/workshop', { instruments: [...workshop.instruments, own] });
  return { id: own.id, told, close: () => line.close() };
}

/** One step with its current sent or drawn by the program: only while it is read, never by what is simulated. */
async function readDriven(step: BenchStep, drive: Drive, meterId: string, gives: (value: number) => void) {
  const pretends = await driverOf(drive.by, 'OMBRIK,SIMULATED-SUPPLY,0,1.0');
  const refused = await measure(step, meterId, 0, pretends.id);
  expect([refused.status, refused.json.problems[0]]).toEqual([
    409,
    expect.stringMatching(/says it is OMBRIK,SIMULATED/),
  ]);
  expect(pretends.told).not.toContain('ON');
  const other = await driverOf(drive.by === 'supply' ? 'electronicLoad' : 'supply');
  expect((await measure(step, meterId, 0, other.id)).json.problems[0]).toMatch(
    /accepted: (a bench supply|an electronic load)/,
  );
  const driver = await driverOf(drive.by);
  const pairs = step.probes.length;
  for (let pair = 0; pair < pairs; pair++) {
    gives(step.expected! / pairs);
    const told = (await measure(step, meterId, pair, driver.id)).json;
    if (pair === pairs - 1) expect(told.verdict, `${step.title}: ${step.expected}`).toBe('passed');
  }
  expect(driver.told.filter((t) => t === 'ON')).toHaveLength(pairs);
  expect([driver.told.at(-1), driver.told.includes('volts 2')]).toEqual(['OFF', drive.by === 'supply']);
  const kept = (await readings()).at(-1);
  expect(kept.source.driver.name).toMatch(/^Driver/);
  expect(kept.conditions.drivenA).toBeCloseTo(drive.currentA * 1.005, 2);
  expect(kept.says).toMatch(/A by the instrument$/);
  for (const one of [pretends, other, driver]) one.close();
}

describe('the bench test', () => {
  it('holds to its order and judges by its limits', async () => {
    const [look, marks, out, polarity, next] = steps;
    expect((await record(next!, { value: 5000 })).json.problems[0]).toMatch(/"Look the board over" comes first/);
    for (const step of [look!, marks!, out!]) expect((await record(step)).json.verdict).toBe('passed');
    expect((await record(polarity!, { value: 3 })).json.verdict).toBe('failed');
    // What else is cold may be read to find out why; nothing is connected before it is mended.
    const bank = steps.find((s) => s.id === 'bank/voltage')!;
    expect((await record(bank, { value: bank.expected })).status).toBe(409);
    // At the limit within what a plain meter knows: nobody can tell.
    expect((await record(polarity!, { value: 1010 })).json.verdict).toBe('unsure');
    expect((await record(bank, { value: bank.expected })).status).toBe(409);
    expect((await record(polarity!, { value: 9.9e37 })).json.verdict).toBe('passed');
    const own = (await readings()).filter((r) => r.stepId === polarity!.id);
    expect(own.map((r) => r.verdict)).toEqual(['failed', 'unsure', 'passed']);
    expect(own[0]).toMatchObject({ source: { kind: 'typed', by: null }, quantity: 'resistance', lowLimit: 1000 });
  });
  it('refuses a reading that is none, and one against an older revision', async () => {
    expect((await record(steps[4]!)).json.problems[0]).toMatch(/value is missing/);
    expect((await record(steps[4]!, { value: 'high' })).json.problems[0]).toMatch(
      /value is "high"; accepted: a number/,
    );
    expect((await record(steps[4]!, { value: 1, revision: 9 })).status).toBe(409);
    expect((await record(steps[4]!, { value: 1, instrumentId: 'in_none' })).json.problems[0]).toMatch(
      /instrumentId is "in_none"; accepted: in_meter/,
    );
    expect((await record({ ...steps[4]!, id: 'no/such' }, { value: 1 })).json.problems[0]).toMatch(
      /accepted: a step of this board's test plan/,
    );
  });
  it('a reading by an instrument is read, judged and kept in one go, with its serial number and what it said', async () => {
    const meter = await meterThat(() => 5000);
    const step = steps[4]!;
    expect((await measure(step, meter.id)).json).toMatchObject({ verdict: 'passed', value: 5000, pairsLeft: 0 });
    const kept = (await readings()).at(-1);
    expect(kept.source).toMatchObject({ kind: 'instrument', by: { serial: '0991' } });
    expect(kept.source.raw[0]).toBe('BENCH,DM-4,0991,1.2');
    expect(kept.source.raw).toContain('+5.00000000E+03');
    // Nobody can say by another way that a meter read it.
    expect((await record(step, { value: 5000, source: 'instrument' })).json.problems[0]).toMatch(
      /unknown field source/,
    );
    meter.close();
  });
  it('what says that it is simulated is refused, and the database takes no pass from one either', async () => {
    const meter = await meterThat(() => 5000, 'OMBRIK,SIMULATED-METER,0,1.0');
    const before = (await readings()).length;
    const refused = await measure(steps[5]!, meter.id);
    expect([refused.status, refused.json.problems[0]]).toEqual([
      409,
      expect.stringMatching(/proves nothing of a real board/),
    ]);
    expect(await readings()).toHaveLength(before);
    const row = await server.db('bench_readings').first();
    const { id: _, ...same } = row;
    const simulated = { ...same, source: JSON.stringify({ ...row.source, kind: 'simulated', by: {} }) };
    const forged = { ...simulated, conditions: JSON.stringify(row.conditions), settings: null, verdict: 'passed' };
    await expect(server.db('bench_readings').insert(forged)).rejects.toThrow(/simulated_never_passes/);
    await expect(server.db('bench_readings').update({ verdict: 'passed' })).rejects.toThrow(/append-only/);
    await expect(server.db('bench_readings').delete()).rejects.toThrow(/append-only/);
    meter.close();
  });
  it('an instrument that is due for its check reads nothing that counts', async () => {
    const { workshop } = (await mira.get('/api/workshop')).json;
    const due = {
      ...workshop.instruments[0],
      id: 'in_due',
      name: 'Old meter',
      checkedOn: '2020-01-01',
      everyDays: 365,
    };
    await mira.post('/api/workshop', { instruments: [...workshop.instruments, due] });
    const refused = await record(steps[5]!, { value: 5000, instrumentId: 'in_due' });
    expect([refused.status, refused.json.problems[0]]).toEqual([
      409,
      expect.stringMatching(/Old meter is due for its check since/),
    ]);
  });
  it('passes to the end, typed and by meter, judged by the bank as it was read; the record says all of it', async () => {
    const bankV = steps.find((s) => s.id === 'bank/voltage')!.expected!;
    let gives = 0;
    const meter = await meterThat(() => gives);
    const drivenKinds = new Set<string>();
    for (const step of steps.slice(5)) {
      if (step.role === 'electrician') continue;
      if (step.method !== 'reading') {
        expect((await record(step)).json.verdict, step.title).toBe('passed');
        continue;
      }
      if (step.basis?.kind === 'product') {
        const told = (by: object) => record(step, { value: 266, ...by });
        expect((await told({ alongside: [13.3] })).json.problems[0]).toMatch(
          /alongside has 1 readings; accepted: volts \(.*\), amps \(/,
        );
        expect((await told({ alongside: [13.3, 10] })).json.verdict, step.title).toBe('failed');
        expect((await told({ alongside: [13.3, 20] })).json.verdict, step.title).toBe('passed');
        continue;
      }
      if (step.basis?.kind === 'display') {
        expect((await record(step, { value: bankV })).json.problems[0]).toMatch(/alongside has 0 readings/);
        const far = bankV + step.basis.restV + step.basis.cells * step.basis.cellRoundingV + 0.2;
        expect((await record(step, { value: far, alongside: [bankV] })).json.verdict).toBe('failed');
        expect((await record(step, { value: bankV, alongside: [bankV] })).json.verdict).toBe('passed');
        continue;
      }
      if (step.basis?.kind === 'spread') {
        const cells = step.alongside.map((_, i) => 3.31 + 0.002 * (i % 4));
        expect((await record(step, { alongside: cells.slice(1) })).json.problems[0]).toMatch(
          /accepted: .*cell 1.*cell/,
        );
        // What is worked out from the cells is not taken from whoever asks.
        const weak = cells.map((v, i) => (i === 2 ? 3.1 : v));
        expect((await record(step, { value: 0, alongside: weak })).json).toMatchObject({ verdict: 'failed' });
        expect((await record(step, { alongside: cells })).json).toMatchObject({ verdict: 'passed', value: 0.006 });
        continue;
      }
      const value = step.basis?.kind === 'bank' ? bankV : good(step);
      const drive = driveOf(step, { bankV, ambientC: 20 });
      if (drive && !drivenKinds.has(step.basis!.kind)) {
        drivenKinds.add(step.basis!.kind);
        await readDriven(step, drive, meter.id, (v) => {
          gives = v;
        });
        continue;
      }
      if (step.id === 'bank/voltage' || step.probes.length === 2) {
        // Pair by pair: the second records.
        for (let pair = 0; pair < step.probes.length; pair++) {
          gives = value / step.probes.length;
          const told = (await measure(step, meter.id, pair)).json;
          if (pair < step.probes.length - 1) expect(told).toEqual({ pairsLeft: 1 });
          else expect(told.verdict, `${step.title}: ${value}`).toBe('passed');
        }
      } else expect((await record(step, { value })).json.verdict, `${step.title}: ${value}`).toBe('passed');
    }
    meter.close();
    expect([...drivenKinds].sort()).toEqual(['lead', 'line', 'segment']);
    const fuse = (await readings()).find((r) => r.stepId.startsWith('power/'));
    expect(fuse).toMatchObject({
      says: expect.stringMatching(/the bank as read/),
      conditions: { bankV, ambientC: 20 },
    });
    const { response } = await ada.get(`/api/jobs/${jobId}/out/test-record.pdf`);
    const paper = await getDocument({ data: new Uint8Array(await response.arrayBuffer()) }).promise;
    let text = '';
    for (let n = 1; n <= paper.numPages; n++)
      text += (await (await paper.getPage(n)).getTextContent()).items.map((i) => ('str' in i ? i.str : '')).join(' ');
    expect((await readings()).filter((r) => r.conditions.alongside)).toContainEqual(
      expect.objectContaining({ value: 266, says: '13.30 V times 20.00 A, read in the same moment' }),
    );
    for (const words of [
      'D.c. side: PASSED',
      'revision 1',
      'FAIL',
      'cannot tell',
      'Ada Fenn',
      'plain hand meter',
      'Absorption',
    ])
      expect(text).toContain(words);
    expect(text.replaceAll(/\s+/g, ' ')).toMatch(/read from Meter \d+, no. 0991/);
    expect(text).toMatch(/Tester.*Released by/s);
  });
  it('says what would explain a reading that failed, by all that was read, and what to measure next', async () => {
    const tested = (await ada.get(`/api/jobs/${jobId}/bench/diagnosis`)).json.diagnosis;
    expect(tested).toMatchObject({ sound: true, hypotheses: [] });
    const lead = steps.find((s) => s.basis?.kind === 'lead')!;
    // A crimp of a fifth of an ohm, read again on the tested board.
    expect((await record(lead, { value: lead.expected! + 2 })).json.verdict).toBe('failed');
    const { diagnosis } = (await ada.get(`/api/jobs/${jobId}/bench/diagnosis?unit=1`)).json;
    expect(diagnosis.disagree).toEqual([lead.id]);
    expect(diagnosis.hypotheses[0].says).toMatch(/^a joint of W\d+ has \d+ mΩ more than it should$/);
    expect(diagnosis.hypotheses[0].fits.find((f: { stepId: string }) => f.stepId === lead.id).sound).toBeLessThan(0.1);
    expect((await ada.get(`/api/jobs/${jobId}/bench/diagnosis?unit=x`)).status).toBe(422);
    // Made again and read again.
    expect((await record(lead, { value: lead.expected! })).json.verdict).toBe('passed');
  });
  it('settings are kept as they were found and as they were left; one left out is asked for', async () => {
    const step = steps.find((s) => s.method === 'settings')!;
    const kept = (await readings()).find((r) => r.stepId === step.id);
    expect(kept.settings[0]).toMatchObject({ before: 'new' });
    const settings = step.asks.slice(1).map((a) => ({ ...a, before: '', after: 'x' }));
    expect((await record(step, { settings })).json.problems[0]).toMatch(
      new RegExp(`nothing for ${step.asks[0]!.name}; accepted: what it is set to now`),
    );
  });
  it('the mains side is an electrician’s alone', async () => {
    const plan = (await ada.get(`/api/jobs/${hutId}/dossier`)).json.dossier.bench as BenchStep[];
    const mains = plan.find((s) => s.stage === 'mains')!;
    expect((await record(mains, {}, ada, hutId)).status).toBe(403);
    // Without a licence and a scope nothing is signed.
    const settings = mains.asks.slice(1).map((a) => ({ ...a, before: '', after: 'good' }));
    expect((await record(mains, { settings }, tomas, hutId)).json.problems[0]).toMatch(/nothing for Licence number/);
    expect((await record(mains, {}, tomas, hutId)).json.verdict).toBe('passed');
  });
});

describe('papers', () => {
  it.each(['drawing.pdf', 'parts.pdf', 'cuts.pdf'])(
    '%s names its job, revision and every wire or part',
    async (name) => {
      const { status, response } = await ada.get(`/api/jobs/${hutId}/out/${name}`);
      expect(status).toBe(200);
      const paper = await getDocument({ data: new Uint8Array(await response.arrayBuffer()) }).promise;
      let text = '';
      for (let n = 1; n <= paper.numPages; n++)
        text += (await (await paper.getPage(n)).getTextContent()).items.map((i) => ('str' in i ? i.str : '')).join(' ');
      expect(text).toContain('Job 402 · Larchfold hut board · revision 1');
      expect(text).toContain('Cautions');
      if (name === 'parts.pdf') {
        const sums = [...text.matchAll(/ · (\d+\.\d\d) EUR/g)].map((m) => Number(m[1]));
        expect(Number(/All lines: (\d+\.\d\d) EUR/.exec(text)![1])).toBeCloseTo(
          sums.reduce((a, b) => a + b, 0),
          2,
        );
      } else for (let n = 1; n <= 41; n++) expect(text).toMatch(new RegExp(`\\bW${n}\\b`));
    },
  );
  it('says which papers there are', async () => {
    expect((await ada.get(`/api/jobs/${hutId}/out/poem.pdf`)).json.problems[0]).toMatch(/accepted: drawing\.pdf/);
  });
});
