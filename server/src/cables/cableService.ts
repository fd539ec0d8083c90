import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { cutPieces } from '@ombrik/core/stock/cutPieces';
import { type CutPlan, type PlanChoice, planFromChoice } from '@ombrik/core/stock/cutPlan';
import { rodsOf } from '@ombrik/core/stock/rods';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { requireFile } from '../boards/jobFile.ts';
import type { JobFile } from '../boards/sheet.ts';
import { withRetry } from '../database/retry.ts';
import { releasedJobs } from '../jobs/releases.ts';
import { refuse } from '../refusal.ts';
import { articleFinder } from '../store/articles.ts';
import { listStock } from '../store/stock.ts';
import { recordMade, recordRedo, recordStep, type StepWish, type Taken } from './cableRecords.ts';
import { keepPlan, planOf } from './cutPlans.ts';
import { leftToCut } from './leftToCut.ts';
import { pick } from './picking.ts';

const cableOf = (file: JobFile, id: string): MadeCable =>
  file.dossier.cables.find((c) => c.cableId === id) ?? refuse(404, `no cable "${id}" in revision ${file.revision}`);

/** Whole cables made at a tick, or not made after all. @throws Refusal */
export async function tickMade(
  db: Knex,
  personId: string,
  jobId: string,
  wish: { cableIds: string[]; made: boolean; revision: number },
): Promise<void> {
  const file = await requireFile(db, jobId, wish.revision);
  const cables = wish.cableIds.map(
    (id) =>
      file.dossier.cables.find((x) => x.cableId === id) ??
      refuse(422, `cableIds has "${id}"; accepted: a cable of revision ${wish.revision}`),
  );
  await withRetry(() => recordMade(db, file, cables, personId, wish.made, nanoid()));
}

/** One step of one cable done or taken back. @returns what it took from the store @throws Refusal */
export async function tickStep(
  db: Knex,
  personId: string,
  jobId: string,
  cableId: string,
  { revision, ...wish }: StepWish & { revision: number },
): Promise<{ taken: Taken[] }> {
  const file = await requireFile(db, jobId, revision);
  const cable = cableOf(file, cableId);
  if (wish.done && wish.step === 'pulled' && wish.pullsN.length === 0)
    refuse(422, 'pullsN is empty; accepted: the force read at each end, in N');
  return withRetry(() => recordStep(db, file, cable, personId, wish));
}

/** A cable is spoiled and made anew. @throws Refusal */
export async function makeAgain(
  db: Knex,
  personId: string,
  jobId: string,
  cableId: string,
  { revision, ...wish }: Parameters<typeof recordRedo>[4] & { revision: number },
): Promise<void> {
  const file = await requireFile(db, jobId, revision);
  const cable = cableOf(file, cableId);
  await withRetry(() => recordRedo(db, file, cable, personId, { ...wish, bin: wish.bin.trim() || 'remnants' }));
}

/** What there is to plan with: this job's open pieces, those of the other released jobs, and the rods they may use. */
export async function cuttingOf(db: Knex, jobId: string) {
  const file = await requireFile(db, jobId);
  const jobs = [file];
  // One after the other: inside a transaction there is one connection.
  for (const other of await releasedJobs(db))
    if (other.jobId !== file.job.id) jobs.push(await requireFile(db, other.jobId, other.revision));
  const lines = [];
  for (const j of jobs)
    lines.push({
      jobId: j.job.id,
      jobNumber: j.job.number,
      jobName: j.board.brief.jobName,
      revision: j.revision,
      pieces: await leftToCut(db, j),
    });
  return { jobs: lines, stock: await listStock(db), plan: await planOf(db, file.job.id) };
}

export interface PlanWish {
  jobs: { jobId: string; revision: number }[];
  groups: PlanChoice[];
  key: string;
}

/** Keeps a plan made in the browser: it is laid out again here on the store as it is now. @throws Refusal */
export async function takePlan(db: Knex, personId: string, jobId: string, wish: PlanWish) {
  if (!wish.jobs.some((j) => j.jobId === jobId)) refuse(422, 'jobs: this job is not among them');
  const files: JobFile[] = [];
  for (const j of wish.jobs) files.push(await requireFile(db, j.jobId, j.revision));
  const { workshop } = files[0]!;
  const pieces = files.flatMap((f) =>
    cutPieces(f.job, f.dossier.cables, f.workshop, undefined, f.board.brief.quantity),
  );
  const rods = rodsOf(await listStock(db), new Set(wish.jobs.map((j) => j.jobId)));
  let plan: CutPlan;
  try {
    plan = planFromChoice(wish.groups, pieces, rods, articleFinder(workshop), workshop);
  } catch (error) {
    if (error instanceof RangeError) return refuse(409, error.message, 'the store has changed: plan again');
    throw error;
  }
  await withRetry(() => keepPlan(db, personId, plan, wish.jobs, wish.key));
  return planOf(db, jobId);
}

/** Takes pieces for a job or sets them aside. @returns how many @throws Refusal where there is none */
export async function pickFor(
  db: Knex,
  personId: string,
  jobId: string,
  { revision, key, ...wish }: { way: 'take' | 'reserve'; articleId: string | null; revision: number; key: string },
): Promise<number> {
  const file = await requireFile(db, jobId, revision);
  const pieces = await withRetry(() => pick(db, file, personId, wish, key));
  if (pieces === 0) refuse(409, 'nothing of it lies in the store, or all of it has been taken');
  return pieces;
}
