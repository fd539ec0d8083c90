import type { Id } from '../document/basics.ts';
import type { Chemistry, SystemVoltageV } from '../document/brief/brief.ts';
import type { Part } from '../document/part/part.ts';

export type Level = 'lean' | 'balanced' | 'generous' | 'own';
export const LEVELS: readonly Level[] = ['lean', 'balanced', 'generous'];

/** What somebody wants otherwise than it was worked out: what is not named stays worked out, null is none of it. */
export interface DesignWish {
  bank?: { partId: Id; strings: number };
  inverter?: Id | null;
  sun?: { moduleId: Id; series: number; strings: number; controllerId: Id; controllers: number } | null;
  dcdc?: Id | null;
  mainsCharger?: Id | null;
  shunt?: boolean;
}

/** A whole system in parts; what a proposal is made of. */
export interface Design {
  level: Level;
  chemistry: Chemistry;
  systemVoltageV: SystemVoltageV;
  bank: { part: Part; series: number; strings: number };
  inverter: Part | null;
  sun: { module: Part; series: number; strings: number; controller: Part; controllers: number } | null;
  dcdc: Part | null;
  /** Joins alternator and bank by a relay: systems without electronics. */
  relay: Part | null;
  mainsCharger: Part | null;
  isolator: Part;
  shunt: Part | null;
  blocks: Part[];
  /** Loads that hang on the inverter. */
  mainsLoads: number;
  /** Bus bars by their catalogue size, `6x8` or `6x10`. */
  bar: '6x8' | '6x10';
  cautions: string[];
}
