import type { Board } from './document/board.ts';
import type { Dossier } from './dossier.ts';
import { isOpen } from './findings/settled.ts';
import type { BenchProgress } from './stages/bench/benchProgress.ts';
import { briefGaps } from './stages/brief/checklist.ts';

export type StationName = 'brief' | 'power' | 'circuit' | 'board' | 'cables' | 'build' | 'test' | 'ship';
export const STATIONS: readonly StationName[] = [
  'brief',
  'power',
  'circuit',
  'board',
  'cables',
  'build',
  'test',
  'ship',
];

/** Where in a job somebody can look, as its address says: a station, or what became of it. */
export const PLACES: readonly string[] = [...STATIONS, 'history'];

/** ○ not ready, ◐ in work, ▲ open findings, ● done. */
export type StationState = 'notReady' | 'inWork' | 'findings' | 'done';

export interface StationStatus {
  station: StationName;
  state: StationState;
  /** What the row's number counts: findings, cables still to make, checks still to pass. */
  count: number;
  waitsFor: string;
}

/** How far a board on the floor is built. */
export interface BuildCounts {
  steps: number;
  done: number;
  /** Whether anybody has done anything at it. */
  begun: boolean;
  problems: number;
}

/**
 * Where each station of a job stands, from the dossier and the floor's records.
 * @param madeIds cables made to today's spec
 * @param build null while the board is not on the floor
 * @example
 * stationStatuses(board, dossier, new Set(), { passedCount: 0 }, null).length; // 8
 */
export function stationStatuses(
  board: Board,
  dossier: Pick<Dossier, 'cables' | 'parts' | 'bench' | 'findings'>,
  madeIds: ReadonlySet<string>,
  bench: BenchProgress,
  build: BuildCounts | null,
): StationStatus[] {
  const open = (station: StationName) => dossier.findings.filter((f) => f.station === station && isOpen(f)).length;
  const toMake = dossier.cables.filter((c) => !madeIds.has(c.cableId)).length;
  const loads = board.items.filter((i) => i.load !== null).length;
  const placed = board.items.some((i) => i.place.kind === 'panel');
  const unplaced = board.items.filter((i) => i.place.kind === 'unplaced' && i.load === null).length;
  const status = (station: StationName, state: StationState, count: number, waitsFor: string): StationStatus => ({
    station,
    state,
    count,
    waitsFor,
  });
  // The day it is wanted stands beside the board, not in it.
  const gaps = briefGaps(board, 'elsewhere');
  const asked = gaps.filter((g) => g.where === 'brief').length;
  const untrusted = gaps.filter((g) => g.blocksPower).length;
  const power = open('power');
  const circuit = open('circuit');
  const layout = open('board');
  const cableFindings = open('cables');
  const testsLeft = bench.dcCount - bench.passedCount;
  return [
    status('brief', asked > 0 ? 'inWork' : 'done', asked, 'answers to the brief'),
    status(
      'power',
      loads === 0 ? 'notReady' : power > 0 ? 'findings' : untrusted > 0 ? 'inWork' : 'done',
      power > 0 ? power : untrusted,
      loads === 0 ? 'the load list' : 'loads, sources and bank',
    ),
    status(
      'circuit',
      board.connections.length === 0 ? 'notReady' : circuit > 0 ? 'findings' : 'done',
      circuit,
      'connections and protection',
    ),
    status(
      'board',
      !placed ? 'notReady' : layout + unplaced > 0 ? 'findings' : 'done',
      layout + unplaced,
      'parts to be placed',
    ),
    status(
      'cables',
      dossier.cables.length === 0 ? 'notReady' : cableFindings > 0 ? 'findings' : toMake > 0 ? 'inWork' : 'done',
      cableFindings > 0 ? cableFindings : toMake,
      'cables to be made',
    ),
    buildStatus(build),
    status(
      'test',
      dossier.cables.length === 0 || toMake > 0 || bench.dcCount === 0
        ? 'notReady'
        : bench.dcPassed
          ? 'done'
          : 'inWork',
      testsLeft,
      'the bench test',
    ),
    status('ship', bench.dcPassed ? 'inWork' : 'notReady', 0, 'papers and packing'),
  ];
}

function buildStatus(build: BuildCounts | null): StationStatus {
  const station = 'build';
  if (!build) return { station, state: 'notReady', count: 0, waitsFor: 'the release' };
  const count = build.steps - build.done;
  if (build.problems > 0)
    return { station, state: 'findings', count: build.problems, waitsFor: 'an answer to what the floor reports' };
  const state = count === 0 ? 'done' : build.begun ? 'inWork' : 'notReady';
  return { station, state, count, waitsFor: 'the steps of the build' };
}

/**
 * What must happen next: what is wrong before what is merely open; then, once the floor has begun, where the floor is, for
 * a question to the customer no longer holds anything up; before that the first station that is not done. Null when all is.
 * @param floorBegun whether a cable has been made or a reading taken
 * @example
 * nextStation([], false); // null
 */
export function nextStation(statuses: readonly StationStatus[], floorBegun: boolean): StationStatus | null {
  const wrong = statuses.find((s) => s.state === 'findings');
  const front = floorBegun ? statuses.findLast((s) => s.state === 'inWork') : undefined;
  return wrong ?? front ?? statuses.find((s) => s.state !== 'done') ?? null;
}
