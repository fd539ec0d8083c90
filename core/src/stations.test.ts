import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { type BuildCounts, nextStation, STATIONS, type StationState, stationStatuses } from './stations.ts';
import { deriveBoard } from './testing/demoBoards.ts';

/** Stations in order, each by the first letter of its state. */
const at = (states: string) =>
  STATIONS.map((station, n) => {
    const state = ({ n: 'notReady', w: 'inWork', f: 'findings', d: 'done' } as const)[states[n]!] as StationState;
    return { station, state, count: 0, waitsFor: station };
  });
const next = (states: string, begun: boolean) => nextStation(at(states), begun)?.station ?? null;

describe('what must happen next', () => {
  it('of an order just taken: its first open station', () => {
    expect(next('wdnnnnnn', false)).toBe('brief');
    expect(next('dwnnnnnn', false)).toBe('power');
  });
  it('what is wrong comes first, wherever the floor is', () => {
    expect(next('wdfdddwn', true)).toBe('circuit');
  });
  it('while the floor is at it, an open question to the customer is not what the job waits for', () => {
    expect(next('wdddwnnn', true)).toBe('cables');
    expect(next('wddddwnn', true)).toBe('build');
    expect(next('wdddddwn', true)).toBe('test');
    expect(next('dddddddw', true)).toBe('ship');
  });
  it('when all is done nothing waits', () => {
    expect(next('dddddddd', true)).toBeNull();
  });
});

describe('where the build stands', () => {
  const board = demoBoard('marketCart');
  const dossier = deriveBoard(board);
  const untested = { states: new Map(), passedCount: 0, dcCount: 0, dcPassed: false } as never;
  const built = (build: BuildCounts | null) =>
    stationStatuses(board, dossier, new Set(), untested, build).find((s) => s.station === 'build')!;
  it('is not ready before the release, then counts the steps that are left', () => {
    expect(built(null)).toMatchObject({ state: 'notReady', count: 0, waitsFor: 'the release' });
    expect(built({ steps: 57, done: 0, begun: false, problems: 0 })).toMatchObject({ state: 'notReady', count: 57 });
    expect(built({ steps: 57, done: 12, begun: true, problems: 0 })).toMatchObject({ state: 'inWork', count: 45 });
    expect(built({ steps: 57, done: 57, begun: true, problems: 0 })).toMatchObject({ state: 'done', count: 0 });
  });
  it('a problem the floor reports comes before everything', () => {
    expect(built({ steps: 57, done: 12, begun: true, problems: 2 })).toMatchObject({ state: 'findings', count: 2 });
  });
});
