import type { BuildState, StepStatus } from '@ombrik/core/build/buildState';

/** Shape first, colour second. */
export const STATE_SIGN: Readonly<Record<StepStatus['state'], { sign: string; words: string }>> = {
  open: { sign: '○', words: 'open' },
  done: { sign: '●', words: 'done' },
  older: { sign: '▲', words: 'done as an earlier design had it' },
  unsound: { sign: '△', words: 'done, but what it stands on is not' },
};

/** `45 min`, `2 h 05`. */
export const timeWords = (minutes: number): string => {
  const whole = Math.round(minutes);
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`;
};

/** `0:48`. */
export const clockWords = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

const canBegin = (s: StepStatus): boolean => s.state !== 'done' && s.waitsFor.length === 0 && s.held === null;

/** What can be begun now: after a step where something can, else from the start; null where nothing can. */
export function firstOpen(state: BuildState, afterId?: string): StepStatus | null {
  const from = afterId === undefined ? 0 : state.steps.findIndex((s) => s.step.id === afterId) + 1;
  return state.steps.slice(from).find(canBegin) ?? state.steps.find(canBegin) ?? null;
}

/** A break is no work: of what took many times longer than it should nobody knows how long it took. */
const BREAK = { factor: 4, minutes: 10 } as const;

/**
 * Minutes a step took by the clock, or null where there was a break.
 */
export const minutesTaken = (seconds: number, expectedMinutes: number): number | null =>
  seconds / 60 > BREAK.factor * expectedMinutes + BREAK.minutes ? null : Math.round(seconds / 6) / 10;
