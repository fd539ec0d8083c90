import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { demoJobs, demoPeople, demoWorkshopName } from '@ombrik/demo/demoWorkshop';
import type { Knex } from 'knex';
import { addRecord } from '../bench/floorRecords.ts';
import { createJob } from '../jobs/jobs.ts';
import { addRelease } from '../jobs/releases.ts';
import { addHours } from '../jobs/workHours.ts';
import { addPerson } from '../people/people.ts';
import { seedStore, seedTaken } from '../store/seedStore.ts';
import { createWorkshop, readWorkshop } from '../workshop/workshopStore.ts';

/** Fills an empty database with the invented workshop. @returns false when the database already belongs to somebody. */
export async function seedDemo(db: Knex): Promise<boolean> {
  if (await readWorkshop(db)) return false;
  await db.transaction(async (trx) => {
    await createWorkshop(trx, demoWorkshopName, true);
    for (const person of demoPeople) await addPerson(trx, person);
    await seedStore(trx);
    for (const job of demoJobs(new Date())) {
      const row = await createJob(trx, job.board, 'pe_designer', job.wantedOn, 'Job taken in');
      for (const h of job.hours) await addHours(trx, row.id, h.personId, { ...h, note: h.note ?? '' });
      if (job.released)
        await addRelease(trx, row.id, 'pe_designer', { way: 'release', revision: 1, reason: '', openStops: [] });
      if (!job.cablesMade) continue;
      const dossier = derive(job.board, genericCatalogue, profileOf(job.board, defaultWorkshop), defaultWorkshop);
      if (job.cablesMade === 1) await seedTaken(trx, row.id, dossier.parts);
      for (const cable of dossier.cables.slice(0, Math.round(dossier.cables.length * job.cablesMade)))
        await addRecord(trx, row.id, 'pe_assembler', {
          kind: 'cableMade',
          entityId: cable.cableId,
          revision: 1,
          fingerprint: cable.fingerprint,
          data: { made: true },
        });
    }
  });
  return true;
}

/** Empties every table of the demo's database, for `npm run reset-demo`. @throws when it is not a demo database. */
export async function clearDemo(db: Knex): Promise<void> {
  const workshop = await readWorkshop(db);
  if (workshop && !workshop.isDemo) throw new Error(`"${workshop.name}" is not demo data; nothing was changed`);
  await db.raw(
    'TRUNCATE cut_plan_jobs, cut_plans, offers, stock_levels, stock_moves, purchase_lines, purchases, stock_reservations, stock, releases, attachments, quotes, work_hours, bench_simulators, floor_records, snapshots, edits, jobs, sessions, people, workshop CASCADE',
  );
  for (const sequence of ['job_number', 'stock_number', 'purchase_number'])
    await db.raw(`ALTER SEQUENCE ${sequence} RESTART`);
}
