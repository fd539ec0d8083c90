import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { tellChange } from '../live/changes.ts';
import { refuse } from '../refusal.ts';
import type { Doorstep } from './doorstep.ts';
import { requireStrong } from './passwords.ts';
import { addPerson, type Person, setPassword } from './people.ts';
import { inOrderOfRoles, type Role } from './roles.ts';
import { newToken, tokenHash } from './sessions.ts';
import { workshopOfInvitation } from './whichWorkshop.ts';

const INVITED_DAYS = 7;
const RESET_DAYS = 1;

export interface Invitation {
  id: string;
  name: string;
  roles: Role[];
  /** Null invites somebody new; else a person chooses a new password. */
  personId: string | null;
  expiresAt: string;
}

const shown = (r: Record<string, unknown>): Invitation => ({
  id: r.id as string,
  name: r.name as string,
  roles: inOrderOfRoles(r.roles as Role[]),
  personId: (r.person_id as string | null) ?? null,
  expiresAt: (r.expires_at as Date).toISOString(),
});

/** A link that lets somebody in once. @returns its token, which is stored nowhere; only its hash is */
export async function invite(
  db: Knex,
  by: string,
  { name, roles, personId = null }: { name: string; roles: readonly Role[]; personId?: string | null },
): Promise<{ invitation: Invitation; token: string }> {
  const token = newToken();
  const days = personId === null ? INVITED_DAYS : RESET_DAYS;
  const [row] = await db('invitations')
    .insert({
      id: `in_${nanoid(12)}`,
      token_hash: tokenHash(token),
      person_id: personId,
      name,
      roles,
      made_by: by,
      expires_at: db.raw(`now() + interval '${days} days'`),
    })
    .returning('*');
  return { invitation: shown(row), token };
}

/** A link for somebody who has lost the password. @throws Refusal */
export async function inviteAgain(db: Knex, by: string, personId: string) {
  const person = await db('people').where({ id: personId }).whereNull('ended_at').first();
  if (!person) return refuse(404, 'there is nobody of this id');
  return invite(db, by, { name: person.name, roles: person.roles, personId });
}

const open = (db: Knex) =>
  db('invitations').whereNull('used_at').whereNull('withdrawn_at').where('expires_at', '>', db.fn.now());

export const openInvitations = async (db: Knex): Promise<Invitation[]> =>
  (await open(db).orderBy('created_at')).map(shown);

export async function withdrawInvitation(db: Knex, id: string): Promise<void> {
  const count = await open(db).where({ id }).update({ withdrawn_at: new Date() });
  if (count === 0) refuse(404, 'there is no such invitation, or it was used');
}

const NO_LONGER = 'this link lets nobody in any more; ask for a new one';

/** What a link is for, with the connections of its workshop. @throws Refusal */
export async function whoseInvitation(
  { ground, of }: Doorstep,
  token: string,
): Promise<{ db: Knex; invitation: Invitation }> {
  const workshopId = (await workshopOfInvitation(ground, tokenHash(token))) ?? refuse(404, NO_LONGER);
  const own = of(workshopId);
  const row = await open(own)
    .where({ token_hash: tokenHash(token) })
    .first();
  return row ? { db: own, invitation: shown(row) } : refuse(404, NO_LONGER);
}

/** Comes in by a link, once. @returns who came in @throws Refusal */
export async function comeInBy(
  db: Knex,
  token: string,
  said: { name: string; email: string; password: string },
  workshopName: string,
): Promise<Pick<Person, 'id' | 'name'>> {
  return db.transaction(async (trx) => {
    const row = await open(trx)
      .where({ token_hash: tokenHash(token) })
      .forUpdate()
      .first();
    if (!row) return refuse(404, NO_LONGER);
    const { personId, roles } = shown(row);
    let person: Pick<Person, 'id' | 'name'>;
    if (personId === null) {
      requireStrong(said.password, [said.name, said.email, workshopName]);
      person = await addPerson(trx, { ...said, roles });
    } else {
      const known = await trx('people').where({ id: personId }).whereNull('ended_at').first();
      if (!known) return refuse(404, NO_LONGER);
      requireStrong(said.password, [known.name, known.email, workshopName]);
      await setPassword(trx, personId, said.password, null);
      person = known;
    }
    await trx('invitations').where({ id: row.id }).update({ used_at: new Date() });
    await tellChange(trx, '/api/people');
    return { id: person.id, name: person.name };
  });
}
