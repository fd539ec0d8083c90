import type { PlannedJob } from '@ombrik/core/shop/planShop';
import { dayWords } from '../../told/days.ts';

/** `ships 4–8 Dec`, and what is wanted. */
export function shipsWords({ ships, chance }: Pick<PlannedJob, 'ships' | 'chance'>, wantedOn: string | null): string {
  const range =
    ships.early === ships.late ? dayWords(ships.likely) : `${dayWords(ships.early)} to ${dayWords(ships.late)}`;
  return `ships ${range}${wantedOn === null || chance === null ? '' : `, ${chanceWords(chance)} by ${dayWords(wantedOn)}`}`;
}

/** Chances as people say them; drawn by lot, so no finer than a twentieth. */
export const chanceWords = (chance: number): string =>
  chance >= 0.975 ? 'sure' : chance < 0.025 ? 'not' : `${Math.round(chance * 20) * 5} %`;
