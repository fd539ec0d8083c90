import { boardPlan } from '@ombrik/core/build/buildPlan';
import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { AcceptedFinding } from '@ombrik/core/document/accepted/acceptedFinding';
import type { Board } from '@ombrik/core/document/board';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { demoBoard } from '@ombrik/demo/demoBoards';
import {
  type DemoJob,
  demoCalendar,
  demoInstruments,
  demoJobs,
  demoPeople,
  demoWorkshopName,
} from '@ombrik/demo/demoWorkshop';
import type { Knex } from 'knex';
import { workshopTables } from '../database/ofWorkshops.ts';
import { createJob } from '../jobs/jobs.ts';
import { addRelease } from '../jobs/releases.ts';
import { addHours } from '../jobs/workHours.ts';
import { addPerson, setPin } from '../people/people.ts';
import { setCalendar } from '../schedule/shopCalendars.ts';
import { seedStore, seedTaken } from '../store/seedStore.ts';
import { createWorkshop, workshopNames } from '../workshop/workshopStore.ts';
import { seedBench, seedBuild, seedCables } from './seedFloor.ts';

const derived = (board: Board) => derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);

/** What the shop lets stand, in the words the board says it in. */
function letStand(board: Board, reasons: DemoJob['letStand']): AcceptedFinding[] {
  if (Object.keys(reasons).length === 0) return [];
  return derived(board).findings.flatMap(({ id, kind, says }, n) => {
    const reason = reasons[kind];
    const on = new Date().toISOString().slice(0, 10);
    return reason ? [{ id: `af_${n}`, findingId: id, says, who: 'Mira Holt', reason, on }] : [];
  });
}

/** Fills an empty database, as who owns it, with the invented workshop. @returns its id; null when the database already belongs to somebody */
export async function seedDemo(db: Knex): Promise<string | null> {
  if ((await workshopNames(db)).length > 0) return null;
  return db.transaction(async (trx) => {
    const id = await createWorkshop(trx, demoWorkshopName, true, { instruments: demoInstruments });
    for (const person of demoPeople) {
      const own = await addPerson(trx, { ...person, roles: [...person.roles] });
      if (person.pin) await setPin(trx, own.id, person.pin);
    }
    await seedStore(trx);
    await setCalendar(trx, demoCalendar(new Date()));
    for (const job of demoJobs(new Date())) {
      const drawn = demoBoard(job.name);
      const plain = { ...drawn, brief: { ...drawn.brief, ...job.sold } };
      const board = { ...plain, accepted: letStand(plain, job.letStand) };
      const row = await createJob(trx, board, 'pe_designer', job.wantedOn, 'Job taken in');
      for (const h of job.hours) await addHours(trx, row.id, h.personId, { ...h, note: h.note ?? '' });
      if (!job.released) continue;
      await addRelease(trx, row.id, 'pe_designer', { way: 'release', revision: 1, reason: '', openStops: [] });
      const dossier = derived(board);
      if (job.cables.made === 1) await seedTaken(trx, row.id, dossier.parts);
      await seedCables(trx, row.id, job, dossier, defaultWorkshop);
      const plan = boardPlan(board, genericCatalogue, profileOf(board, defaultWorkshop), dossier);
      if (job.built > 0) await seedBuild(trx, row.id, job, plan, dossier);
      if (job.bench !== 'open') await seedBench(trx, row.id, job, dossier, defaultWorkshop);
    }
    return id;
  });
}

/** Empties every table of the demo's database, for `npm run reset-demo`. @throws when somebody's own work is in it */
export async function clearDemo(db: Knex): Promise<void> {
  const own = await db('workshops').where({ is_demo: false }).first('name');
  if (own)
    throw new Error(
      `"${own.name}" is not demo data; nothing was changed; accepted: a database that holds the demo alone`,
    );
  const tables = [...(await workshopTables(db)), 'workshops', 'tries'];
  await db.raw(`TRUNCATE ${tables.map(() => '??').join(', ')} RESTART IDENTITY CASCADE`, tables);
}
