import type { ShopLoad, ShopPlan } from '@ombrik/core/shop/planShop';
import { DAY_MIN, dayOf } from '@ombrik/core/shop/shopDays';
import { createEvents, type DateArray, type EventAttributes } from 'ics';

const timeOf = (firstDay: string, min: number): DateArray => {
  const [y, m, d] = dayOf(firstDay, min).split('-').map(Number) as [number, number, number];
  const ofDay = Math.floor(min % DAY_MIN);
  return [y, m, d, Math.floor(ofDay / 60), ofDay % 60];
};
const dateOf = (day: string): DateArray => day.split('-').map(Number) as [number, number, number];

/**
 * The plan as an iCalendar (RFC 5545) in the time of the shop's own wall: every operation, and the day each job ships.
 * @throws where the package cannot write an event
 */
export function planCalendar(load: Pick<ShopLoad, 'jobs' | 'names' | 'firstDay'>, plan: ShopPlan): string {
  const jobs = new Map(load.jobs.map((j) => [j.id, j]));
  const events = plan.operations.map((o): EventAttributes => {
    const job = jobs.get(o.jobId)!;
    const operation = job.operations.find((x) => x.id === o.id)!;
    return {
      uid: `${o.id.replace(/[^\w-]/g, '-')}@ombrik`,
      start: timeOf(plan.firstDay, o.startMin),
      end: timeOf(plan.firstDay, o.endMin),
      startInputType: 'local',
      startOutputType: 'local',
      endInputType: 'local',
      endOutputType: 'local',
      title: `${job.number} ${job.name}: ${operation.title}`,
      description: `${load.names[o.personId] ?? ''}${o.place ? `, ${o.place}` : ''}, ${Math.round(operation.minutes)} min`,
    };
  });
  const ships = plan.jobs.map((j): EventAttributes => {
    const job = jobs.get(j.jobId)!;
    const { early, likely, late } = j.ships;
    return {
      uid: `ships-${j.jobId}@ombrik`,
      start: dateOf(likely),
      duration: { days: 1 },
      title: `${job.number} ${job.name} ships`,
      description: `likely ${early} to ${late}${job.wantedOn ? `, wanted ${job.wantedOn}` : ''}`,
    };
  });
  const { error, value } = createEvents([...events, ...ships], { productId: 'ombrik', calName: 'Shop plan' });
  if (error || !value) throw error ?? new Error('the calendar is empty');
  return value;
}
