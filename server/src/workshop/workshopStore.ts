import { fingerprint } from '@ombrik/core/document/fingerprint';
import { defaultWorkshop, type Workshop } from '@ombrik/core/document/workshop/workshop';
import { offerPrices } from '@ombrik/core/stock/offerPrices';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { nanoid } from 'nanoid';
import { addAudit } from '../audit/audit.ts';
import { listOffers } from '../buying/offers.ts';
import { beginFor } from '../database/inWorkshop.ts';
import { OWN_WORKSHOP } from '../database/ofWorkshops.ts';
import { articleFinder } from '../store/articles.ts';
import { STEPS } from './firstRun.ts';

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

/** Names a state of a workshop's row, which changes with its offers: no two of them have ever the same name. */
const STATE = `concat_ws('/', current_database(), id, xmin, ctid)`;
/** For a query that reads something else: the state of the workshop it reads it in, as `workshop_state`. */
export const workshopState = (db: Knex) =>
  db.raw(`(SELECT ${STATE} FROM workshops WHERE id = ${OWN_WORKSHOP}) AS workshop_state`);

/** Workshops by the state of their rows: nearly every request reads its own, which changes a few times a day. */
const states = new LRUCache<string, WorkshopRow>({ max: 1000 });

/**
 * The workshop these connections work for, with defaults for what it has not set; null where they work for none. Who asks
 * for the same state gets the same object, frozen.
 * @param state of `workshopState`, where somebody has asked for it already
 */
export async function readWorkshop(db: Knex, state?: string | null): Promise<WorkshopRow | null> {
  const known = state && states.get(state);
  if (known) return known;
  const now: string | undefined = (await ownWorkshop(db).first(db.raw(`${STATE} AS state`)))?.state;
  if (!now) return null;
  const row = states.get(now) ?? (await pricedWorkshop(db));
  states.set(now, row);
  return row;
}

function deepFreeze<T>(value: T): T {
  if (typeof value === 'object' && value !== null) {
    Object.values(value).forEach(deepFreeze);
    Object.freeze(value);
  }
  return value;
}

async function pricedWorkshop(db: Knex): Promise<WorkshopRow> {
  const row = await ownWorkshop(db).first();
  const values: Workshop = valuesOf(row.values);
  // Offers are rows of their own; with them the prices, and so the version, of what is derived.
  const prices = offerPrices(await listOffers(db), articleFinder(values));
  const priced = Object.keys(prices).length > 0;
  const version = priced ? `${values.version}-${fingerprint(prices).slice(0, 8)}` : values.version;
  return deepFreeze({ name: row.name, isDemo: row.is_demo, values: { ...values, prices, version } });
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
  // The demo's is set up already.
  await trx('workshops').insert({ id, name, is_demo: isDemo, values, settled: isDemo ? [...STEPS] : [] });
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
