import type { Id } from '../document/basics.ts';
import type { TerminalRef } from '../document/connection/connection.ts';

export type BenchStage = 'cold' | 'bank' | 'fuses' | 'load' | 'mains';
export const STAGE_ORDER: readonly BenchStage[] = ['cold', 'bank', 'fuses', 'load'];

/** What is connected while a step is measured; the simulated board is set up from it. */
export interface BenchState {
  batteriesConnected: boolean;
  isolatorsClosed: boolean;
  /** Fuse seats with their link in, by key. */
  seatsIn: readonly string[];
  /** Flows that are switched on, by key. */
  flowsOn: string[];
}

/** A pair of probe points; readings of several pairs add up with their signs. */
export interface Probe {
  plus: TerminalRef;
  minus: TerminalRef;
  sign: 1 | -1;
}

export interface BenchStep {
  id: string;
  stage: BenchStage;
  title: string;
  how: string;
  caution: string;
  /** The item or cable it judges. */
  entityId: Id;
  method: 'confirm' | 'reading';
  measures: 'voltage' | 'resistance' | null;
  unit: 'V' | 'Ω' | '';
  lowLimit: number | null;
  highLimit: number | null;
  expected: number | null;
  limitFigure: string | null;
  probes: Probe[];
  state: BenchState;
  /** Who may sign it: mains work is a licensed person's. */
  role: 'tester' | 'electrician';
  fingerprint: string;
}

/** A step before its fingerprint is taken. */
export type Draft = Omit<BenchStep, 'fingerprint'>;

/** Batteries off, isolators closed, no fuse in. */
export const COLD_STATE: BenchState = { batteriesConnected: false, isolatorsClosed: true, seatsIn: [], flowsOn: [] };

/** A step somebody looks at and signs, with nothing to measure. */
export const confirmStep = (
  of: Pick<Draft, 'id' | 'stage' | 'entityId' | 'title' | 'how' | 'caution'> & Partial<Pick<Draft, 'role'>>,
): Draft => ({
  method: 'confirm',
  measures: null,
  unit: '',
  lowLimit: null,
  highLimit: null,
  expected: null,
  limitFigure: null,
  probes: [],
  state: COLD_STATE,
  role: 'tester',
  ...of,
});
