import type { Id } from '../basics.ts';

export type SystemVoltageV = 12 | 24 | 48;

/** `vented`: lead-acid with caps, which gives off hydrogen and wants its air. */
export const CHEMISTRIES = ['agm', 'vented', 'lifepo4'] as const;
export type Chemistry = (typeof CHEMISTRIES)[number];

export type MainsVoltageV = 120 | 230;

export const PROFILE_IDS = ['craft-iso', 'craft-abyc', 'road', 'fixed-iec', 'fixed-nec'] as const;

export type ProfileId = (typeof PROFILE_IDS)[number];

export const DELIVERED = ['board', 'box', 'kit'] as const;
export type Delivered = (typeof DELIVERED)[number];

/** The hole a board has to go into, and what the screws would meet behind it. */
export interface Opening {
  widthMm: number;
  heightMm: number;
  depthMm: number;
  behind: string;
}

/** Something still to be asked; answered when the answer is not empty. */
export interface Question {
  id: Id;
  text: string;
  answer: string;
}

export interface Brief {
  jobName: string;
  customer: string;
  place: string;
  /** What the customer does with it. */
  use: string;
  jobKind: 'new' | 'rework';
  /** What leaves the shop: a finished board, a board in its box to carry, or everything made up for others to mount. */
  delivered: Delivered;
  /** Boards of the same kind. */
  quantity: number;
  /** Simple: nothing that needs a screen or a setting. Monitored: shunt and display. */
  monitoring: 'simple' | 'monitored';
  /** Later growth to make ready for, as a share of today's: 1 is twice. */
  growthShare: number;
  budget: number | null;
  opening: Opening | null;
  questions: Question[];
  systemVoltageV: SystemVoltageV;
  chemistry: Chemistry;
  ambientC: number;
  /** Of the place the board goes to, and the most its inlet gives. */
  mainsVoltageV: MainsVoltageV;
  inletA: number;
  profileId: ProfileId;
  notes: string;
}

/** What of the order the electrical stages read. */
export type ElectricalBrief = Pick<Brief, 'systemVoltageV' | 'chemistry' | 'ambientC'>;
