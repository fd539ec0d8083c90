import { defaultWorkshop, type Workshop } from '@ombrik/core/rules/workshop';
import type { Knex } from 'knex';

export interface WorkshopRow {
  name: string;
  isDemo: boolean;
  values: Workshop;
}

/** The workshop this database belongs to, with defaults for what it has not set; null while it is empty. */
export async function readWorkshop(db: Knex): Promise<WorkshopRow | null> {
  const row = await db('workshop').first();
  return row ? { name: row.name, isDemo: row.is_demo, values: { ...defaultWorkshop, ...row.values } } : null;
}

export async function createWorkshop(db: Knex, name: string, isDemo: boolean): Promise<void> {
  await db('workshop').insert({ id: 1, name, is_demo: isDemo, values: JSON.stringify({ ...defaultWorkshop, name }) });
}

/** Changes settings of the workshop; its version rises, so that every dossier is derived anew. */
export async function setWorkshopValues(db: Knex, change: Partial<Workshop>): Promise<Workshop> {
  return db.transaction(async (trx) => {
    const row = await trx('workshop').forUpdate().first();
    const before: Workshop = { ...defaultWorkshop, ...row.values };
    const values: Workshop = { ...before, ...change, version: String(Number(before.version) + 1) };
    await trx('workshop').update({ values: JSON.stringify(values) });
    return values;
  });
}
