import type { BuildPlan } from '@ombrik/core/build/buildPlan';
import type { BuildRecord } from '@ombrik/core/build/buildState';
import { changeNote } from '@ombrik/core/build/changeNote';
import type { ChangeNote } from '@ombrik/core/build/note';
import type { Knex } from 'knex';
import { requireSheet } from '../boards/jobFile.ts';
import type { Release } from '../jobs/releases.ts';
import { buildSheetOf } from './buildSheet.ts';

/** Earlier revisions that were on the floor, the newest first. */
function earlierReleases(releases: readonly Release[], revision: number): number[] {
  const all = releases.filter((r) => r.way === 'release' && r.revision < revision);
  return [...new Set(all.map((r) => r.revision))].sort((a, b) => b - a);
}

/** The plan of a revision. @throws Refusal where there is none */
export const planAt = async (db: Knex, jobId: string, revision: number): Promise<BuildPlan> =>
  (await buildSheetOf(await requireSheet(db, jobId, revision))).plan;

/**
 * What a release asks of floors that had begun by an earlier one: of each board by what was said at it.
 * The earlier plan is looked up once for all of them.
 * @param releases all of the job's
 */
export async function notesOf(
  db: Knex,
  jobId: string,
  releases: readonly Release[],
  { revision, reason, personName, at }: Release,
  plan: BuildPlan,
): Promise<(records: readonly BuildRecord[]) => ChangeNote | null> {
  const [before] = earlierReleases(releases, revision);
  if (before === undefined) return () => null;
  const earlier = await planAt(db, jobId, before);
  const of = { fromRevision: before, toRevision: revision, reason, personName, at };
  return (records) => changeNote(earlier, plan, records, of);
}

/** What steps were called that somebody did and the plan no longer has. */
export async function goneTitles(
  db: Knex,
  jobId: string,
  releases: readonly Release[],
  revision: number,
  plan: BuildPlan,
  records: readonly BuildRecord[],
): Promise<Record<string, string>> {
  const known = new Set(plan.steps.map((s) => s.id));
  const left = new Set(records.flatMap((r) => (r.said.kind === 'done' && !known.has(r.stepId) ? [r.stepId] : [])));
  const titles: Record<string, string> = {};
  for (const earlier of left.size > 0 ? earlierReleases(releases, revision) : [])
    for (const { id, title } of (await planAt(db, jobId, earlier)).steps)
      if (left.has(id)) {
        titles[id] ??= title;
      }
  return titles;
}
