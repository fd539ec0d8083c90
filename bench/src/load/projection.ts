import { seededRandom } from '@ombrik/core/solvers/random';
import { share } from '../measure.ts';

/** What one deed was measured to cost, ms of a core. */
export interface Cost {
  serverMs: number;
  databaseMs: number;
}

/** Assumptions of the projection, said with it. */
export const PROJECTED = {
  /** People of a workshop, one after another as often. */
  people: [2, 3, 4, 6, 8, 12, 20, 40],
  /** Of the people of all workshops so many are at work in the busiest minute: their working days begin at different hours. */
  atWork: 0.3,
  thinkMs: 8000,
  /** A core may be busy for so much of the time: past it what waits grows without end. */
  busy: 0.6,
} as const;

const MINUTE_MS = 60_000;

/**
 * One busy minute of many workshops, deed by deed: each deed goes to the core of a few that is free first.
 * @returns cores wanted, and how long a deed waits for a core, ms
 */
function project(workshops: number, { serverMs, databaseMs }: Cost, seed = 1) {
  const { people, atWork, thinkMs, busy } = PROJECTED;
  const all = workshops * (people.reduce((a, b) => a + b, 0) / people.length);
  const perMs = (all * atWork) / thinkMs;
  const cores = Math.max(1, Math.ceil((perMs * serverMs) / busy));
  const databaseCores = Math.max(1, Math.ceil((perMs * databaseMs) / busy));
  const { next } = seededRandom(seed);
  const free = new Float64Array(cores);
  const waits: number[] = [];
  for (let at = 0; at < MINUTE_MS; at += -Math.log(1 - next()) / perMs) {
    // Of a few picked at random the one that is free first, as a proxy deals requests out.
    let best = Math.floor(next() * cores);
    for (let n = 0; n < 4; n++) {
      const other = Math.floor(next() * cores);
      if (free[other]! < free[best]!) best = other;
    }
    const begin = Math.max(at, free[best]!);
    waits.push(begin - at);
    // What a deed costs is spread widely: most are short, few are long.
    free[best] = begin + -Math.log(1 - next()) * serverMs;
  }
  return {
    people: Math.round(all),
    deedsPerS: perMs * 1000,
    cores,
    databaseCores,
    lateMs: waits.length > 0 ? share(waits, 0.95) : 0,
  };
}

/** @returns lines of a table */
export function projectionTable(cost: Cost): string[] {
  const rows = [1, 10, 100, 1000, 10_000].map((workshops) => {
    const p = project(workshops, cost);
    return `| ${workshops.toLocaleString('en')} | ${p.people.toLocaleString('en')} | ${p.deedsPerS.toFixed(1)} | ${p.cores} | ${p.databaseCores} | ${p.lateMs.toFixed(0)} ms |`;
  });
  return [
    '| workshops | people | deeds a second, busiest minute | cores for servers | cores for databases | 95 of 100 wait for a core at most |',
    '| --- | --- | --- | --- | --- | --- |',
    ...rows,
  ];
}
