import type { DesignChoices, HouseDesign } from '@ombrik/core/design/houseDesign';
import type { Knex } from 'knex';

type Stored = Omit<HouseDesign, 'madeBy' | 'madeAt'> & { person_name: string; made_at: Date };
const rowOf = ({ person_name, made_at, ...r }: Stored): HouseDesign => ({
  id: r.id,
  version: r.version,
  name: r.name,
  board: r.board,
  options: r.options,
  price: r.price,
  note: r.note,
  madeBy: person_name,
  madeAt: made_at.toISOString(),
});
const joined = (db: Knex) =>
  db('house_designs')
    .join('people', 'people.id', 'house_designs.person_id')
    .select('house_designs.*', 'people.name as person_name');

/** The newest version of every design, by name. */
export async function listDesigns(db: Knex): Promise<HouseDesign[]> {
  const rows: Stored[] = await joined(db)
    .distinctOn('house_designs.id')
    .orderBy(['house_designs.id', { column: 'house_designs.version', order: 'desc' }]);
  return rows.map(rowOf).sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

export async function designAt(db: Knex, id: string, version: number): Promise<HouseDesign | null> {
  const row: Stored | undefined = await joined(db).where({ 'house_designs.id': id, version }).first();
  return row ? rowOf(row) : null;
}

export async function newestDesign(db: Knex, id: string): Promise<HouseDesign | null> {
  const row: Stored | undefined = await joined(db)
    .where('house_designs.id', id)
    .orderBy('house_designs.version', 'desc')
    .first();
  return row ? rowOf(row) : null;
}

export const insertDesign = (
  db: Knex,
  { board, options, personId, ...row }: Omit<HouseDesign, 'madeBy' | 'madeAt'> & { personId: string },
): Promise<unknown> =>
  db('house_designs').insert({
    ...row,
    board: JSON.stringify(board),
    options: JSON.stringify(options),
    person_id: personId,
  });

/** Which design a job was started from, in which version, as chosen; null for all others. */
export interface JobDesign {
  designId: string;
  version: number;
  choices: DesignChoices;
}
export async function designOfJob(db: Knex, jobId: string): Promise<JobDesign | null> {
  const row = await db('job_designs').where({ job_id: jobId }).first();
  return row ? { designId: row.design_id, version: row.version, choices: row.choices } : null;
}
export const noteDesign = (db: Knex, jobId: string, { designId, version, choices }: JobDesign): Promise<unknown> =>
  db('job_designs')
    .insert({ job_id: jobId, design_id: designId, version, choices: JSON.stringify(choices) })
    .onConflict(['workshop_id', 'job_id'])
    .merge();
