import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';

export const ROLES = ['designer', 'assembler', 'tester', 'electrician'] as const;
export type Role = (typeof ROLES)[number];
export interface Person {
  id: string;
  name: string;
  email: string;
  role: Role;
}

const SESSION_DAYS = 14;
const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex');
const shown = ({ id, name, email, role }: Person): Person => ({ id, name, email, role });

export async function addPerson(
  db: Knex,
  person: Omit<Person, 'id'> & { password: string; id?: string },
): Promise<Person> {
  const { password, ...rest } = person;
  const row = { ...rest, id: person.id ?? `pe_${nanoid(12)}`, email: person.email.toLowerCase() };
  await db('people').insert({ ...row, password_hash: await hash(password) });
  return shown(row);
}

export async function listPeople(db: Knex): Promise<Person[]> {
  return (await db<Person>('people').orderBy('created_at')).map(shown);
}

/** The person with this e-mail and password, or null; takes as long for an unknown e-mail. */
export async function checkPassword(db: Knex, email: string, password: string): Promise<Person | null> {
  const row = await db('people').where({ email: email.toLowerCase() }).first();
  const against: string = row?.password_hash ?? (await hash('nobody'));
  const ok = await verify(against, password);
  return row && ok ? shown(row) : null;
}

/** Opens a session. @returns the token for the cookie; only its hash is stored. */
export async function openSession(db: Knex, personId: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await db('sessions').insert({
    token_hash: tokenHash(token),
    person_id: personId,
    expires_at: new Date(Date.now() + SESSION_DAYS * 864e5),
  });
  return token;
}

export async function closeSession(db: Knex, token: string): Promise<void> {
  await db('sessions')
    .where({ token_hash: tokenHash(token) })
    .delete();
}

export async function personOfSession(db: Knex, token: string): Promise<Person | null> {
  const row = await db('sessions')
    .join('people', 'people.id', 'sessions.person_id')
    .where('token_hash', tokenHash(token))
    .where('expires_at', '>', new Date())
    .first('people.id', 'people.name', 'people.email', 'people.role');
  return row ? shown(row) : null;
}
