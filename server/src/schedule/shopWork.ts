import { buildState } from '@ombrik/core/build/buildState';
import { type LearnedTime, learnedTimes, likelyFactor } from '@ombrik/core/build/learnedTimes';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { reckonedHours } from '@ombrik/core/power/quote/quote';
import { unitsOf } from '@ombrik/core/released/serials';
import { daysAfter, partsArrive } from '@ombrik/core/shop/partsArrive';
import { type ShopJob, shopOperations, type WorkLeft } from '@ombrik/core/shop/shopWork';
import { progressOfUnits } from '@ombrik/core/stages/bench/progressOfUnits';
import { madeIdsOf, progressOfAll } from '@ombrik/core/stock/cableWork';
import { VERSIONS } from '@ombrik/core/versions';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { asBenchRecords, listReadings } from '../bench/readings.ts';
import { jobFile } from '../boards/jobFile.ts';
import type { JobFile } from '../boards/sheet.ts';
import { buildRecordsOf, timedSteps } from '../build/buildRecords.ts';
import { reopenedOf } from '../build/buildService.ts';
import { buildSheetOf } from '../build/buildSheet.ts';
import { buying } from '../buying/buyingService.ts';
import { cableRecordsOf } from '../cables/cableRecords.ts';
import { OWN_WORKSHOP } from '../database/ofWorkshops.ts';
import { releasedJobs } from '../jobs/releases.ts';
import { listHours } from '../jobs/workHours.ts';

/** What is left to do on all jobs, what each would be from its start, and what the shop's own times teach. */
export interface ShopWork {
  jobs: ShopJob[];
  fresh: ShopJob[];
  learned: LearnedTime[];
}

type Parts = ShopJob['parts'];

/** When parts of what is not on the floor could be there, if it were released today. */
function leadOf(file: JobFile, today: string): Parts {
  const slowest = file.dossier.parts.reduce<(typeof file.dossier.parts)[number] | null>(
    (w, p) => ((p.leadTimeDays ?? 0) > (w?.leadTimeDays ?? 0) ? p : w),
    null,
  );
  return slowest?.leadTimeDays ? { on: daysAfter(today, slowest.leadTimeDays), what: slowest.name } : null;
}

async function workOf(
  db: Knex,
  file: JobFile,
  released: boolean,
  parts: Parts,
  likely: WorkLeft['likely'],
  today: string,
): Promise<{ left: ShopJob | null; fresh: ShopJob }> {
  const { job, board, dossier, workshop } = file;
  const { plan } = await buildSheetOf(file);
  const progress = progressOfAll(dossier.cables, await cableRecordsOf(db, job.id), workshop);
  const madeIds = madeIdsOf(progress);
  const { quantity } = board.brief;
  const bench = progressOfUnits(
    dossier.bench,
    asBenchRecords(await listReadings(db, job.id)),
    await reopenedOf(db, job.id),
    quantity,
    1,
  );
  const records = released ? await buildRecordsOf(db, job.id) : [];
  const states = unitsOf(quantity).map((u) =>
    buildState(
      plan,
      records.filter((r) => r.unit === u),
      madeIds,
    ),
  );
  const open = new Map<string, number>();
  for (const { steps } of states)
    for (const s of steps) if (s.state !== 'done') open.set(s.step.id, (open.get(s.step.id) ?? 0) + 1);
  const steps = states.flatMap((s) => s.steps);
  const hours = await listHours(db, job.id);
  const toMake = dossier.cables.filter((c) => c.lead === null);
  const names = new Map(board.panels.map((p) => [p.id, p.name]));
  const untold = toMake.length === 0 && !released ? 'nothing is wired yet: its work cannot be told' : null;
  const trouble = steps.flatMap((s) => s.problems.map((p) => p.text)).join('; ') || null;
  const row = {
    id: job.id,
    number: job.number,
    name: board.brief.jobName,
    wantedOn: job.wantedOn,
    parts,
    trouble,
    untold,
  };
  const work: WorkLeft = {
    job: row,
    released,
    plan,
    openAt: (s) => open.get(s.id) ?? 0,
    likely,
    reckonedHours: reckonedHours(board, dossier, partIndex(board, genericCatalogue)),
    designedHours: hours.filter((h) => h.kind === 'design').reduce((sum, h) => sum + h.hours, 0),
    cablesLeft: toMake.length === 0 ? 0 : toMake.filter((c) => !madeIds.has(c.cableId)).length / toMake.length,
    checksLeft: bench.dcCount === 0 ? 1 : 1 - bench.passedCount / bench.dcCount,
    panelName: (id) => names.get(id) ?? id,
  };
  const fresh = { ...work, released: false, openAt: () => quantity, designedHours: 0, cablesLeft: 1, checksLeft: 1 };
  return {
    // What has passed its bench is only packed: no plan is made of that.
    left: bench.dcPassed ? null : { ...row, operations: shopOperations(work) },
    fresh: {
      ...row,
      trouble: null,
      parts: leadOf(file, today),
      operations: shopOperations(fresh),
    },
  };
}

/** Names everything the work of the shop is made of: another text means it is out of date. */
async function madeOf(db: Knex, today: string): Promise<string> {
  const newest = (table: string) => `(SELECT coalesce(max(id), 0) FROM ${table})`;
  const { rows } = await db.raw(`SELECT concat_ws(' ',
    (SELECT md5(string_agg(concat_ws(',', id, revision, wanted_on, archived_at), ';' ORDER BY id)) FROM jobs),
    ${['floor_records', 'bench_readings', 'build_records', 'releases', 'stock_moves', 'work_hours'].map(newest).join(', ')},
    (SELECT concat(count(*), sum(given_up)) FROM purchase_lines),
    (SELECT concat(count(*), max(at)) FROM offers),
    (SELECT concat(id, ' ', "values" ->> 'version') FROM workshops WHERE id = ${OWN_WORKSHOP})) AS text`);
  return `${today} ${VERSIONS.core} ${rows[0].text}`;
}

/** Promises, so that ten screens that ask at once wait for one. */
const known = new LRUCache<string, Promise<ShopWork>>({ max: 4 });

/** The work of the shop, worked out anew when something it is made of has changed. */
export async function shopWork(db: Knex, today: string): Promise<ShopWork> {
  const key = await madeOf(db, today);
  let own = known.get(key);
  if (!own) {
    own = workedOut(db, today);
    known.set(key, own);
    own.catch(() => known.delete(key));
  }
  return own;
}

async function workedOut(db: Knex, today: string): Promise<ShopWork> {
  const learned = learnedTimes(await timedSteps(db));
  const likely = likelyFactor(learned);
  const released = new Map((await releasedJobs(db)).map((r) => [r.jobId, r.revision]));
  const rows: { id: string; number: number }[] = await db('jobs')
    .whereNull('archived_at')
    .orderByRaw('wanted_on ASC NULLS LAST, number')
    .select('id', 'number');
  const { needs, purchases } = await buying(db, today);
  const arrive = partsArrive(
    needs,
    purchases,
    rows.map((r) => r.number),
    today,
  );
  const jobs: ShopJob[] = [];
  const fresh: ShopJob[] = [];
  for (const { id, number } of rows) {
    const file = await jobFile(db, id, released.get(id));
    if (!file) continue;
    const onFloor = released.has(id);
    const parts = onFloor ? (arrive.get(number) ?? null) : leadOf(file, today);
    const work = await workOf(db, file, onFloor, parts, likely, today);
    fresh.push(work.fresh);
    if (work.left) jobs.push(work.left);
  }
  return { jobs, fresh, learned };
}
