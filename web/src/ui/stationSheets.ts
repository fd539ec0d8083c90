import type { StationName } from '@ombrik/core/stations';

/** The sheets of each station, in their order: by their addresses, with what they are called. */
export const STATION_SHEETS = {
  brief: { order: 'Order sheet', survey: 'Survey, as found' },
  power: { loads: 'Loads', sources: 'Sources', systems: 'Systems', year: 'A year', quote: 'Quote' },
  circuit: {
    ...{ diagram: 'Diagram', connections: 'Connections', runs: 'Runs', branches: 'Branches' },
    ...{ control: 'Control', live: 'Stays live', heat: 'Heat', growth: 'Growth' },
  },
  board: {},
  cables: { cards: 'Cards', cutting: 'Cutting', picking: 'Picking', labels: 'Labels', costs: 'Costs' },
  build: {},
  test: {},
  ship: {},
} as const satisfies Readonly<Record<StationName, Readonly<Record<string, string>>>>;
