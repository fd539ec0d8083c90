import type { Schema } from 'yup';
import type { Id } from '../document/basics.ts';
import type { ElectricLoad } from '../document/item/item.ts';
import type { Loose } from '../document/migration.ts';
import type { ConditionId, Element, ElementRoles, ElementTypes } from '../document/part/part.ts';
import { num } from '../document/schemaKit.ts';
import type { Origin } from '../engine/formula.ts';

/** A current with where it came from. */
export interface Current {
  designCurrentA: number;
  origin: Origin;
}

/** What a consumer takes. */
export interface Draw extends Current {
  /** Current for the moment it starts over its design current; 1 where it starts softly. */
  surgeFactor: number;
  /** Comes and goes by itself, and heavily: what others lose is judged without it. */
  apart?: true;
  /** How long it stays above its design current each time, s; left out where that is only the moment of a start. */
  burstS?: number;
  /** What it does on the bench: constant power, constant current, or a fixed resistance. */
  operating:
    | { kind: 'power'; powerW: number }
    | { kind: 'current'; currentA: number }
    | { kind: 'resistance'; ohm: number };
}

/** What a source that charges the bank by itself gives. */
export interface Charge extends Current {
  outputA: number;
}

/** When such a source works, and how its state of the board is told. */
export interface Charging<E> {
  charge: (element: E, address: string) => Charge;
  /** The state of the board in which it charges; kinds that work together share its id. */
  scenario: { id: string; title: string; says: string };
  /** What it is called in a sum of sources. */
  sourceName: string;
  /** The condition without which it stands still; null where nobody can switch it off. */
  needs: ConditionId | null;
  /** The terminal it is fed at; null where nothing on the board feeds it. */
  fedAt: (element: E) => Id | null;
  /** Mean power over the year, W, where it comes and goes by itself; 0 where somebody switches it. */
  meanW: (element: E) => number;
}

/** What is known of the board where an element's current is worked out. */
export interface Asked {
  load: ElectricLoad | null;
  systemVoltageV: number;
  /** Of the figure its current is. */
  address: string;
}

/**
 * One kind of element inside parts: what its sheet says, which of its fields name terminals, and what goes through it.
 * How the netlist takes it is its role: `bar` and `hub` join terminals, `branch` lets current through, `source`,
 * `solar`, `consumer`, `charging` and `charger` give or take it, `none` is read by its own studies only.
 */
export interface ElementKind<K extends keyof ElementTypes = keyof ElementTypes> {
  kind: K;
  role: ElementRoles[K];
  schema: Schema<ElementTypes[K]>;
  /** Fields that hold the id of a terminal, or null. */
  terminals: readonly string[];
  /** What people call the numbers of its sheet, and their unit. */
  sheet: Readonly<Record<string, readonly [label: string, unit: string]>>;
  /** What it gained with a format version, by that version. */
  older?: Readonly<Record<number, (element: Loose) => Loose>>;
  /** Of consumers. */
  draw?: (element: ElementTypes[K], asked: Asked) => Draw;
  /** Of mains sides: the terminal it makes live while one of others is, or by itself where there are none. */
  makesLive?: (element: ElementTypes[K]) => { at: Id; whileLive: readonly Id[] } | null;
  /** Of what charges the bank by itself. */
  charging?: Charging<ElementTypes[K]>;
}

export const elementKind = <K extends keyof ElementTypes>(of: ElementKind<K>): ElementKind<K> => of;

export type ElementOf<K extends Element['kind']> = Extract<Element, { kind: K }>;
/** Elements the netlist takes one way. */
export type ElementIn<R extends ElementRoles[keyof ElementRoles]> = {
  [K in keyof ElementTypes]: ElementRoles[K] extends R ? ElementTypes[K] : never;
}[keyof ElementTypes];

export const ohm = () => num({ min: 0.000001, max: 1e6, unit: 'Ω' });
export const amp = () => num({ min: 0.001, max: 20000, unit: 'A' });
export const volt = () => num({ min: 0.1, max: 1000, unit: 'V' });
export const share = () => num({ min: 0.1, max: 1 });

/** Fields every element has. */
export interface Elemental<K extends string> {
  kind: K;
  id: Id;
}
