import { SI, type UnitChoice } from '@ombrik/core/units/choice';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { OWN_WORKSHOP } from '../database/ofWorkshops.ts';
import { refuse } from '../refusal.ts';
import { hashOf, isPassword } from './passwords.ts';
import { inOrderOfRoles, type Role } from './roles.ts';

export interface Person {
  id: string;
  name: string;
  email: string;
  roles: Role[];
}
export interface PersonRow extends Person {
  endedAt: string | null;
  hasPin: boolean;
}

export const shownPerson = ({ id, name, email, roles }: Person): Person => ({
  id,
  name,
  email,
  roles: inOrderOfRoles(roles),
});

/** Blanks around an address and the size of its letters tell nobody apart. */
export const asEmail = (email: string): string => email.trim().toLowerCase();
const EMAIL = /^[^\s@]+@[^\s@]+$/;

/** @throws Refusal 422 for what is no address, 409 for one that is taken */
async function freeEmail(db: Knex, said: string): Promise<string> {
  const email = asEmail(said);
  if (!EMAIL.test(email)) refuse(422, `email is "${said}"; accepted: an address such as mira@shop.example`);
  if (await db('people').where({ email }).whereRaw(`workshop_id = ${OWN_WORKSHOP}`).first('id'))
    refuse(409, `somebody comes in with ${email} already`);
  return email;
}

export async function addPerson(
  db: Knex,
  person: Omit<Person, 'id'> & { password: string; id?: string },
): Promise<Person> {
  const email = await freeEmail(db, person.email);
  const row = { id: person.id ?? `pe_${nanoid(12)}`, name: person.name, email, roles: person.roles };
  await db('people').insert({ ...row, password_hash: await hashOf(person.password), created_at: new Date() });
  return shownPerson(row);
}

/** Everybody who was ever let in, in the order they came. */
export async function listPeople(db: Knex): Promise<PersonRow[]> {
  const rows = await db('people').orderBy('created_at').orderBy('id');
  return rows.map((r) => ({
    ...shownPerson(r),
    endedAt: r.ended_at ? (r.ended_at as Date).toISOString() : null,
    hasPin: r.pin_hash !== null,
  }));
}

/** The person with this e-mail and password, or null; takes as long for an unknown e-mail. */
export async function checkPassword(db: Knex, email: string, password: string): Promise<Person | null> {
  const row = await db('people')
    .where({ email: asEmail(email) })
    .whereNull('ended_at')
    .first();
  return (await isPassword(row?.password_hash ?? null, password)) ? shownPerson(row) : null;
}

const requirePerson = async (db: Knex, id: string) =>
  (await db('people').where({ id }).whereNull('ended_at').first()) ?? refuse(404, 'there is nobody of this id');

/** Somebody must stay who can let others in. @throws Refusal */
async function staysOwned(db: Knex, without: string): Promise<void> {
  // Two owners who end one another at once: the second waits here and finds nobody left.
  const owners: { id: string }[] = await db('people')
    .whereNull('ended_at')
    .whereRaw("'owner' = ANY(roles)")
    .orderBy('id')
    .forUpdate()
    .select('id');
  if (owners.every((o) => o.id === without)) refuse(409, 'nobody else is an owner; give it to another person first');
}

/** @throws Refusal where nobody would be left who is an owner */
export async function setRoles(db: Knex, id: string, roles: readonly Role[]): Promise<void> {
  await requirePerson(db, id);
  if (!roles.includes('owner')) await staysOwned(db, id);
  await db('people')
    .where({ id })
    .update({ roles: inOrderOfRoles(roles) });
}

/** Ends somebody: they come in no more, at once; what they did keeps their name. @throws Refusal */
export async function endPerson(db: Knex, id: string): Promise<void> {
  await requirePerson(db, id);
  await staysOwned(db, id);
  await db('people').where({ id }).update({ ended_at: new Date(), pin_hash: null });
  await db('sessions').where({ person_id: id }).orWhere({ opened_by: id }).delete();
}

/** A new password ends every other session. */
export async function setPassword(db: Knex, id: string, password: string, keepSession: string | null): Promise<void> {
  await db('people')
    .where({ id })
    .update({ password_hash: await hashOf(password) });
  await db('sessions')
    .where({ person_id: id })
    .modify((q) => {
      if (keepSession) q.whereNot({ id: keepSession });
    })
    .delete();
}

export async function setPin(db: Knex, id: string, pin: string | null): Promise<void> {
  await db('people')
    .where({ id })
    .update({ pin_hash: pin === null ? null : await hashOf(pin) });
}

/** In what units somebody reads figures; as boards are kept where nothing was chosen, or by an older program otherwise. */
export async function unitsOf(db: Knex, id: string): Promise<UnitChoice> {
  const row = await db('people').where({ id }).first('units');
  return { ...SI, ...(row?.units as UnitChoice | null) };
}

export const setUnits = (db: Knex, id: string, units: UnitChoice): Promise<unknown> =>
  db('people')
    .where({ id })
    .update({ units: JSON.stringify(units) });
