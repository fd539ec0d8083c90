import { defaultWorkshop, type Workshop } from '@ombrik/core/rules/workshop';
import type { Knex } from 'knex';

export interface WorkshopRow {
  name: string;
  isDemo: boolean;
  values: Workshop;
}

/** The workshop this database belongs to; null while it is empty. */
export async function readWorkshop(db: Knex): Promise<WorkshopRow | null> {
  const row = await db('workshop').first();
  return row ? { name: row.name, isDemo: row.is_demo, values: row.values } : null;
}

export async function createWorkshop(db: Knex, name: string, isDemo: boolean): Promise<void> {
  await db('workshop').insert({ id: 1, name, is_demo: isDemo, values: JSON.stringify({ ...defaultWorkshop, name }) });
}
