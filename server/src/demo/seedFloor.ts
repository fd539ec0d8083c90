import type { BuildPlan } from '@ombrik/core/build/buildPlan';
import type { Said } from '@ombrik/core/build/buildState';
import type { BuildStep } from '@ombrik/core/build/step';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { cableWork } from '@ombrik/core/stock/cableWork';
import type { DemoJob } from '@ombrik/demo/demoWorkshop';
import type { Knex } from 'knex';
import { addRecord } from '../bench/floorRecords.ts';
import { addBuildRecords, type SentRecord } from '../build/buildRecords.ts';

type Step = Dossier['bench'][number];

/** A reading well within what a step asks, or far outside it. */
function reading({ lowLimit, highLimit }: Step, good: boolean): number {
  const low = lowLimit ?? 0;
  const high = highLimit ?? Math.max(1, low * 1.2);
  const value = good ? low + (high - low) * 0.4 : high + Math.max(1, Math.abs(high)) * 0.6;
  return Number(value.toPrecision(4));
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
export async function seedBench(trx: Knex, jobId: string, job: DemoJob, dossier: Dossier) {
  const steps = dossier.bench.filter((s) => s.role === 'tester');
  const halfway = steps.findIndex((s, n) => n >= steps.length / 2 && s.method === 'reading');
  const seen = job.bench === 'passed' ? steps : steps.slice(0, halfway + 1);
  for (const step of seen) {
    const passed = job.bench === 'passed' || step !== seen.at(-1);
    const { title, unit, lowLimit, highLimit, fingerprint } = step;
    const measured = step.method === 'reading';
    await addRecord(trx, jobId, 'pe_tester', {
      kind: 'benchStep',
      entityId: step.id,
      revision: 1,
      fingerprint,
      data: {
        passed,
        value: measured ? reading(step, passed) : null,
        note: passed ? '' : 'read twice, both leads moved',
        method: measured ? 'typed' : 'eye',
        title,
        unit,
        lowLimit,
        highLimit,
      },
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
