import { connect } from 'node:net';
import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';
import { askInstrument } from './scpiClient.ts';
import { startScpiMeter } from './scpiMeter.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let ada: Client;
let tomas: Client;
let jobId: string;
let hutId: string;
let steps: BenchStep[];
beforeAll(async () => {
  server = await testServer();
  ada = await server.as('pe_tester');
  tomas = await server.as('pe_electrician');
  const { jobs } = (await ada.get('/api/jobs')).json;
  // Like the one on the bench, but nobody has read anything yet.
  jobId = (await ada.post('/api/jobs/import', demoBoard('repeater'))).json.job.id;
  hutId = jobs.find((j: { jobName: string }) => j.jobName === 'Larchfold hut board').id;
  steps = (await ada.get(`/api/jobs/${jobId}/dossier`)).json.dossier.bench;
});
afterAll(() => server.close());
const record = (step: BenchStep, by: Record<string, unknown> = {}, who = ada, job = jobId) =>
  who.post(`/api/jobs/${job}/bench/records`, {
    stepId: step.id,
    revision: 1,
    value: null,
    found: step.method === 'confirm' ? 'good' : null,
    note: '',
    method: 'eye',
    unit: 1,
    ...by,
  });
const measure = (step: BenchStep) => ada.post(`/api/jobs/${jobId}/bench/measure`, { stepId: step.id, revision: 1 });

describe('the simulated meter', () => {
  // Identity, queries in short and long form, an error queue.
  it('speaks SCPI over TCP as IEEE 488.2 asks', async () => {
    const { server: meter, port } = await startScpiMeter({ voltageV: () => 13.4567, resistanceOhm: () => 9.9e37 });
    const answers: string[] = await new Promise((resolve) => {
      let got = '';
      const socket = connect(port, '127.0.0.1', () =>
        socket.write('*IDN?\nMEAS:VOLT:DC?\r\nmeasure:voltage?\nMEAS:RES?\nFOO\nSYST:ERR?\nSYST:ERR?\n'),
      );
      socket.on('data', (d) => {
        got += d;
        if (got.split('\n').length > 6) {
          socket.end();
          resolve(got.trim().split('\n'));
        }
      });
    });
    expect(answers).toEqual([
      'OMBRIK,SIMULATED-METER,0,1.0',
      '+1.34570000E+01',
      '+1.34570000E+01',
      '+9.90000000E+37',
      '-113,"Undefined header"',
      '+0,"No error"',
    ]);
    meter.close();
  });
  it('says which meter cannot be reached or does not answer', async () => {
    await expect(askInstrument('127.0.0.1', 1, '*IDN?')).rejects.toThrow(/127\.0\.0\.1:1 cannot be reached/);
    await expect(askInstrument('127.0.0.1', server.bench.meter.port, 'NONSENSE', 200)).rejects.toThrow(
      /did not answer in time/,
    );
    await expect(askInstrument('127.0.0.1', server.bench.meter.port, '*IDN?')).rejects.toThrow(/accepted: a number/);
  });
});

describe('the bench test', () => {
  it('holds to its order and judges by its limits', async () => {
    expect((await record(steps[3]!, { value: 5000, method: 'typed' })).json.problems[0]).toMatch(
      /"Look the board over" comes first/,
    );
    expect((await record(steps[0]!)).json).toEqual({ passed: true });
    expect((await record(steps[1]!)).json).toEqual({ passed: true });
    expect((await record(steps[2]!, { value: 3, method: 'typed' })).json).toEqual({ passed: false });
    expect((await record(steps[3]!, { value: 5000, method: 'typed' })).status).toBe(409);
    expect((await record(steps[2]!, { value: 9.9e37, method: 'typed' })).json).toEqual({ passed: true });
    const { bench } = (await ada.get(`/api/jobs/${jobId}/floor`)).json;
    expect(
      bench
        .filter((r: { entityId: string }) => r.entityId === steps[2]!.id)
        .map((r: { data: { passed: boolean } }) => r.data.passed),
    ).toEqual([false, true]);
  });
  it('refuses a reading that is none, and one against an older revision', async () => {
    expect((await record(steps[3]!)).json.problems[0]).toMatch(/value is missing/);
    expect((await record(steps[3]!, { value: 'high' })).json.problems[0]).toMatch(
      /value is "high"; accepted: a number/,
    );
    expect((await record(steps[3]!, { value: 1, revision: 9 })).status).toBe(409);
    expect((await record({ ...steps[3]!, id: 'no/such' }, { value: 1 })).json.problems[0]).toMatch(
      /accepted: a step of this board's test plan/,
    );
  });
  it('a hidden fault is found by measuring, and not given away', async () => {
    await ada.post(`/api/jobs/${jobId}/bench/simulator`, { hidden: true });
    const told = (await ada.get(`/api/jobs/${jobId}/bench/simulator`)).json;
    expect(told).toMatchObject({ hidden: true, defect: null });
    let failed = 0;
    for (const step of steps.filter((s) => s.method === 'reading')) {
      const { value } = (await measure(step)).json;
      if ((step.lowLimit !== null && value < step.lowLimit) || (step.highLimit !== null && value > step.highLimit))
        failed++;
    }
    expect(failed).toBeGreaterThan(0);
    await ada.post(`/api/jobs/${jobId}/bench/simulator`, { hidden: false });
  });
  it('a sound board passes to the end with the meter, and the printed record says so', async () => {
    for (const step of steps.slice(3)) {
      if (step.method === 'confirm') await record(step);
      else {
        const { value } = (await measure(step)).json;
        expect((await record(step, { value, method: 'meter' })).json, `${step.title}: ${value}`).toEqual({
          passed: true,
        });
      }
    }
    const { response } = await ada.get(`/api/jobs/${jobId}/out/test-record.pdf`);
    const paper = await getDocument({ data: new Uint8Array(await response.arrayBuffer()) }).promise;
    let text = '';
    for (let n = 1; n <= paper.numPages; n++)
      text += (await (await paper.getPage(n)).getTextContent()).items.map((i) => ('str' in i ? i.str : '')).join(' ');
    expect(text).toContain('D.c. side: PASSED');
    expect(text).toContain('revision 1');
    expect(text).toContain('FAIL');
    expect(text).toContain('Ada Fenn');
    expect(text).toMatch(/Tester.*Released by/s);
  });
  it('the mains side is an electrician’s alone', async () => {
    const plan = (await ada.get(`/api/jobs/${hutId}/dossier`)).json.dossier.bench as BenchStep[];
    const mains = plan.find((s) => s.stage === 'mains')!;
    expect((await record(mains, {}, ada, hutId)).status).toBe(403);
    expect((await record(mains, {}, tomas, hutId)).json).toEqual({ passed: true });
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
