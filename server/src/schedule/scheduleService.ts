import type { ShopPlan } from '@ombrik/core/shop/planShop';
import { withEverybody } from '@ombrik/core/shop/shopCalendar';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import { format } from 'date-fns';
import type { Knex } from 'knex';
import { listPeople } from '../people/people.ts';
import { refuse } from '../refusal.ts';
import { longWork } from '../work/pools.ts';
import { listWishes, readCalendar } from './shopCalendars.ts';
import { shopWork } from './shopWork.ts';

/** Everything a plan of the shop is made from, as of now. */
export async function shopSheet(db: Knex, now: Date): Promise<ShopSheet> {
  const today = format(now, 'yyyy-MM-dd');
  const people = await listPeople(db);
  const { jobs, fresh, learned } = await shopWork(db, today);
  const known = new Set(jobs.map((j) => j.id));
  return {
    firstDay: today,
    nowMin: now.getHours() * 60 + now.getMinutes(),
    calendar: withEverybody(
      await readCalendar(db),
      people.filter((p) => p.endedAt === null),
    ),
    names: Object.fromEntries(people.map((p) => [p.id, p.name])),
    jobs,
    fresh,
    wishes: (await listWishes(db)).filter((w) => known.has(w.jobId)),
    learned,
  };
}

/** The plan of the shop as of now. */
export async function shopPlan(db: Knex, now: Date): Promise<{ sheet: ShopSheet; plan: ShopPlan }> {
  const sheet = await shopSheet(db, now);
  const { fresh: _, ...load } = sheet;
  return { sheet, plan: await longWork('planShop', load) };
}

/** @throws Refusal where a wish names a job or somebody there is not */
export async function requireWish(db: Knex, wish: { jobId: string; operations: object }): Promise<void> {
  if (!(await db('jobs').where({ id: wish.jobId }).first('id'))) refuse(404, 'no such job');
  const people = new Set((await listPeople(db)).map((p) => p.id));
  for (const [id, { personId }] of Object.entries(wish.operations as Record<string, { personId: string | null }>))
    if (personId !== null && !people.has(personId))
      refuse(422, `operations of ${id} are given to "${personId}"; accepted: somebody of the workshop`);
}
