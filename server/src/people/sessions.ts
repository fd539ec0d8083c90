import { createHash, randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { unlessFull } from '../database/diskFull.ts';
import type { Doorstep } from './doorstep.ts';
import { type Person, shownPerson } from './people.ts';
import { sessionOf } from './whichWorkshop.ts';

const SESSION_DAYS = 14;
/** Written down so often only: looking is no reason to write. */
const SEEN_EVERY_MIN = 5;
const LONGEST_AGENT = 200;

export const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex');
export const newToken = () => randomBytes(32).toString('base64url');

/** How somebody came in: by password, by PIN on a device that somebody had signed in on, or a program by a key. */
export type Via = 'password' | 'pin' | 'key';
export interface Session {
  id: string;
  via: Via;
  /** Who opened the device. */
  openedBy: string;
}
export interface SessionRow {
  id: string;
  via: Via;
  agent: string;
  createdAt: string;
  seenAt: string;
  own: boolean;
}

/** Opens a session. @returns the token for the cookie; only its hash is stored. */
export async function openSession(db: Knex, personId: string, agent = ''): Promise<string> {
  const token = newToken();
  await db('sessions').insert({
    token_hash: tokenHash(token),
    person_id: personId,
    via: 'password',
    opened_by: personId,
    agent: agent.slice(0, LONGEST_AGENT),
    // By the clock of the database: servers' own may be apart.
    expires_at: db.raw(`now() + interval '${SESSION_DAYS} days'`),
  });
  return token;
}

export async function closeSession({ ground, of }: Doorstep, token: string): Promise<void> {
  const token_hash = tokenHash(token);
  const found = await sessionOf(ground, token_hash);
  if (found) await of(found.workshop_id)('sessions').where({ token_hash }).delete();
}

/**
 * Whose session it is, and of which workshop, with its connections; null where it is none or is over. Who came by PIN is no
 * owner for as long: a short number opens no right over people.
 */
export async function whoseSession(
  { ground, of }: Doorstep,
  token: string,
): Promise<{ workshopId: string; db: Knex; person: Person; session: Session } | null> {
  const row = await sessionOf(ground, tokenHash(token));
  if (!row) return null;
  const own = of(row.workshop_id);
  if (Date.now() - row.seen_at.getTime() > SEEN_EVERY_MIN * 60_000)
    await unlessFull(() => own('sessions').where({ id: row.session_id }).update({ seen_at: new Date() }));
  const person = shownPerson({ ...row, id: row.person_id });
  const roles = row.via === 'pin' ? person.roles.filter((r) => r !== 'owner') : person.roles;
  return {
    workshopId: row.workshop_id,
    db: own,
    person: { ...person, roles },
    session: { id: row.session_id, via: row.via, openedBy: row.opened_by ?? row.person_id },
  };
}

/** The device goes into other hands: the same session, another person, by PIN. */
export const handOver = (db: Knex, { id, openedBy }: Session, personId: string): Promise<unknown> =>
  db('sessions').where({ id }).update({ person_id: personId, via: 'pin', opened_by: openedBy, seen_at: new Date() });

/** Open sessions of a person, the last seen first. */
export async function sessionsOf(db: Knex, personId: string, ownId: string): Promise<SessionRow[]> {
  const rows = await db('sessions')
    .where({ person_id: personId })
    .where('expires_at', '>', db.fn.now())
    .orderBy('seen_at', 'desc')
    .limit(100);
  return rows.map((r) => ({
    id: r.id,
    via: r.via,
    agent: r.agent,
    createdAt: r.created_at.toISOString(),
    seenAt: r.seen_at.toISOString(),
    own: r.id === ownId,
  }));
}

/** @returns whether there was one */
export const endSession = async (db: Knex, personId: string, id: string): Promise<boolean> =>
  (await db('sessions').where({ id, person_id: personId }).delete()) > 0;
