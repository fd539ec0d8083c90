import type { Id } from '../document/basics.ts';
import type { TerminalRef } from '../document/connection/connection.ts';
import type { Face } from '../document/panel/panel.ts';

/** Kinds of work at a board, in the order of the trade. */
export const STEP_KINDS = [
  'cut',
  'drill',
  'surface',
  'line',
  'mark',
  'mount',
  'link',
  'lay',
  'clamp',
  'plug',
  'torque',
  'cover',
  'strap',
  'fusesOut',
  'pack',
  'look',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export const STEP_KIND_WORDS: Readonly<Record<StepKind, string>> = {
  cut: 'Cut panels',
  drill: 'Drill',
  surface: 'Edges and surface',
  line: 'Line holes',
  mark: 'Labels and marks',
  mount: 'Mount parts',
  link: 'Bars and formed links',
  lay: 'Lay cables',
  clamp: 'Clamps',
  plug: 'Plugs, tabs and contacts',
  torque: 'Studs',
  cover: 'Caps and covers',
  strap: 'Hold-downs',
  fusesOut: 'Fuses stay out',
  pack: 'Count and pack',
  look: 'Look over',
};

/** What a step uses up, or puts on. */
export interface StepPart {
  /** Article of the store, where it is one. */
  articleId: Id | null;
  name: string;
  quantity: number;
  unit: 'pcs' | 'mm';
}

/** What lies on a stud, from the bottom. */
export interface StudDrawn extends TerminalRef {
  studMm: number;
  layers: readonly string[];
}

/** One thing a person does at a board. */
export interface BuildStep {
  /** The same for the same thing in every revision of a board. */
  id: string;
  kind: StepKind;
  /** What to do, in a line, and what it is about. */
  title: string;
  says: string;
  panelId: Id;
  face: Face;
  itemIds: readonly Id[];
  cableIds: readonly Id[];
  /** The studs and clamps it is done at. */
  terminals: readonly TerminalRef[];
  /** The figure that matters; none where none does. */
  figure: { value: number; unit: string; what: string } | null;
  stud: StudDrawn | null;
  tools: readonly string[];
  parts: readonly StepPart[];
  /** Mains work: a licensed person's, whatever this program says of it. */
  licensed: boolean;
  /** Where the hand meets the hazard. */
  caution: string | null;
  /** Hands on it, and what must pass before anything follows: glue, paint. */
  minutes: number;
  dryMinutes: number;
  /** Steps it waits for, and cables that must be made. */
  after: readonly string[];
  /** Of those the ones it stands on: when one is taken back or done anew, this has to be opened. */
  on: readonly string[];
  cablesMade: readonly Id[];
  /** Of all that is done here: another one means it is to be done otherwise. */
  fingerprint: string;
}
