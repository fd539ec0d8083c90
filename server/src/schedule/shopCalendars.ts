import type { JobWish } from '@ombrik/core/shop/planShop';
import { defaultCalendar, type ShopCalendar } from '@ombrik/core/shop/shopCalendar';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';

/** The shop's calendar as it was last set; what a later version of this program asks beside it has its default. */
export async function readCalendar(db: Knex): Promise<ShopCalendar> {
  const row = await db('shop_calendar').first();
  return { ...defaultCalendar, ...row?.calendar };
}

export async function setCalendar(db: Knex, calendar: ShopCalendar): Promise<void> {
  await db('shop_calendar')
    .insert({ calendar: JSON.stringify(calendar) })
    .onConflict('workshop_id')
    .merge(['calendar']);
}

/** What the calendar's address ends in; null while there is none. */
export const feedToken = async (db: Knex): Promise<string | null> =>
  (await db('shop_calendar').first('feed_token'))?.feed_token ?? null;

/** Another address: the one before leads nowhere from now on. */
export async function newFeedToken(db: Knex): Promise<string> {
  const token = nanoid(32);
  await db('shop_calendar')
    .insert({ calendar: JSON.stringify(await readCalendar(db)), feed_token: token })
    .onConflict('workshop_id')
    .merge(['feed_token']);
  return token;
}

export async function listWishes(db: Knex): Promise<JobWish[]> {
  return (await db('job_wishes')).map((r) => ({ ...r.wish, jobId: r.job_id }));
}

export async function setWish(db: Knex, personId: string, { jobId, ...wish }: JobWish): Promise<void> {
  await db('job_wishes')
    .insert({ job_id: jobId, wish: JSON.stringify(wish), person_id: personId, at: db.fn.now() })
    .onConflict(['workshop_id', 'job_id'])
    .merge();
}
