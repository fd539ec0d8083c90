import type { OwnPart } from '@ombrik/core/document/part/ownPart';
import type { Part } from '@ombrik/core/document/part/part';
import type { Knex } from 'knex';

interface Stored {
  id: string;
  version: number;
  part: Part;
  note: string;
  person_name: string;
  made_at: Date;
  retired: boolean;
}
const rowOf = (r: Stored): OwnPart => ({
  id: r.id,
  version: r.version,
  part: r.part,
  note: r.note,
  madeBy: r.person_name,
  madeAt: r.made_at.toISOString(),
  retired: r.retired,
});

const joined = (db: Knex) =>
  db('own_parts')
    .join('people', 'people.id', 'own_parts.person_id')
    .leftJoin('own_parts_retired', 'own_parts_retired.id', 'own_parts.id')
    .select('own_parts.*', 'people.name as person_name', db.raw('own_parts_retired.id IS NOT NULL AS retired'));

/** The newest version of every own part, by name. */
export async function listOwnParts(db: Knex): Promise<OwnPart[]> {
  const rows: Stored[] = await joined(db)
    .distinctOn('own_parts.id')
    .orderBy(['own_parts.id', { column: 'own_parts.version', order: 'desc' }]);
  return rows.map(rowOf).sort((a, b) => a.part.name.localeCompare(b.part.name, 'en'));
}

/** Every version of one, newest first; none where there is no such part. */
export async function versionsOfPart(db: Knex, id: string): Promise<OwnPart[]> {
  const rows: Stored[] = await joined(db).where('own_parts.id', id).orderBy('own_parts.version', 'desc');
  return rows.map(rowOf);
}

export const insertVersion = (
  db: Knex,
  row: { id: string; version: number; part: Part; note: string; personId: string },
): Promise<unknown> =>
  db('own_parts').insert({
    id: row.id,
    version: row.version,
    part: JSON.stringify(row.part),
    note: row.note,
    person_id: row.personId,
  });

export const retire = (db: Knex, id: string, personId: string): Promise<unknown> =>
  db('own_parts_retired').insert({ id, person_id: personId }).onConflict(['workshop_id', 'id']).ignore();
export const bringBack = (db: Knex, id: string): Promise<unknown> => db('own_parts_retired').where({ id }).delete();
