import type { Choice, Id, RotationDeg } from '../basics.ts';
import type { Face } from '../panel/panel.ts';

export type Place =
  | { kind: 'unplaced' }
  | { kind: 'panel'; panelId: Id; face: Face; xMm: number; yMm: number; rotationDeg: RotationDeg }
  | { kind: 'location'; location: string };

export type Rating = { kind: 'watts'; powerW: number } | { kind: 'amps'; currentA: number };

/** What a consumer asks for. The item is the load row: this is the one source of its watts. */
export interface LoadDemand {
  rating: Rating;
  /** Straight from the d.c. board, or through the inverter. */
  side: 'dc' | 'mains';
  /** When it is on: so many hours at no stated time, or painted on the day's strip. */
  usage: { kind: 'perDay'; hoursPerDay: number } | { kind: 'painted'; hours: number[] };
  season: 'all' | 'warm' | 'cold';
  /** Drawn all day beside its hours. */
  standbyW: number;
  /** Start-up current over running current; 1 for none. */
  surgeFactor: number;
  softStart: boolean;
  needsSine: boolean;
  groupId: Id | null;
  /** Share of those hours it really draws; counts in energy, never in the conductor. */
  dutyShare: number;
  essential: boolean;
  /** Which drop limit of the profile it is judged by. */
  dropClass: 'critical' | 'other';
  /** Runs for seconds, so many times an hour, as a starter, jack or winch does; null for what runs on. */
  shortTime: ShortTime | null;
  /** Watts over volt-amperes; of loads on the mains side. */
  powerFactor: number;
}

/** How long each time, and how often. */
export interface ShortTime {
  onS: number;
  timesPerHour: number;
}

/** A stiff source that is not part of the bank (a starter battery's tap). */
export interface FeedSource {
  restingVoltageV: number;
  lowestVoltageV: number;
}

export interface Insert {
  seatId: Id;
  /** Id of a fuse link in the catalogue. */
  link: Choice<Id>;
}

/** How far along a metal frame from where its minus joins a point of it lies. */
export interface FramePoint {
  terminalId: Id;
  alongMm: number;
}

/** Order of the connections on one stud, bottom first. */
export interface StudStack {
  terminalId: Id;
  order: Choice<Id[]>;
}

export interface Item {
  id: Id;
  designation: string;
  name: string;
  partId: Id;
  place: Place;
  load: LoadDemand | null;
  feed: FeedSource | null;
  /** Whose part it is; the customer's own and second-hand ones are not bought. */
  ownership: 'workshop' | 'customer' | 'secondHand';
  /** False where nobody can read or trust the part's rating: what depends on it cannot be confirmed. */
  ratingKnown: boolean;
  /** Stays where it is: neither hand nor solver moves it until somebody lets it go. */
  held: boolean;
  /** Moves together with the others of its group; null stands alone. */
  groupId: Id | null;
  /** Stands this far off the panel, on spacers, so that wiring runs beneath. */
  standOffMm: number;
  /** Where the circuit drawing shows it, in the drawing's units; null has it laid out. */
  drawnAt: { x: number; y: number } | null;
  inserts: Insert[];
  stacks: StudStack[];
  /** False for what is left in place, dead: nothing runs through it and nobody is fed by it. */
  inService: boolean;
  framePoints: FramePoint[];
}

/** What of an item the wiring knows: neither its names nor where it stands. */
export type WiredItem = Pick<Item, 'id' | 'partId' | 'feed' | 'inService' | 'framePoints'>;

/** What of a load changes a current, a size or a judgement of the wiring; its hours change none. */
export type ElectricLoad = Pick<
  LoadDemand,
  | 'rating'
  | 'side'
  | 'surgeFactor'
  | 'softStart'
  | 'needsSine'
  | 'essential'
  | 'dropClass'
  | 'groupId'
  | 'shortTime'
  | 'powerFactor'
>;
