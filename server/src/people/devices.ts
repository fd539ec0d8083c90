import type { Knex } from 'knex';
import { tokenHash } from './sessions.ts';

/** Whether somebody with this e-mail has come in with this browser before. */
export const isKnownDevice = async (db: Knex, token: string, email: string): Promise<boolean> =>
  (await db('devices as d')
    .join('people as p', 'p.id', 'd.person_id')
    .where({ token_hash: tokenHash(token), email })
    .first('d.person_id')) !== undefined;

export async function rememberDevice(db: Knex, token: string, personId: string): Promise<void> {
  await db('devices')
    .insert({ token_hash: tokenHash(token), person_id: personId })
    .onConflict(['workshop_id', 'token_hash', 'person_id'])
    .ignore();
}
