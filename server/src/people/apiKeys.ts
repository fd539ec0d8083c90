import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { unlessFull } from '../database/diskFull.ts';
import type { Doorstep } from './doorstep.ts';
import { type Person, shownPerson } from './people.ts';
import type { Role } from './roles.ts';
import type { Scope } from './scopes.ts';
import { newToken, tokenHash } from './sessions.ts';

/** By it a key is known for one where it lies about. */
const MARK = 'omk_';
const SEEN_EVERY_MIN = 5;
export const MOST_KEYS = 20;

export interface KeyRow {
  id: string;
  name: string;
  scopes: Scope[];
  createdAt: string;
  seenAt: string | null;
  expiresAt: string;
}

/** The key in a request's head, if there is one. */
export const keyIn = (authorization: string | undefined): string | null =>
  /^Bearer (omk_[A-Za-z0-9_-]{43})$/.exec(authorization ?? '')?.[1] ?? null;

/** Makes a key for a person. @returns it, told this once: only its hash is stored */
export async function makeKey(
  db: Knex,
  personId: string,
  { name, scopes, days }: { name: string; scopes: readonly Scope[]; days: number },
): Promise<{ id: string; token: string }> {
  const [id, token] = [`ak_${nanoid(12)}`, MARK + newToken()];
  await db('api_keys').insert({
    ...{ id, person_id: personId, name, scopes, token_hash: tokenHash(token) },
    expires_at: db.raw(`now() + make_interval(days => ?)`, [days]),
  });
  return { id, token };
}

/** Keys of a person that still open something, the last made first. */
export async function keysOf(db: Knex, personId: string): Promise<KeyRow[]> {
  const rows = await db('api_keys')
    .where({ person_id: personId })
    .where('expires_at', '>', db.fn.now())
    .orderBy('created_at', 'desc')
    .limit(MOST_KEYS);
  const told = (at: Date | null) => at?.toISOString() ?? null;
  return rows.map((r) => ({
    ...{ id: r.id, name: r.name, scopes: r.scopes, createdAt: told(r.created_at)!, seenAt: told(r.seen_at) },
    expiresAt: told(r.expires_at)!,
  }));
}

/** Ends a key of a person. @returns whether there was one */
export const endKey = async (db: Knex, personId: string, id: string): Promise<boolean> =>
  (await db('api_keys').where({ id, person_id: personId }).delete()) > 0;

interface KeyFound {
  workshop_id: string;
  person_id: string;
  name: string;
  email: string;
  roles: Role[];
  key_id: string;
  key_name: string;
  scopes: Scope[];
  seen_at: Date | null;
}

/**
 * Whose key it is, of which workshop and for what; null where it is none or is over. A key is no owner: rights over people
 * are opened by a password alone.
 */
export async function whoseKey(
  { ground, of }: Doorstep,
  key: string,
): Promise<{ workshopId: string; db: Knex; person: Person; keyId: string; keyName: string; scopes: Scope[] } | null> {
  const row: KeyFound | undefined = (await ground.raw('SELECT * FROM key_of(?)', [tokenHash(key)])).rows[0];
  if (!row) return null;
  const db = of(row.workshop_id);
  if (!row.seen_at || Date.now() - row.seen_at.getTime() > SEEN_EVERY_MIN * 60_000)
    await unlessFull(() => db('api_keys').where({ id: row.key_id }).update({ seen_at: new Date() }));
  const person = shownPerson({ ...row, id: row.person_id });
  return {
    ...{ workshopId: row.workshop_id, db, keyId: row.key_id, keyName: row.key_name, scopes: row.scopes },
    person: { ...person, roles: person.roles.filter((r) => r !== 'owner') },
  };
}
