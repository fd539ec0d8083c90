import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { type PastTimes, type Quote, quoteOf } from '@ombrik/core/power/quote/quote';
import type { Knex } from 'knex';
import { requireFile } from '../boards/jobFile.ts';
import type { JobFile } from '../boards/sheet.ts';
import { refuse } from '../refusal.ts';
import { addAttachment, attachmentProblems, readAttachment, setAttachmentRemoved, typeOfFile } from './attachments.ts';
import { findJob } from './jobs.ts';
import { keepQuote, listQuotes } from './quotes.ts';
import { addHours, pastTimes } from './workHours.ts';

async function requireJob(db: Knex, jobId: string): Promise<void> {
  if (!(await findJob(db, jobId))) refuse(404, 'no such job');
}

/** A file somebody sent in for an order. @returns its id @throws Refusal where it is too large or of another kind */
export async function attach(
  db: Knex,
  personId: string,
  jobId: string,
  name: string,
  bytes: Uint8Array,
): Promise<string> {
  await requireJob(db, jobId);
  const problems = await attachmentProblems(db, jobId, name, bytes);
  if (problems.length > 0) refuse(422, ...problems);
  const type = (await typeOfFile(name, bytes))!;
  return addAttachment(db, jobId, personId, { name, type, bytes });
}

/** @throws Refusal where there is none */
export const fileOfOrder = async (db: Knex, jobId: string, fileId: string) =>
  (await readAttachment(db, jobId, fileId)) ?? refuse(404, 'no such file on this job');

/** Strikes a file out, or takes it in again. @throws Refusal where there is none */
export async function setFileRemoved(db: Knex, jobId: string, fileId: string, removed: boolean): Promise<void> {
  if (!(await setAttachmentRemoved(db, jobId, fileId, removed))) refuse(404, 'no such file on this job');
}

/** @throws Refusal */
export async function enterHours(
  db: Knex,
  personId: string,
  jobId: string,
  entry: Parameters<typeof addHours>[3],
): Promise<void> {
  await requireJob(db, jobId);
  if (entry.hours === 0) refuse(422, 'hours is 0; accepted: hours worked, negative to correct an entry');
  await addHours(db, jobId, personId, entry);
}

const offerOf = (file: JobFile, past: PastTimes): Quote =>
  quoteOf(file.board, file.dossier, partIndex(file.board, genericCatalogue), file.workshop, past);

/** The offer as it would be made now, and those that were kept. @throws Refusal */
export async function offersOf(db: Knex, jobId: string) {
  const file = await requireFile(db, jobId);
  const past = await pastTimes(db, jobId);
  return { revision: file.revision, draft: offerOf(file, past), past, versions: await listQuotes(db, jobId) };
}

/** Keeps the offer of the revision somebody looked at. @returns its number @throws Refusal */
export async function keepOffer(
  db: Knex,
  personId: string,
  jobId: string,
  { revision, note }: { revision: number; note: string },
): Promise<number> {
  const file = await requireFile(db, jobId);
  if (revision !== file.revision)
    refuse(409, `the offer was seen at revision ${revision}, the board is at ${file.revision}: look at it again`);
  const quote = offerOf(file, await pastTimes(db, jobId));
  return keepQuote(db, jobId, personId, { revision, quote, note });
}
