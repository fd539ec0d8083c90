import type { Choice } from '../../document/basics.ts';

export interface Rejected<T> {
  value: T;
  why: string;
}

/** A decided choice with what was looked at and turned down. */
export interface ChoiceResult<T> {
  value: T;
  mode: 'auto' | 'locked';
  reason: string;
  who: string | null;
  rejected: Rejected<T>[];
  /** False when nothing in the catalogue meets every demand; the value is then the nearest. */
  fits: boolean;
}

/**
 * A choice a person has locked, as a result.
 * @example
 * lockedResult({ mode: 'locked', value: 16, reason: 'at hand', who: 'Mira' }).value; // 16
 */
export const lockedResult = <T>(choice: Extract<Choice<T>, { mode: 'locked' }>): ChoiceResult<T> => ({
  value: choice.value,
  mode: 'locked',
  reason: choice.reason,
  who: choice.who,
  rejected: [],
  fits: true,
});
