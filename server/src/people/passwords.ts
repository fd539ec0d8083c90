import { hash, verify } from '@node-rs/argon2';
import { zxcvbn, zxcvbnOptions } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary as common } from '@zxcvbn-ts/language-common';
import { dictionary as english, translations } from '@zxcvbn-ts/language-en';
import { refuse } from '../refusal.ts';

zxcvbnOptions.setOptions({ dictionary: { ...common, ...english }, graphs: adjacencyGraphs, translations });

/** Of 0 to 4: from here on it takes more than a hundred million guesses. */
const STRONG_ENOUGH = 3;
const LONGEST = 200;

export const hashOf = (secret: string): Promise<string> => hash(secret);

/** A hash nobody's password has: an unknown person takes as long as a known one. */
const nobodys = hash('nobody comes in with this');
export const isPassword = async (stored: string | null, said: string): Promise<boolean> =>
  (await verify(stored ?? (await nobodys), said)) && stored !== null;

/**
 * A password somebody wants, measured by how many guesses it takes.
 * @param about what others know of the person: name, e-mail, workshop
 * @throws Refusal 422 with what would be better
 */
export function requireStrong(password: string, about: readonly string[]): void {
  if (password.length > LONGEST) refuse(422, `the password is too long; accepted: at most ${LONGEST} characters`);
  const words = about.flatMap((a) => [a, ...a.split(/[\s@.]+/)]).filter((w) => w.length > 2);
  const { score, feedback } = zxcvbn(password, words);
  if (score >= STRONG_ENOUGH) return;
  const advice = [feedback.warning, ...feedback.suggestions].filter((s): s is string => Boolean(s));
  refuse(422, 'this password is guessed too soon; accepted: a few words that do not belong together', ...advice);
}

/** A PIN is short because hands are full; it opens nothing but a device somebody has signed in on. */
const PIN = /^\d{4,8}$/;
export function requirePin(pin: string): void {
  if (!PIN.test(pin)) refuse(422, 'the PIN is not one; accepted: 4 to 8 digits');
  const [first, second] = [...pin].map(Number);
  const step = second! - first!;
  if ([...pin].every((d, n) => n === 0 || Number(d) - Number(pin[n - 1]) === step))
    refuse(422, 'this PIN is the first one anybody tries; accepted: digits that do not go up, down or stay');
}
