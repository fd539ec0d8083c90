import type { ConditionId } from '../../document/part/part.ts';

/** A condition in words, holding and not. */
export const CONDITION_WORDS: Readonly<Record<ConditionId, readonly [holds: string, not: string]>> = {
  engineRunning: ['engine running', 'engine off'],
  cellsTakeCharge: ['cells may charge', 'cells full or frozen'],
  cellsGiveCharge: ['cells may give', 'cells empty'],
  buttonHeld: ['button held', 'button not held'],
  lightsOn: ['running lights on', 'running lights off'],
  mainsPresent: ['mains there', 'no mains'],
};
