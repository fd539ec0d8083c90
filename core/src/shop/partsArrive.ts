import { addDays, format, parseISO } from 'date-fns';
import type { NeedLine } from '../stock/netNeeds.ts';

/** An order that is under way: what of it is still to come, and when. */
export interface Coming {
  expectedOn: string | null;
  lines: readonly { articleId: string; open: number }[];
}

/** So long a part takes that nobody has offered yet, days. Common practice, no source. */
const NO_OFFER_DAYS = 14;
/** An order without a day comes within so many. Common practice, no source. */
const NO_DAY_DAYS = 10;

/**
 * A day so many after another.
 * @example
 * daysAfter('2026-12-30', 3); // '2027-01-02'
 */
export const daysAfter = (day: string, days: number): string => format(addDays(parseISO(day), days), 'yyyy-MM-dd');

/**
 * When the last part of each job is there: what lies in the store goes to the jobs in their order, the rest comes with
 * the orders under way, or as soon as the quickest offer could bring it if it were ordered today.
 * @param order numbers of the jobs, who is served first in front
 * @returns by job number; a job whose parts are all there is left out
 * @example
 * partsArrive([], [], [401], '2026-11-30').size; // 0
 */
export function partsArrive(
  needs: readonly Pick<NeedLine, 'articleId' | 'name' | 'byJob' | 'inStore' | 'choices'>[],
  coming: readonly Coming[],
  order: readonly number[],
  today: string,
): Map<number, { on: string; what: string }> {
  const last = new Map<number, { on: string; what: string }>();
  for (const line of needs) {
    const wanting = [...line.byJob].sort((a, b) => order.indexOf(a.jobNumber) - order.indexOf(b.jobNumber));
    const supplies = [
      { on: today, quantity: line.inStore },
      ...coming
        .flatMap((c) => {
          const open = c.lines.filter((l) => l.articleId === line.articleId).reduce((s, l) => s + l.open, 0);
          const day = c.expectedOn ?? daysAfter(today, NO_DAY_DAYS);
          return open > 0 ? [{ on: day < today ? today : day, quantity: open }] : [];
        })
        .sort((a, b) => (a.on < b.on ? -1 : 1)),
    ];
    const leads = line.choices.map((c) => c.leadDays);
    const bought = daysAfter(today, leads.length > 0 ? Math.min(...leads) : NO_OFFER_DAYS);
    let at = 0;
    let left = supplies[0]!.quantity;
    for (const { jobNumber, quantity } of wanting) {
      let want = quantity;
      while (want > 0 && at < supplies.length) {
        const got = Math.min(want, left);
        want -= got;
        left -= got;
        if (want > 0) left = supplies[++at]?.quantity ?? 0;
      }
      const on = at < supplies.length ? supplies[at]!.on : bought;
      const known = last.get(jobNumber);
      if (on > today && (!known || on > known.on)) last.set(jobNumber, { on, what: line.name });
    }
  }
  return last;
}
