import { PLACES } from '@ombrik/core/stations';
import { refuse } from '../refusal.ts';

/** A revision asked for in the address; undefined asks for the newest. @throws Refusal */
export function revisionIn(asked: string | undefined): number | undefined {
  if (asked === undefined) return undefined;
  if (!/^[1-9]\d{0,8}$/.test(asked)) refuse(422, `revision is "${asked}"; accepted: a whole number from 1`);
  return Number(asked);
}

/** Which of several boards of a job is asked for; the first where nobody says. @throws Refusal */
export function unitIn(asked: string | undefined): number {
  if (asked !== undefined && !/^[1-9]\d?$/.test(asked)) refuse(422, `unit is "${asked}"; accepted: 1 to 99`);
  return Number(asked ?? 1);
}

/** Where a page of a list begins: what comes before this number; null begins with the newest. @throws Refusal */
export const beforeIn = (asked: Record<string, string>): number | null => countIn(asked, 'before', 0, 1e9) || null;

/** A whole number asked for in the address. @throws Refusal */
export function countIn(asked: Record<string, string>, name: string, usual: number, most: number): number {
  const text = asked[name] ?? String(usual);
  const value = /^\d{1,9}$/.test(text) ? Number(text) : -1;
  if (value < 0 || value > most) refuse(422, `${name} is "${text}"; accepted: a whole number from 0 to ${most}`);
  return value;
}

const PLACE = new RegExp(`^[\\w-]{1,64}/(${PLACES.join('|')})$`);

/** Where somebody looks: a job and what of it; empty for the workshop as a whole. @throws Refusal */
export function placeIn(asked = ''): string {
  if (asked !== '' && !PLACE.test(asked))
    refuse(422, `at is "${asked}"; accepted: a job and one of ${PLACES.join(', ')}, such as jb_1/board`);
  return asked;
}
