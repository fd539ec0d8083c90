import type { Candidate, Effect } from './candidates.ts';
import type { Clue } from './clues.ts';

/** A candidate with the size that fits best, and how much better the readings are explained by it. */
export interface Fitted {
  candidate: Candidate;
  size: number;
  /** Natural logarithm of its odds against nothing being wrong. */
  logOdds: number;
}

/** What a clue reads where a defect of a size does something to it. */
export const after = (clue: Clue, effect: Effect, size: number): number =>
  'reads' in effect ? effect.reads : clue.sound + effect.perUnit * size;
