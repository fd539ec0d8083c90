import type { Id } from '../document/basics.ts';
import type { TerminalRef } from '../document/connection/connection.ts';
import type { Quantity } from '../document/workshop/quantity.ts';
import type { Draw } from './elementKind.ts';

export type BenchStage = 'cold' | 'bank' | 'power' | 'function' | 'load' | 'settings' | 'mains';
/** The stages of a test in the order they are gone through, and what they are called. */
export const BENCH_STAGES: readonly (readonly [BenchStage, string])[] = [
  ['cold', 'Cold'],
  ['bank', 'Bank'],
  ['power', 'Power-up, one by one'],
  ['function', 'What it does'],
  ['load', 'Under load'],
  ['settings', 'Settings'],
  ['mains', 'Mains side'],
];

/** What is connected while a step is measured; the simulated board is set up from it. */
export interface BenchState {
  batteriesConnected: boolean;
  isolatorsClosed: boolean;
  /** Fuse seats with their link in, by key. */
  seatsIn: readonly string[];
  /** Fuse seats bridged by a resistor while capacitors fill, by key. */
  bridged?: readonly string[];
  /** The last links between batteries are still off: each stands by itself. */
  apart?: boolean;
  /** Flows that are switched on, by key. */
  flowsOn: string[];
}

/** A pair of probe points; readings of several pairs add up with their signs. */
export interface Probe {
  plus: TerminalRef;
  minus: TerminalRef;
  sign: 1 | -1;
}

/** What the way to a consumer is made of, seen by its own current: shares of a parallel way count squared. */
export interface LineOhm {
  /** Conductors at 20 °C. */
  copperOhm: number;
  /** Crimps with their bolts. */
  joints: number;
  fusesOhm: number;
  /** Contacts, shunts, plugs and whatever else stands in the way. */
  partsOhm: number;
}

/** What a reading should come to, where part of that is known only at the bench. */
export type Basis =
  /** As the bank was read. */
  | { kind: 'bank'; withinV: number }
  /** One conductor from lug to lug, by a current sent through it. */
  | { kind: 'lead'; copperOhm: number; joints: number; sentA: number }
  /** One conductor or fuse of a line by itself, under the current of a consumer. */
  | {
      kind: 'segment';
      copperOhm: number;
      joints: number;
      fuseOhm: number;
      currentA: number;
      operating: Draw['operating'];
    }
  /** Volts times amps, both read in the same moment; the share a display may lie off them. */
  | { kind: 'product'; share: number }
  /** A pack on its own display against the meter: what its rounded cells explain, and what is let stand beyond. */
  | { kind: 'display'; cells: number; cellRoundingV: number; restV: number }
  /** How far the cells of a pack may lie apart; the reading is worked out from all of them. */
  | { kind: 'spread'; withinV: number }
  /** The whole way to a consumer and back, while it is on. */
  | { kind: 'line'; line: LineOhm; operating: Draw['operating'] };

/** A setting made and read back. */
export interface SettingAsked {
  name: string;
  /** What the rules and the sheets expect; empty where the workshop decides. */
  expects: string;
}

/** What is read in the same moment as the step's own reading, and where. */
export interface Alongside {
  quantity: Quantity;
  where: string;
}

export interface BenchStep {
  id: string;
  stage: BenchStage;
  title: string;
  how: string;
  caution: string;
  /** The item or cable it judges. */
  entityId: Id;
  method: 'confirm' | 'reading' | 'settings';
  measures: Quantity | null;
  lowLimit: number | null;
  highLimit: number | null;
  expected: number | null;
  limitFigure: string | null;
  /** How the limits follow what was read before; null where they stand. */
  basis: Basis | null;
  probes: Probe[];
  /** Read in the same moment: its limits follow from these. */
  alongside: readonly Alongside[];
  /** The conductor a clamp lies round, or that is taken off at one end and measured alone. */
  connectionId: Id | null;
  state: BenchState;
  asks: SettingAsked[];
  /** Who may sign it: mains work is a licensed person's. */
  role: 'tester' | 'electrician';
  fingerprint: string;
}

/** A step before its fingerprint is taken. */
export type Draft = Omit<BenchStep, 'fingerprint'>;

/** Batteries off, isolators closed, no fuse in. */
export const COLD_STATE: BenchState = { batteriesConnected: false, isolatorsClosed: true, seatsIn: [], flowsOn: [] };

type Told = Pick<Draft, 'id' | 'stage' | 'entityId' | 'title' | 'how' | 'caution'>;

const NOTHING_READ = {
  measures: null,
  lowLimit: null,
  highLimit: null,
  expected: null,
  limitFigure: null,
  basis: null,
  probes: [],
  alongside: [],
  connectionId: null,
  state: COLD_STATE,
  asks: [],
  role: 'tester' as const,
};

/** A step somebody looks at and signs, with nothing to measure. */
export const confirmStep = (of: Told & Partial<Pick<Draft, 'role'>>): Draft => ({
  method: 'confirm',
  ...NOTHING_READ,
  ...of,
});

/** A step somebody measures. */
export const readingStep = (
  of: Told & Pick<Draft, 'measures' | 'probes'> & Partial<Omit<Draft, 'method' | 'measures' | 'probes'>>,
): Draft => ({ method: 'reading', ...NOTHING_READ, ...of });

/** A step where settings are made and written down. */
export const settingsStep = (of: Told & Pick<Draft, 'asks'> & Partial<Pick<Draft, 'role'>>): Draft => ({
  method: 'settings',
  ...NOTHING_READ,
  ...of,
});
