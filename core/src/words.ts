import type { Chemistry } from './document/brief/brief.ts';
import type { Part } from './document/part/part.ts';

/** What people call a battery of each kind. */
export const CHEMISTRY_NAME: Readonly<Record<Chemistry, string>> = {
  agm: 'AGM',
  vented: 'vented lead-acid',
  lifepo4: 'LiFePO4',
};

/**
 * A fuse seat as it is printed: its holder, or holder and way where the holder has several.
 * @param seatCount seats of the holder
 * @example
 * seatText('-F10', 'f1', 6); // '-F10:f1'
 */
export const seatText = (designation: string, seatId: string, seatCount: number): string =>
  seatCount > 1 ? `${designation}:${seatId}` : designation;

/** Seats a part has for fuses. */
export const seatCountOf = (part: Pick<Part, 'elements'> | undefined): number =>
  part?.elements.filter((e) => e.kind === 'fuseSeat').length ?? 0;

/** Figures as they stand in sentences. Screens with columns of their own format them there. */

/** `0.8 A`, `42 A`, `3.1 kA`. */
export const ampsInWords = (currentA: number): string =>
  currentA >= 1000 ? `${(currentA / 1000).toFixed(1)} kA` : `${currentA.toFixed(currentA < 10 ? 1 : 0)} A`;

/**
 * Two currents that are told side by side, with digits enough to tell them apart: never `6.0 kA; up to 6.0 kA`.
 * @example
 * ampsApart(6000, 6020); // ['6.00 kA', '6.02 kA']
 */
export function ampsApart(aA: number, bA: number): [string, string] {
  const plain = [ampsInWords(aA), ampsInWords(bA)] as const;
  if (plain[0] !== plain[1] || aA === bA) return [...plain];
  const kilo = Math.min(aA, bA) >= 1000;
  for (let digits = 1; digits <= 3; digits++) {
    const say = (x: number) => (kilo ? `${(x / 1000).toFixed(digits + 1)} kA` : `${x.toFixed(digits)} A`);
    if (say(aA) !== say(bA)) return [say(aA), say(bA)];
  }
  return [...plain];
}

/** Two digits, from milliseconds to hours; `never` where it need not happen. */
export function secondsInWords(timeS: number | null): string {
  if (timeS === null || !Number.isFinite(timeS)) return 'never';
  if (timeS < 0.001) return 'under 1 ms';
  if (timeS < 1) return `${Number((timeS * 1000).toPrecision(2))} ms`;
  if (timeS < 120) return `${Number(timeS.toPrecision(2))} s`;
  return timeS < 7200 ? `${Math.round(timeS / 60)} min` : `${Math.round(timeS / 3600)} h`;
}
