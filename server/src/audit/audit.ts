import type { Knex } from 'knex';
import { OWN_WORKSHOP } from '../database/ofWorkshops.ts';
import type { About } from './audited.ts';

export interface AuditEntry {
  /** Counts from 1 in each workshop; what comes later has the greater one, whatever the clocks say. */
  number: number;
  at: string;
  personId: string | null;
  who: string;
  did: string;
  about: About;
  aboutId: string;
  says: string;
  data: unknown;
  before: string;
  hash: string;
}
/** With the very text its hash is of. */
export interface ProvableEntry extends AuditEntry {
  text: string;
}

export interface NewEntry {
  /** Null for what is done on the server itself, or by nobody who is known. */
  person: { id: string; name: string } | null;
  /** The route, or the command. */
  did: string;
  about: About;
  aboutId: string;
  says: string;
  data: object;
}

const LONGEST = 400;

/** No text of the database holds these: NUL, and half a letter of four bytes. */
const NO_TEXT = /[\0\p{Cs}]/gu;

/** A text as the database can hold it, cut between two letters and not through one. */
function keepable(text: string, most: number): string {
  const cut = text.length > most ? `${text.slice(0, most)}…` : text;
  return cut.replace(NO_TEXT, '');
}

/**
 * Keeps who did what. Last in its transaction: entries of a workshop stand in one row, so who comes after waits until this
 * one is kept.
 */
export async function addAudit(trx: Knex, { person, did, about, aboutId, says, data }: NewEntry): Promise<void> {
  await trx('audit').insert({
    person_id: person?.id ?? null,
    who: person?.name ?? '',
    did,
    about,
    about_id: keepable(aboutId, LONGEST),
    says: keepable(says, LONGEST),
    data: JSON.stringify(data),
    // What the database says in their place.
    ...{ number: 0, before: '', hash: '', at: trx.fn.now() },
  });
}

const SECRET = /password|wanted|pin|token|secret/i;
const MOST_ITEMS = 12;
const LONGEST_TEXT = 160;

/** What was sent, without what is secret and without what is long: enough to see what was meant. */
export function kept(value: unknown, depth = 0): unknown {
  if (typeof value === 'string') return keepable(value, LONGEST_TEXT);
  if (typeof value !== 'object' || value === null) return value;
  if (depth >= 5) return '…';
  if (Array.isArray(value)) {
    const shown = value.slice(0, MOST_ITEMS).map((v) => kept(v, depth + 1));
    return value.length > MOST_ITEMS ? [...shown, `… ${value.length} in all`] : shown;
  }
  const pairs = Object.entries(value).slice(0, 40);
  return Object.fromEntries(
    pairs.map(([name, v]) => [
      keepable(name, LONGEST_TEXT),
      SECRET.test(name) && name !== 'wantedOn' ? 'not kept' : kept(v, depth + 1),
    ]),
  );
}

export interface AuditQuestion {
  /** Words of what was done, of who did it, or of what it is about. */
  words: string;
  about: About | null;
  /** Entries before this one; null begins with the newest. */
  before: number | null;
  limit: number;
}

const shown = (r: Record<string, unknown>): ProvableEntry => ({
  number: r.number as number,
  at: (r.at as Date).toISOString(),
  personId: r.person_id as string | null,
  who: r.who as string,
  did: r.did as string,
  about: r.about as About,
  aboutId: r.about_id as string,
  says: r.says as string,
  data: r.data,
  before: r.before as string,
  hash: r.hash as string,
  text: r.text as string,
});

const likely = (word: string): string => `%${word.replaceAll(/[\\%_]/g, '\\$&')}%`;

/** Entries that fit every word, the newest first. */
export async function auditOf(db: Knex, { words, about, before, limit }: AuditQuestion): Promise<ProvableEntry[]> {
  const rows = await db('audit')
    .modify((q) => {
      if (about) q.where({ about });
      if (before !== null) q.where('number', '<', before);
      for (const word of words.split(/\s+/).filter(Boolean).slice(0, 8))
        q.whereRaw("concat_ws(' ', who, did, about_id, says, to_char(at, 'YYYY-MM-DD')) ILIKE ?", [likely(word)]);
    })
    .orderBy('number', 'desc')
    .limit(limit)
    .select('audit.*', db.raw('audit_text(audit) AS text'));
  return rows.map(shown);
}

/**
 * Whether the chain holds: each entry bound to the one before it, none missing, the last where the database says it ends.
 * @returns how many entries there are, and the number of the first that does not hold
 */
export async function auditChain(db: Knex): Promise<{ count: number; broken: number | null; end: string }> {
  const { rows } = await db.raw(`
    WITH bound AS (
      SELECT number, hash, hash = audit_hash(audit) AND before = coalesce(lag(hash) OVER w, '')
        AND number = coalesce(lag(number) OVER w, 0) + 1 AS holds
      FROM audit WHERE workshop_id = ${OWN_WORKSHOP} WINDOW w AS (ORDER BY number)
    )
    SELECT (SELECT count(*)::int FROM bound) AS count, (SELECT min(number) FROM bound WHERE NOT holds) AS broken,
      e.number AS last, e.hash AS "end", (SELECT hash FROM bound ORDER BY number DESC LIMIT 1) AS newest
    FROM (SELECT 1) one LEFT JOIN audit_ends e ON e.workshop_id = ${OWN_WORKSHOP}`);
  const { count, broken, last, end, newest } = rows[0];
  // The end is kept beside the chain: one that was cut off is seen.
  const cut = (end ?? null) !== (newest ?? null) ? (last ?? 1) : null;
  return { count, broken: broken ?? cut, end: end ?? '' };
}
