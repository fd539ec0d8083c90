import type { BuildPlan } from '@ombrik/core/build/buildPlan';
import { type BuildState, buildState, type StepStatus } from '@ombrik/core/build/buildState';
import type { JobBuild } from '@ombrik/core/build/jobBuild';
import { learnedTimes } from '@ombrik/core/build/learnedTimes';
import { type Reopened, reopened } from '@ombrik/core/build/reopened';
import { serialOf, unitsOf } from '@ombrik/core/released/serials';
import type { BuildCounts } from '@ombrik/core/stations';
import { madeIdsOf, progressOfAll } from '@ombrik/core/stock/cableWork';
import type { Knex } from 'knex';
import { requireFile, requireSheet } from '../boards/jobFile.ts';
import type { JobSheet } from '../boards/sheet.ts';
import { cableRecordsOf } from '../cables/cableRecords.ts';
import { lastOf, type Release, releaseOf, releasesOf } from '../jobs/releases.ts';
import { refuse } from '../refusal.ts';
import { addBuildRecords, buildRecordsOf, type SentRecord, timedSteps, type UnitBuildRecord } from './buildRecords.ts';
import { buildSheetOf } from './buildSheet.ts';
import { goneTitles, notesOf, planAt } from './laterReleases.ts';

/** Records by which of several boards they are about. */
const ofUnit = <T extends { unit: number }>(records: readonly T[], unit: number): T[] =>
  records.filter((r) => r.unit === unit);

/** What was said of a job's boards on the floor. */
export interface FloorWords {
  releases: Release[];
  /** The one it is made to; null while it is not on the floor. */
  release: Release | null;
  records: UnitBuildRecord[];
}
export async function floorWords(db: Knex, jobId: string): Promise<FloorWords> {
  const releases = await releasesOf(db, jobId);
  const release = lastOf(releases);
  return { releases, release, records: release ? await buildRecordsOf(db, jobId) : [] };
}

/** How many steps of a job's boards there are and are done; null while it is not on the floor. */
export async function buildCounts(
  db: Knex,
  now: JobSheet,
  { releases, release, records }: FloorWords,
  madeIds: ReadonlySet<string>,
): Promise<BuildCounts | null> {
  if (!release) return null;
  const jobId = now.job.id;
  const sheet = release.revision === now.revision ? now : await requireSheet(db, jobId, release.revision);
  const { plan } = await buildSheetOf(sheet);
  const noteAt = await notesOf(db, jobId, releases, release, plan);
  const states = unitsOf(sheet.board.brief.quantity).map((u) => {
    const own = ofUnit(records, u);
    return buildState(plan, own, madeIds, noteAt(own));
  });
  const sum = (of: (state: BuildState) => number) => states.reduce((all, s) => all + of(s), 0);
  const unanswered = (s: StepStatus) => s.otherwise.filter((o) => o.answer === null).length;
  return {
    steps: sum((s) => s.steps.length),
    done: sum((s) => s.doneCount),
    begun: states.some((state) => state.steps.some((s) => s.by !== null)),
    problems: sum((state) => state.steps.reduce((n, s) => n + s.problems.length + unanswered(s), state.note ? 1 : 0)),
  };
}

/** Joints that were opened again after they had been made, by which of a job's boards. */
export async function reopenedBy(
  db: Knex,
  jobId: string,
  { release, records }: FloorWords,
): Promise<Map<number, Reopened[]>> {
  // Hardly ever: no plan is worked out for nothing.
  if (!release || !records.some((r) => r.said.kind === 'undone')) return new Map();
  const plan = await planAt(db, jobId, release.revision);
  const units = [...new Set(records.map((r) => r.unit))];
  return new Map(units.map((u) => [u, reopened(plan, ofUnit(records, u))]));
}

/** As `reopenedBy`, for whoever needs nothing else of the floor. */
export const reopenedOf = async (db: Knex, jobId: string): Promise<Map<number, Reopened[]>> =>
  reopenedBy(db, jobId, await floorWords(db, jobId));

/** The build of one of a job's boards. @throws Refusal where there is no such job or board */
export async function buildOf(db: Knex, jobId: string, unit: number): Promise<JobBuild> {
  const releases = await releasesOf(db, jobId);
  const release = lastOf(releases);
  const file = await requireFile(db, jobId, release?.revision);
  const { quantity } = file.board.brief;
  if (unit > quantity) refuse(404, `unit is ${unit}; accepted: 1 to ${quantity}`);
  const made = progressOfAll(file.dossier.cables, await cableRecordsOf(db, jobId), file.workshop);
  const madeIds = madeIdsOf(made);
  const sheet = await buildSheetOf(file);
  const all = await buildRecordsOf(db, jobId);
  const records = ofUnit(all, unit);
  return {
    revision: file.revision,
    released: release !== null,
    board: file.board,
    ...sheet,
    unit,
    units: unitsOf(quantity).map((u) => ({
      unit: u,
      serial: serialOf(file.job.number, u, quantity),
      done: buildState(sheet.plan, ofUnit(all, u), madeIds).doneCount,
    })),
    records,
    note: release && (await notesOf(db, jobId, releases, release, sheet.plan))(records),
    goneTitles: await goneTitles(db, jobId, releases, file.revision, sheet.plan, records),
    learned: learnedTimes(await timedSteps(db)),
    bins: await binsOf(db, sheet.plan),
    madeIds: [...madeIds],
  };
}

/** Where what a plan uses lies: the place with most of it. */
async function binsOf(db: Knex, plan: BuildPlan): Promise<Record<string, string>> {
  const ids = [...new Set(plan.steps.flatMap((s) => s.parts.flatMap((p) => p.articleId ?? [])))];
  const rows: { article_id: string; bin: string }[] = await db('stock')
    .whereIn('article_id', ids)
    .where('on_hand', '>', 0)
    .orderBy('on_hand')
    .select('article_id', 'bin');
  return Object.fromEntries(rows.map((r) => [r.article_id, r.bin]));
}

/**
 * Takes down what the floor said, also long after it was said: nothing is judged here, so that nothing is lost. What does
 * not fit any more shows in where the board stands.
 * @throws Refusal where the job is not on the floor
 */
export async function sayBuilt(
  db: Knex,
  personId: string,
  jobId: string,
  records: readonly SentRecord[],
): Promise<string[]> {
  const release = await releaseOf(db, jobId);
  if (!release) {
    await requireFile(db, jobId);
    refuse(409, 'this board is not on the floor; accepted: records of a released board');
  }
  for (const r of records)
    if (r.revision > release.revision)
      refuse(
        422,
        `revision is "${r.revision}"; accepted: the one on the floor, ${release.revision}, or an earlier one`,
      );
  return addBuildRecords(db, jobId, personId, records);
}
