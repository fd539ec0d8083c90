import type { StationName, StationState } from '@ombrik/core/stations';

/** Shape first, colour second. */
export const STATE_MARK: Readonly<Record<StationState, string>> = {
  notReady: '○',
  inWork: '◐',
  findings: '▲',
  done: '●',
};
export const STATE_WORDS: Readonly<Record<StationState, string>> = {
  notReady: 'not ready',
  inWork: 'in work',
  findings: 'open findings',
  done: 'done',
};
export const STATION_TITLE: Readonly<Record<StationName, string>> = {
  brief: 'Brief',
  power: 'Power',
  circuit: 'Circuit',
  board: 'Board',
  cables: 'Cables',
  build: 'Build',
  test: 'Test',
  ship: 'Ship',
};
