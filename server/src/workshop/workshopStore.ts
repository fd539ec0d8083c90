import { fingerprint } from '@ombrik/core/document/fingerprint';
import { defaultWorkshop, type Workshop } from '@ombrik/core/document/workshop/workshop';
import { offerPrices } from '@ombrik/core/stock/offerPrices';
import type { Knex } from 'knex';
import { listOffers } from '../buying/offers.ts';
import { articleFinder } from '../store/articles.ts';

export interface WorkshopRow {
  name: string;
  isDemo: boolean;
  values: Workshop;
}

/** What was set, with the defaults for what was not, or did not yet exist when it was. */
const valuesOf = (set: Partial<Workshop>): Workshop => ({
  ...defaultWorkshop,
  ...set,
  usableShare: { ...defaultWorkshop.usableShare, ...set.usableShare },
  tools: (set.tools ?? defaultWorkshop.tools).map((t) => ({
    ...t,
    checkedOn: t.checkedOn ?? null,
    everyDays: t.everyDays ?? null,
  })),
});

/** The workshop this database belongs to, with defaults for what it has not set; null while it is empty. */
export async function readWorkshop(db: Knex): Promise<WorkshopRow | null> {
  const row = await db('workshop').first();
  if (!row) return null;
  const values: Workshop = valuesOf(row.values);
  // Offers are rows of their own; with them the prices, and so the version, of what is derived.
  const prices = offerPrices(await listOffers(db), articleFinder(values));
  const priced = Object.keys(prices).length > 0;
  return {
    name: row.name,
    isDemo: row.is_demo,
    values: {
      ...values,
      prices,
      version: priced ? `${values.version}-${fingerprint(prices).slice(0, 8)}` : values.version,
    },
  };
}

export async function createWorkshop(
  db: Knex,
  name: string,
  isDemo: boolean,
  own: Partial<Workshop> = {},
): Promise<void> {
  const values = JSON.stringify({ ...defaultWorkshop, ...own, name });
  await db('workshop').insert({ id: 1, name, is_demo: isDemo, values });
}

/** Changes settings of the workshop; its version rises, so that every dossier is derived anew. */
export async function setWorkshopValues(db: Knex, change: Partial<Workshop>): Promise<Workshop> {
  return db.transaction(async (trx) => {
    const row = await trx('workshop').forUpdate().first();
    const before: Workshop = valuesOf(row.values);
    const values: Workshop = { ...before, ...change, version: String(Number(before.version) + 1) };
    await trx('workshop').update({ values: JSON.stringify(values) });
    return values;
  });
}
