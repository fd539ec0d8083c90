/**
 * The board document: the one versioned value everything else is derived from.
 * Lengths are millimetres, angles degrees clockwise as seen on the shown face, electrical values SI.
 * Ids are opaque and stable; designations (IEC 81346, such as -F1) are labels and may change.
 */
export type Id = string;

export const BOARD_FORMAT = 'ombrik-board';
export const BOARD_FORMAT_VERSION = 4;

export type SystemVoltageV = 12 | 24 | 48;
export type Chemistry = 'agm' | 'lifepo4';
export const PROFILE_IDS = ['craft-iso', 'craft-abyc', 'road', 'fixed-iec', 'fixed-nec'] as const;
export type ProfileId = (typeof PROFILE_IDS)[number];
export type FeederSchool = 'summedLoads' | 'summedFuses';
export type PanelMaterial = 'plywood' | 'plastic' | 'absPanel';
export type Face = 'front' | 'back';
export type RotationDeg = 0 | 90 | 180 | 270;
export type ColourCode = 'RD' | 'BK' | 'WH' | 'YE' | 'BU' | 'BN' | 'GN' | 'GNYE' | 'GY' | 'OG' | 'VT';

/** Either worked out by derive(), or held at a value by a named person for a reason. */
export type Choice<T> = { mode: 'auto' } | { mode: 'locked'; value: T; reason: string; who: string };

export interface PointMm {
  xMm: number;
  yMm: number;
}

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
  profileId: ProfileId;
  notes: string;
}

/** What of the order the electrical stages read. */
export type ElectricalBrief = Pick<Brief, 'systemVoltageV' | 'chemistry' | 'ambientC'>;

/** Schools of practice and allowances of this board; every one has a default in newBoard. */
export interface BoardSettings {
  feederSchool: FeederSchool;
  /** One battery of a parallel bank lost: the others' leads and fuses carry everything, or may trip. */
  lostBattery: 'carries' | 'trips';
  /** Share of the routed length added as slack. */
  routeSlackShare: number;
  /** Added at each end for dressing into the terminal. */
  endSlackMm: number;
  /** Days the bank should last without charge; used for the autonomy figure only. */
  autonomyDays: number;
  /** A workshop's own copy of the rule profile; empty judges by the profile itself. */
  ownRulesId: string;
}

/** Where the system stands: what decides sun, cold and heat. */
export interface Site {
  /** North positive; null until somebody has said. */
  latitudeDeg: number | null;
  /** Mean air temperature of the coldest and the warmest month. */
  coldestMonthC: number;
  warmestMonthC: number;
  /** Mean share of the sky covered in the darkest and the brightest month. */
  winterCloudShare: number;
  summerCloudShare: number;
  /** Heated: kept above 5 °C. Sheltered: follows the air. */
  bankPlace: 'heated' | 'sheltered';
}

export interface SunSource {
  tiltDeg: number;
  /** From the direction of the equator, west positive. */
  azimuthDeg: number;
  /** Most the roof or rack takes. */
  maxPeakW: number;
  /** Dirt, heat, wiring, mismatch. */
  lossShare: number;
}

export interface AlternatorSource {
  nominalV: 12 | 24;
  /** What it holds while charging hard, and what a smart one falls to when its own battery is full. */
  chargingV: number;
  ecoV: number;
  /** Nameplate, and the share of it that may be taken without wearing it out. */
  ratedA: number;
  shareMax: number;
  /** Most the tap or its fuse allows. */
  maxA: number;
  /** What it can spare while the engine idles, and for what share of its hours it does. */
  idleMaxA: number;
  idleShare: number;
  hoursPerDay: number;
}

export interface MainsSource {
  hoursPerDay: number;
}

export interface GeneratorSource {
  powerW: number;
  costPerHour: number;
  /** It is started when the bank has fallen to this share of its charge. */
  startAtShare: number;
}

/** Loads that run together, or of which only one runs at a time. */
export interface LoadGroup {
  id: Id;
  name: string;
  mode: 'together' | 'oneAtATime';
}

/** What the power sheet is worked out from; the loads themselves are items. A source that is null does not exist. */
export interface PowerPlan {
  site: Site;
  sun: SunSource | null;
  alternator: AlternatorSource | null;
  mains: MainsSource | null;
  generator: GeneratorSource | null;
  /** Share of the bank a customer may plan on; automatic takes the workshop's. */
  usableShare: Choice<number>;
  /** Capacity a bank may lose before it is replaced; planned for from the start. */
  ageingReserveShare: number;
  /** Whether the inverter idles day and night, or is switched on only for its loads. */
  inverterAlwaysOn: boolean;
  loadGroups: LoadGroup[];
}

/** A circuit as found on a rework job. */
export interface FoundCircuit {
  id: Id;
  name: string;
  /** Null: nobody could tell. */
  conductorMm2: number | null;
  fuseA: number | null;
  fate: 'stays' | 'goes' | 'open';
  notes: string;
  /** Photos, by attachment id. */
  photos: Id[];
}

/** A line of the quote that no part stands for: an adapter, a program, hours of setting up. */
export interface QuoteExtra {
  id: Id;
  kind: 'tool' | 'work' | 'charge';
  text: string;
  quantity: number;
  priceEach: number;
  /** Hours for the whole line. */
  hours: number;
}

/** A screw that holds the panel to what is behind it. */
export interface Fixing extends PointMm {
  id: Id;
  screwDiameterMm: number;
}

/** A hole cables pass through. */
export interface Hole extends PointMm {
  id: Id;
  diameterMm: number;
  /** What keeps its edge off the cables; it takes from the room inside. */
  lining: 'none' | 'grommet' | 'sleeve';
}

/** Where something else needs the room: a hinge, a post, a bulge behind, the arc of a door. */
export interface KeepOut {
  id: Id;
  name: string;
  face: Face | 'both';
  shape:
    | { kind: 'polygon'; points: PointMm[] }
    | { kind: 'arc'; centre: PointMm; radiusMm: number; fromDeg: number; toDeg: number };
  /** Parts no higher than this may stand there all the same. */
  freeMm: number;
}

/** A way cables are to take: they run in it where they can. */
export interface Channel {
  id: Id;
  face: Face;
  from: PointMm;
  to: PointMm;
  widthMm: number;
}

export interface Panel {
  id: Id;
  name: string;
  outline: PointMm[];
  thicknessMm: number;
  material: PanelMaterial;
  /** Way the grain is to run: along the width, up the height, or as it comes. */
  grain: 'any' | 'across' | 'up';
  /** The face that shows. */
  goodFace: Face;
  /** Free room behind, mm; 0 lies flat on what it hangs on. */
  backClearanceMm: number;
  /** Free room in front under a lid or a door, mm; null stands open. */
  frontClearanceMm: number | null;
  /** Length of the screws parts are held with. */
  partScrewMm: number;
  fixings: Fixing[];
  holes: Hole[];
  keepOuts: KeepOut[];
  channels: Channel[];
}

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
}

/** What of an item the wiring knows: neither its names nor where it stands. */
export type WiredItem = Pick<Item, 'id' | 'partId' | 'feed'>;
/** What of a load changes a current, a size or a judgement of the wiring; its hours change none. */
export type ElectricLoad = Pick<
  LoadDemand,
  'rating' | 'side' | 'surgeFactor' | 'softStart' | 'needsSine' | 'essential' | 'dropClass'
>;

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
  /** What it lies in: dry and still, damp, under the sky, or between parts that move against each other. */
  surroundings: 'inside' | 'damp' | 'outdoors' | 'moving';
  /** How far the one end moves against the other, mm; it is added as a loop. */
  travelMm: number;
}

export type Segment =
  | {
      id: Id;
      kind: 'panelRoute';
      panelId: Id;
      face: Face;
      waypoints: PointMm[];
      /** A route somebody laid or accepted stays; one laid by the router may be laid anew when something moves. */
      laidBy: 'hand' | 'router';
      environment: Environment;
    }
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
  /**
   * What it is made of: copper cable, copper-clad aluminium, reused cable nobody can vouch for, or a formed link of flat
   * copper instead of a cable.
   */
  material: 'copper' | 'cca' | 'unknown' | 'flatCopper';
}

/** What must happen in the control circuit, as somebody wants it: judged against what does. */
export interface ControlRule {
  id: Id;
  condition: import('../catalogue/part.ts').ConditionId;
  holds: boolean;
  itemId: Id;
  contactId: Id;
  must: 'closed' | 'open';
}

export interface Board {
  format: typeof BOARD_FORMAT;
  formatVersion: typeof BOARD_FORMAT_VERSION;
  brief: Brief;
  power: PowerPlan;
  settings: BoardSettings;
  panels: Panel[];
  /** Parts made on the spot for this board; same shape as catalogue parts. */
  customParts: import('../catalogue/part.ts').Part[];
  items: Item[];
  connections: Connection[];
  cables: Cable[];
  /** Circuits as found, on rework jobs. */
  survey: FoundCircuit[];
  extras: QuoteExtra[];
  control: ControlRule[];
  /** Fuse links with their maker's own curve; same shape as catalogue links. Chosen by hand only. */
  customLinks: import('../catalogue/part.ts').FuseLink[];
}
