import type { ShopPlan } from '@ombrik/core/shop/planShop';
import { SKILL_WORDS } from '@ombrik/core/shop/shopCalendar';
import { DAY_MIN, minuteOf } from '@ombrik/core/shop/shopDays';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import type { Lane } from './PlanLanes.tsx';
import { shipsWords } from './planWords.ts';

/** A lane for every person. */
export const lanesByPerson = (sheet: ShopSheet, plan: ShopPlan): Lane[] =>
  sheet.calendar.hands.map((h) => ({
    id: h.personId,
    title: sheet.names[h.personId] ?? h.personId,
    under: h.skills.map((s) => SKILL_WORDS[s]).join(', ') || 'nothing yet',
    operations: plan.operations.filter((o) => o.personId === h.personId),
    ships: null,
    wantedMin: null,
  }));

/** A lane for every job, who ends first on top. */
export const lanesByJob = (sheet: ShopSheet, plan: ShopPlan): Lane[] =>
  [...plan.jobs]
    .sort((a, b) => a.endMin - b.endMin)
    .map((planned) => {
      const job = sheet.jobs.find((j) => j.id === planned.jobId)!;
      const { early, late } = planned.ships;
      return {
        id: job.id,
        title: `${job.number} ${job.name}`,
        under: shipsWords(planned, job.wantedOn),
        operations: plan.operations.filter((o) => o.jobId === job.id),
        ships: {
          earlyMin: minuteOf(plan.firstDay, early) + DAY_MIN - 1,
          lateMin: minuteOf(plan.firstDay, late) + DAY_MIN - 1,
        },
        wantedMin: job.wantedOn === null ? null : minuteOf(plan.firstDay, job.wantedOn) + DAY_MIN - 1,
      };
    });
