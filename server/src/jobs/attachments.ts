import { fileTypeFromBuffer } from 'file-type';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';

export const ATTACHMENT_MAX_BYTES = 8 * 1024 * 1024;
export const ATTACHMENTS_PER_JOB = 60;
const TYPES: readonly string[] = ['image/png', 'image/jpeg', 'image/webp', 'application/pdf'];
const TEXT_ENDINGS = ['.txt', '.csv'];

export interface AttachmentRow {
  id: string;
  name: string;
  type: string;
  sizeBytes: number;
  personName: string;
  at: string;
  removed: boolean;
}

/** What a file really is, by its first bytes; its name and what the browser says are not believed. */
export async function typeOfFile(name: string, bytes: Uint8Array): Promise<string | null> {
  const found = await fileTypeFromBuffer(bytes);
  if (found) return TYPES.includes(found.mime) ? found.mime : null;
  if (!TEXT_ENDINGS.some((e) => name.toLowerCase().endsWith(e))) return null;
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return text.includes('\u0000') ? null : 'text/plain';
  } catch {
    return null;
  }
}

/** Problems that keep a file from being attached, each naming the file and what is accepted. */
export async function attachmentProblems(db: Knex, jobId: string, name: string, bytes: Uint8Array): Promise<string[]> {
  if (name.length === 0 || name.length > 120) return [`name is "${name.slice(0, 40)}"; accepted: 1 to 120 characters`];
  if (bytes.length === 0) return [`${name} is empty; accepted: a file with something in it`];
  if (bytes.length > ATTACHMENT_MAX_BYTES)
    return [
      `${name} is ${(bytes.length / 1e6).toFixed(1)} MB; accepted: at most ${ATTACHMENT_MAX_BYTES / 1024 / 1024} MB`,
    ];
  if ((await typeOfFile(name, bytes)) === null)
    return [`${name} is not of a kind that can be attached; accepted: PNG, JPEG, WebP, PDF, and text (.txt, .csv)`];
  const { count } = (await db('attachments').where({ job_id: jobId, removed_at: null }).count({ count: '*' }).first())!;
  if (Number(count) >= ATTACHMENTS_PER_JOB)
    return [`this job has ${count} files; accepted: at most ${ATTACHMENTS_PER_JOB}`];
  return [];
}

export async function addAttachment(
  db: Knex,
  jobId: string,
  personId: string,
  file: { name: string; type: string; bytes: Uint8Array },
): Promise<string> {
  const id = `at_${nanoid(12)}`;
  await db('attachments').insert({
    id,
    job_id: jobId,
    name: file.name,
    type: file.type,
    size_bytes: file.bytes.length,
    bytes: Buffer.from(file.bytes),
    person_id: personId,
  });
  return id;
}

export async function listAttachments(db: Knex, jobId: string): Promise<AttachmentRow[]> {
  const rows = await db('attachments')
    .join('people', 'people.id', 'attachments.person_id')
    .where({ job_id: jobId })
    .orderBy('added_at')
    .select(
      'attachments.id',
      'attachments.name',
      'type',
      'size_bytes',
      'added_at',
      'removed_at',
      'people.name as person_name',
    );
  return rows.map((r) => ({
    id: r.id,
    name: r.name,
    type: r.type,
    sizeBytes: r.size_bytes,
    personName: r.person_name,
    at: r.added_at.toISOString(),
    removed: r.removed_at !== null,
  }));
}

export async function readAttachment(
  db: Knex,
  jobId: string,
  id: string,
): Promise<{ name: string; type: string; bytes: Buffer } | null> {
  const row = await db('attachments').where({ job_id: jobId, id }).first();
  return row ? { name: row.name, type: row.type, bytes: row.bytes } : null;
}

/** @returns false when there is no such file on this job. */
export async function setAttachmentRemoved(db: Knex, jobId: string, id: string, removed: boolean): Promise<boolean> {
  const changed = await db('attachments')
    .where({ job_id: jobId, id })
    .update({ removed_at: removed ? new Date() : null });
  return changed > 0;
}
