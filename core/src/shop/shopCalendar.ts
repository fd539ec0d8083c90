import type { Spans } from '../solvers/scheduling/openTimes.ts';
import { DAY_MIN, dayOf, weekdayOf } from './shopDays.ts';

/** What somebody can be given to do. */
export const SKILLS = ['design', 'panels', 'cables', 'assembly', 'test', 'mains'] as const;
export type Skill = (typeof SKILLS)[number];

export const SKILL_WORDS: Readonly<Record<Skill, string>> = {
  design: 'designs',
  panels: 'cuts and finishes panels',
  cables: 'makes cables',
  assembly: 'assembles',
  test: 'tests at the bench',
  mains: 'does mains work (licensed)',
};

/** Days somebody or everybody is away, both ends meant. */
export interface Away {
  from: string;
  to: string;
  why: string;
}

export interface ShopHands {
  personId: string;
  skills: readonly Skill[];
  /** Hours from Monday to Sunday, from when the shop opens. */
  hours: readonly number[];
  /** Comes on these days only, for the hours of the weekday; null for everybody who comes each day. */
  visits: readonly string[] | null;
  away: readonly Away[];
}

/** When who is in the shop, and how many can work at once where. */
export interface ShopCalendar {
  /** Minutes after midnight. */
  opensMin: number;
  closed: readonly Away[];
  hands: readonly ShopHands[];
  benches: number;
  /** Places where cables are cut and crimped. */
  crimpPlaces: number;
}

export const USUAL_HOURS: readonly number[] = [8, 8, 8, 8, 6, 0, 0];

/** Before a shop has said anything. Common practice, no source. */
export const defaultCalendar: ShopCalendar = {
  opensMin: 480,
  closed: [],
  hands: [],
  benches: 2,
  crimpPlaces: 1,
};

const SKILLS_OF_ROLE: Readonly<Record<string, readonly Skill[]>> = {
  designer: ['design', 'test'],
  assembler: ['panels', 'cables', 'assembly'],
  tester: ['cables', 'test'],
  electrician: ['mains'],
};

/**
 * The calendar with everybody in it: whoever has no hours of their own comes as usual and does what their roles do.
 * @example
 * withEverybody(defaultCalendar, [{ id: 'a', roles: ['tester'] }]).hands[0].skills; // ['cables', 'test']
 */
export const withEverybody = (
  calendar: ShopCalendar,
  people: readonly { id: string; roles: readonly string[] }[],
): ShopCalendar => ({
  ...calendar,
  hands: people.map(
    ({ id, roles }) =>
      calendar.hands.find((h) => h.personId === id) ?? {
        personId: id,
        skills: [...new Set(roles.flatMap((r) => SKILLS_OF_ROLE[r] ?? []))],
        hours: USUAL_HOURS,
        visits: null,
        away: [],
      },
  ),
});

const isAway = (away: readonly Away[], day: string): boolean => away.some((a) => a.from <= day && day <= a.to);

/**
 * When somebody is there, as minutes from midnight of the first day.
 * @example
 * spansOf(defaultCalendar, { personId: 'a', skills: [], hours: USUAL_HOURS, visits: null, away: [] }, '2026-11-30', 1); // [[480, 960]]
 */
export function spansOf(
  { opensMin, closed }: Pick<ShopCalendar, 'opensMin' | 'closed'>,
  hands: ShopHands,
  firstDay: string,
  days: number,
): Spans {
  return Array.from({ length: days }, (_, n) => n).flatMap((n): [number, number][] => {
    const day = dayOf(firstDay, n * DAY_MIN);
    const hours = hands.hours[weekdayOf(day)] ?? 0;
    if (hours <= 0 || isAway(closed, day) || isAway(hands.away, day)) return [];
    if (hands.visits && !hands.visits.includes(day)) return [];
    const from = n * DAY_MIN + opensMin;
    // Nobody works past midnight.
    return [[from, Math.min(from + Math.round(hours * 60), (n + 1) * DAY_MIN)]];
  });
}
