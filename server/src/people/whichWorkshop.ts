import type { Knex } from 'knex';
import type { Role } from './roles.ts';

/**
 * Before the door nobody is of a workshop yet; what somebody comes with says of which. The application's role may ask the
 * database these questions and no others across workshops.
 */
async function ask(db: Knex, call: string, values: readonly string[] = []): Promise<string[]> {
  const { rows } = await db.raw(`SELECT w FROM ${call} AS w WHERE w IS NOT NULL ORDER BY w`, [...values]);
  return rows.map((r: { w: string }) => r.w);
}
const one = async (found: Promise<string[]>): Promise<string | null> => (await found)[0] ?? null;

/** Workshops somebody with this e-mail works in. */
export const workshopsOfEmail = (db: Knex, email: string): Promise<string[]> =>
  ask(db, 'workshops_of_email(?)', [email]);
export const workshopOfInvitation = (db: Knex, hash: string): Promise<string | null> =>
  one(ask(db, 'workshop_of_invitation(?)', [hash]));
export const workshopOfFeed = (db: Knex, token: string): Promise<string | null> =>
  one(ask(db, 'workshop_of_feed(?)', [token]));
export interface SessionFound {
  workshop_id: string;
  person_id: string;
  name: string;
  email: string;
  roles: Role[];
  session_id: string;
  via: 'password' | 'pin';
  opened_by: string | null;
  seen_at: Date;
}
/** An open session of somebody who still works there. */
export const sessionOf = async (db: Knex, hash: string): Promise<SessionFound | null> =>
  (await db.raw('SELECT * FROM session_of(?)', [hash])).rows[0] ?? null;
/** The workshop of a database that holds one; null where it holds several. */
export const onlyWorkshop = (db: Knex): Promise<string | null> => one(ask(db, 'only_workshop()'));
export const hasWorkshops = async (db: Knex): Promise<boolean> => (await ask(db, 'first_workshop()')).length > 0;
export const demoWorkshop = (db: Knex): Promise<string | null> => one(ask(db, 'demo_workshop()'));
