import type { BuildPlan } from '@ombrik/core/build/buildPlan';
import type { Said } from '@ombrik/core/build/buildState';
import type { BuildStep } from '@ombrik/core/build/step';
import { readBy } from '@ombrik/core/document/workshop/instrument';
import type { Quantity } from '@ombrik/core/document/workshop/quantity';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { BANK_VOLTAGE } from '@ombrik/core/stages/bench/bankSteps';
import { besideLimits, besideReading } from '@ombrik/core/stages/bench/beside';
import { judge } from '@ombrik/core/stages/bench/judge';
import { cableWork } from '@ombrik/core/stock/cableWork';
import { type DemoJob, demoInstruments } from '@ombrik/demo/demoWorkshop';
import type { Knex } from 'knex';
import { addRecord } from '../bench/floorRecords.ts';
import { addReading } from '../bench/readings.ts';
import { addBuildRecords, type SentRecord } from '../build/buildRecords.ts';

type Step = Dossier['bench'][number];

/** A reading as a sound board gives it, or far outside what the step asks. */
function reading({ lowLimit, highLimit, expected }: Step, good: boolean): number {
  const sound = expected ?? (lowLimit !== null ? lowLimit * 2 : (highLimit ?? 1) / 2);
  const value = good ? sound : (highLimit ?? sound) * 1.8 + 0.01;
  return Number(value.toPrecision(4));
}

/** What was read beside a display's watts. */
const BESIDE: Partial<Record<Quantity, number>> = { voltage: 13.3, current: 24 };
const CELL_V = 3.318;

/** What is read beside a step, and what the step itself reads on a sound board then. */
function readBeside(step: Step, bankV: number): { alongside: number[]; sound: number } | null {
  if (step.alongside.length === 0) return null;
  const alongside = step.alongside.map(({ quantity }, i) => {
    if (step.basis?.kind === 'spread') return Number((CELL_V + 0.002 * (i % 4)).toFixed(3));
    return step.basis?.kind === 'display' ? bankV : (BESIDE[quantity] ?? 0);
  });
  const expected = besideLimits(step, alongside, null)?.expected ?? 0;
  return { alongside, sound: besideReading(step, expected, alongside) ?? 0 };
}

/** What the floor says of a demo job's cables, in the order they are made: whole ones first, then those that are only cut. */
export async function seedCables(trx: Knex, jobId: string, job: DemoJob, dossier: Dossier, workshop: Workshop) {
  const { order } = cableWork(dossier.cables, workshop);
  const made = Math.round(order.length * job.cables.made);
  const cut = made + Math.round(order.length * job.cables.cut);
  for (const [n, cable] of order.slice(0, cut).entries()) {
    const said = {
      entityId: cable.cableId,
      revision: 1,
      fingerprint: cable.fingerprint,
    };
    if (n < made) await addRecord(trx, jobId, 'pe_assembler', { ...said, kind: 'cableMade', data: { made: true } });
    else
      await addRecord(trx, jobId, 'pe_assembler', {
        ...said,
        kind: 'cableStep',
        data: { step: 'cut', done: true, pullsN: [], word: '', key: `demo-${cable.cableId}`, taken: [] },
      });
  }
}

/** The bench, all of it passed or up to a reading halfway that is not right. */
export async function seedBench(trx: Knex, jobId: string, job: DemoJob, dossier: Dossier, workshop: Workshop) {
  const steps = dossier.bench.filter((s) => s.role === 'tester');
  const halfway = steps.findIndex((s, n) => n >= steps.length / 2 && s.method === 'reading');
  const seen = job.bench === 'passed' ? steps : steps.slice(0, halfway + 1);
  const last = seen.at(-1);
  const [meter] = demoInstruments;
  const bankV = steps.find((s) => s.id === BANK_VOLTAGE)?.expected ?? 0;
  for (const step of seen) {
    const good = job.bench === 'passed' || step !== last;
    const measured = step.method === 'reading';
    const beside = readBeside(step, bankV);
    const value = measured ? reading(beside ? { ...step, expected: beside.sound } : step, good) : null;
    const conditions = { bankV: null, ambientC: 19, ...(beside ? { alongside: beside.alongside } : {}) };
    const judged = value === null ? null : judge(step, value, conditions, meter!, workshop);
    await addReading(trx, jobId, 'pe_tester', {
      unit: 1,
      stepId: step.id,
      title: step.title,
      revision: 1,
      fingerprint: step.fingerprint,
      quantity: step.measures,
      value,
      verdict: judged?.verdict ?? (good ? 'passed' : 'failed'),
      source: measured ? { kind: 'typed', by: readBy(meter!) } : { kind: 'eye' },
      lowLimit: judged?.lowLimit ?? null,
      highLimit: judged?.highLimit ?? null,
      expected: judged?.expected ?? null,
      uncertainty: judged?.expandedUncertainty ?? null,
      says: judged?.says ?? '',
      conditions,
      settings:
        step.method === 'settings'
          ? step.asks.map((a) => ({ ...a, before: 'as delivered', after: a.expects || 'as delivered' }))
          : null,
      note: good ? '' : 'read twice, both leads moved',
    });
  }
}

/** The build up to where the shop is, and what is the matter with the next one. */
export async function seedBuild(
  trx: Knex,
  jobId: string,
  job: DemoJob,
  { steps }: BuildPlan,
  { cables }: Pick<Dossier, 'cables'>,
) {
  const done = steps.slice(0, Math.round(steps.length * job.built));
  const word = (step: BuildStep, n: number, said: Said): SentRecord => ({
    key: `demo-build-${n}`,
    stepId: step.id,
    revision: 1,
    unit: 1,
    fingerprint: step.fingerprint,
    said,
    saidAt: new Date(Date.now() - (steps.length - n) * 240_000).toISOString(),
  });
  const words = done.map((step, n) =>
    word(step, n, {
      kind: 'done',
      // Some steps go quicker than planned, some slower; mounting is planned too short.
      minutes: Math.round(step.minutes * (step.kind === 'mount' ? 1.5 : 1) * (0.8 + 0.1 * (n % 6)) * 10) / 10,
      planned: step.minutes,
      value: step.kind === 'torque' ? (step.figure?.value ?? null) : null,
      toolId: null,
    }),
  );
  // The thickest lead that is laid already, and short: a bar is quicker bent than a lug pressed.
  const thick = [...cables].sort((a, b) => b.areaMm2 - a.areaMm2 || a.lengthMm - b.lengthMm);
  const laid = thick.flatMap((c) => done.find((s) => s.id === `lay/${c.cableId}`) ?? [])[0];
  if (laid && job.linked) {
    const what = { kind: 'link', cableId: laid.cableIds[0]! } as const;
    const says = `${laid.title.replace('Lay ', '')} as a formed link of copper`;
    words.push(word(laid, steps.length, { kind: 'otherwise', what, words: says }));
  }
  const next = steps[done.length];
  if (next && job.trouble) words.push(word(next, done.length, { kind: 'problem', text: job.trouble }));
  await addBuildRecords(trx, jobId, 'pe_assembler', words);
}
