import { fingerprint } from '@ombrik/core/document/fingerprint';
import { defaultWorkshop, type Workshop } from '@ombrik/core/document/workshop/workshop';
import { offerPrices } from '@ombrik/core/stock/offerPrices';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { addAudit } from '../audit/audit.ts';
import { listOffers } from '../buying/offers.ts';
import { beginFor } from '../database/inWorkshop.ts';
import { OWN_WORKSHOP } from '../database/ofWorkshops.ts';
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

/** The row of the workshop a connection works for. */
export const ownWorkshop = (db: Knex) => db('workshops').whereRaw(`id = ${OWN_WORKSHOP}`);

/** The workshop these connections work for, with defaults for what it has not set; null where they work for none. */
export async function readWorkshop(db: Knex): Promise<WorkshopRow | null> {
  const row = await ownWorkshop(db).first();
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

/** Opens a workshop; the rest of the transaction works for it. @returns its id */
export async function createWorkshop(
  trx: Knex.Transaction,
  name: string,
  isDemo: boolean,
  set: Partial<Workshop> = {},
): Promise<string> {
  const id = `ws_${nanoid(16)}`;
  const values = JSON.stringify({ ...defaultWorkshop, ...set, name });
  await trx('workshops').insert({ id, name, is_demo: isDemo, values });
  await beginFor(trx, id);
  await addAudit(trx, {
    ...{ person: null, did: 'on the server itself', about: 'workshop', aboutId: id },
    ...{ says: `opened "${name}"`, data: { isDemo } },
  });
  return id;
}

/** Names of all workshops of a database, asked as who owns it. */
export const workshopNames = async (owner: Knex): Promise<string[]> =>
  (await owner('workshops').orderBy('opened_at').select('name')).map((r) => r.name);

/** Changes settings of the workshop; its version rises, so that every dossier is derived anew. */
export async function setWorkshopValues(db: Knex, change: Partial<Workshop>): Promise<Workshop> {
  return db.transaction(async (trx) => {
    const row = await ownWorkshop(trx).forUpdate().first();
    const before: Workshop = valuesOf(row.values);
    const values: Workshop = { ...before, ...change, version: String(Number(before.version) + 1) };
    await ownWorkshop(trx).update({ values: JSON.stringify(values) });
    return values;
  });
}
