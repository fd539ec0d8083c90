import { type JobTold, type WhatFails, whatFails } from '@ombrik/core/after/whatFails';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import type { Knex } from 'knex';
import { listReadings } from '../bench/readings.ts';
import { jobFile } from '../boards/jobFile.ts';
import { buildRecordsOf } from '../build/buildRecords.ts';
import { cableRecordsOf } from '../cables/cableRecords.ts';
import { lastReleases } from '../jobs/releases.ts';
import { fieldNotesOf } from '../ship/fieldNotes.ts';

/** So many of the newest jobs tell of how the shop works now. */
const NEWEST = 200;

export interface Lessons {
  fails: WhatFails;
  /** Jobs it is told from. */
  jobs: number;
}

/** What fails most over the shop's jobs that were ever released, shipped ones too. */
export async function lessonsOfShop(db: Knex): Promise<Lessons> {
  const told: JobTold[] = [];
  for (const { jobId, revision } of await lastReleases(db, NEWEST)) {
    const file = await jobFile(db, jobId, revision);
    if (file) told.push(await toldOf(db, file));
  }
  return { fails: whatFails(told), jobs: told.length };
}

async function toldOf(db: Knex, { job, board, dossier }: NonNullable<Awaited<ReturnType<typeof jobFile>>>) {
  const readings = await listReadings(db, job.id);
  return {
    quantity: board.brief.quantity,
    cables: dossier.cables,
    cableRecords: await cableRecordsOf(db, job.id),
    items: board.items,
    parts: partIndex(board, genericCatalogue),
    bench: dossier.bench,
    readings: readings.map(({ unit, stepId, verdict, source }) => ({
      unit,
      stepId,
      verdict,
      simulated: source.kind === 'simulated',
    })),
    built: await buildRecordsOf(db, job.id),
    field: await fieldNotesOf(db, job.id),
  } satisfies JobTold;
}
