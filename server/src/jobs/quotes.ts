import type { Quote } from '@ombrik/core/power/quote/quote';
import type { Knex } from 'knex';
import { rowsOfJob } from '../database/rowsOfJob.ts';

export interface QuoteRow {
  version: number;
  revision: number;
  quote: Quote;
  note: string;
  personName: string;
  at: string;
}

interface StoredQuote {
  version: number;
  revision: number;
  quote: Quote;
  note: string;
  person_name: string;
  made_at: Date;
}
const rowOf = (r: StoredQuote): QuoteRow => ({
  version: r.version,
  revision: r.revision,
  quote: r.quote,
  note: r.note,
  personName: r.person_name,
  at: r.made_at.toISOString(),
});
const joined = (db: Knex, jobId: string) => rowsOfJob(db, 'quotes', jobId, 'version');

export const listQuotes = async (db: Knex, jobId: string): Promise<QuoteRow[]> => (await joined(db, jobId)).map(rowOf);

export async function findQuote(db: Knex, jobId: string, version: number): Promise<QuoteRow | null> {
  const row = (await joined(db, jobId).where({ version }))[0];
  return row ? rowOf(row) : null;
}

/** Keeps an offer as the next version; the job's row is locked, so two people never make the same version. */
export async function keepQuote(
  db: Knex,
  jobId: string,
  personId: string,
  entry: { revision: number; quote: Quote; note: string },
): Promise<number> {
  return db.transaction(async (trx) => {
    await trx('jobs').where({ id: jobId }).forUpdate().first();
    const { last } = (await trx('quotes').where({ job_id: jobId }).max({ last: 'version' }).first()) as {
      last: number | null;
    };
    const version = (last ?? 0) + 1;
    await trx('quotes').insert({
      job_id: jobId,
      version,
      revision: entry.revision,
      quote: JSON.stringify(entry.quote),
      note: entry.note,
      person_id: personId,
    });
    return version;
  });
}
