/**
 * The board document: the one versioned value everything else is derived from.
 * Lengths are millimetres, angles degrees clockwise as seen on the shown face, electrical values SI.
 * Ids are opaque and stable; designations (IEC 81346, such as -F1) are labels and may change.
 */
export type Id = string;

export const BOARD_FORMAT = 'ombrik-board';
export const BOARD_FORMAT_VERSION = 1;

export type SystemVoltageV = 12 | 24 | 48;
export type Chemistry = 'agm' | 'lifepo4';
export type ProfileId = 'craft-iso' | 'fixed-iec';
export type FeederSchool = 'summedLoads' | 'summedFuses';
export type PanelMaterial = 'plywood' | 'plastic' | 'absPanel';
export type Face = 'front' | 'back';
export type RotationDeg = 0 | 90 | 180 | 270;
export type ColourCode = 'RD' | 'BK' | 'WH' | 'YE' | 'BU' | 'BN' | 'GN' | 'GY' | 'OG' | 'VT';

/** Either worked out by derive(), or held at a value by a named person for a reason. */
export type Choice<T> = { mode: 'auto' } | { mode: 'locked'; value: T; reason: string; who: string };

export interface PointMm {
  xMm: number;
  yMm: number;
}

export interface Brief {
  jobName: string;
  customer: string;
  place: string;
  systemVoltageV: SystemVoltageV;
  chemistry: Chemistry;
  ambientC: number;
  profileId: ProfileId;
  notes: string;
}

/** Schools of practice and allowances of this board; every one has a default in newBoard. */
export interface BoardSettings {
  feederSchool: FeederSchool;
  /** Share of the routed length added as slack. */
  routeSlackShare: number;
  /** Added at each end for dressing into the terminal. */
  endSlackMm: number;
  /** Days the bank should last without charge; used for the autonomy figure only. */
  autonomyDays: number;
}

export interface Fixing extends PointMm {
  id: Id;
  screwDiameterMm: number;
}

export interface Hole extends PointMm {
  id: Id;
  diameterMm: number;
}

export interface Panel {
  id: Id;
  name: string;
  outline: PointMm[];
  thicknessMm: number;
  material: PanelMaterial;
  fixings: Fixing[];
  holes: Hole[];
}

export type Place =
  | { kind: 'unplaced' }
  | { kind: 'panel'; panelId: Id; face: Face; xMm: number; yMm: number; rotationDeg: RotationDeg }
  | { kind: 'location'; location: string };

export type Rating = { kind: 'watts'; powerW: number } | { kind: 'amps'; currentA: number };

/** What a consumer asks for. The item is the load row: this is the one source of its watts. */
export interface LoadDemand {
  rating: Rating;
  hoursPerDay: number;
  /** Share of those hours it really draws; counts in energy, never in the conductor. */
  dutyShare: number;
  essential: boolean;
  /** Which drop limit of the profile it is judged by. */
  dropClass: 'critical' | 'other';
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
  inserts: Insert[];
  stacks: StudStack[];
}

export interface TerminalRef {
  itemId: Id;
  terminalId: Id;
}

/** Electrical: these two terminals are to be joined. */
export interface Connection {
  id: Id;
  from: TerminalRef;
  to: TerminalRef;
}

export interface Environment {
  /** Null takes the brief's ambient. */
  ambientC: number | null;
  /** Current-carrying conductors laid together, this one included. */
  bundledCount: number;
  /** In conduit, sleeve or trunking all along this segment. */
  sheathed: boolean;
}

export type Segment =
  | { id: Id; kind: 'panelRoute'; panelId: Id; face: Face; waypoints: PointMm[]; environment: Environment }
  | { id: Id; kind: 'measuredRun'; lengthMm: number; measured: boolean; environment: Environment }
  | { id: Id; kind: 'passThrough'; panelId: Id; holeId: Id; environment: Environment };

export interface Core {
  id: Id;
  connectionId: Id;
  colour: Choice<ColourCode>;
  fromLug: Choice<Id>;
  toLug: Choice<Id>;
}

/** Physical: one cut of cable whose cores carry connections. */
export interface Cable {
  id: Id;
  designation: string;
  cores: Core[];
  segments: Segment[];
  /** Conductor area in mm² of each core. */
  conductorMm2: Choice<number>;
}

export interface Board {
  format: typeof BOARD_FORMAT;
  formatVersion: typeof BOARD_FORMAT_VERSION;
  brief: Brief;
  settings: BoardSettings;
  panels: Panel[];
  /** Parts made on the spot for this board; same shape as catalogue parts. */
  customParts: import('../catalogue/part.ts').Part[];
  items: Item[];
  connections: Connection[];
  cables: Cable[];
}
