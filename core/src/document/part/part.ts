import type { Id, PointMm } from '../basics.ts';
import type { ColourCode } from '../cable/cable.ts';

export type Domain = 'dc' | 'ac' | 'earth' | 'signal';
export type Polarity = 'plus' | 'minus' | 'none';
export type LineLoad = 'line' | 'load' | 'none';

/** Widths of flat tabs, mm. Source: IEC 61210. Mark: [mem]. */
export const TAB_WIDTHS_MM = [2.8, 4.8, 6.3] as const;
/** Sizes of palm-sized two-pole connectors, A. Common practice, no source. */
export const CONTACT_RATINGS_A = [50, 120, 175] as const;

/** Plugs of data leads, which are bought made up. */
export const DATA_PLUGS = ['6p4c', '8p8c', '2-pin'] as const;
export type DataPlug = (typeof DATA_PLUGS)[number];

/** How a conductor is held. `palmWidthMaxMm` is the widest lug palm that fits between neighbours. */
export type Attachment =
  | { kind: 'stud'; diameterMm: number; palmWidthMaxMm: number }
  | { kind: 'clamp'; minMm2: number; maxMm2: number }
  | { kind: 'lead'; areaMm2: number }
  | { kind: 'tab'; widthMm: number }
  /** A chamber of a two-pole connector, for a contact of its size. */
  | { kind: 'contact'; contactA: number }
  /** For a plug of a data lead. */
  | { kind: 'socket'; plug: DataPlug }
  /** The end of a lead that goes nowhere, insulated. */
  | { kind: 'cap' };

export interface Terminal {
  id: Id;
  name: string;
  domain: Domain;
  polarity: Polarity;
  lineLoad: LineLoad;
  attachment: Attachment;
  /** From the part's centre on its front face, before rotation; z is the height above the panel. */
  xMm: number;
  yMm: number;
  zMm: number;
  /** Direction a cable leaves, degrees: 0 right, 90 down, 180 left, 270 up. */
  exitDeg: 0 | 90 | 180 | 270;
  /** Highest temperature the terminal is rated for. */
  maxC: number;
  /** A terminal that must be wired for the part to work; spare studs and ways are not. */
  required: boolean;
}

export const FUSE_STYLES = [
  'blade',
  'sf30',
  'sf51',
  'classT',
  'anl',
  'cube',
  'breakerThermal',
  'breakerHydraulic',
  'breakerDin',
] as const;
export type FuseStyle = (typeof FUSE_STYLES)[number];
/**
 * Whether a style opens and is closed again, rather than melts.
 * @example
 * isBreaker('classT'); // false
 */
export const isBreaker = (style: FuseStyle): boolean => style.startsWith('breaker');

/** What a contact of a control circuit follows when neither a hand nor a coil works it. */
export const CONDITIONS = [
  'engineRunning',
  'cellsTakeCharge',
  'cellsGiveCharge',
  'buttonHeld',
  'mainsPresent',
  'lightsOn',
] as const;
export type ConditionId = (typeof CONDITIONS)[number];

/** Elements by kind: each device adds what it brings (see `devices/`). */
// biome-ignore lint/suspicious/noEmptyInterface: devices add to it
export interface ElementTypes {}
/** How the netlist takes each kind of element; each device says it of its own. */
// biome-ignore lint/suspicious/noEmptyInterface: devices add to it
export interface ElementRoles {}
/** Kinds of part: each device adds its own. */
// biome-ignore lint/suspicious/noEmptyInterface: devices add to it
export interface PartKinds {}

/** Internal elements between a part's terminals. */
export type Element = ElementTypes[keyof ElementTypes];
export type PartKind = keyof PartKinds;

export interface MountHole extends PointMm {
  screwDiameterMm: number;
}

export type Side = 'left' | 'right' | 'top' | 'bottom';

/** What a part asks of the place it stands in, beside its size. */
export interface PartBody {
  /** True outline from the part's centre; null for its plain rectangle. */
  outline: PointMm[] | null;
  /** Sides air goes in or out by: a fan with nothing in front of it, or the fins' draught. */
  fans: { side: Side; air: 'in' | 'out' }[];
  /** Whether somebody has to see it, or to get a hand on it, once the board hangs. */
  reach: 'none' | 'see' | 'hand';
  /** Held by its own screws, or by a tray and strap of the builder's. */
  heldBy: 'screws' | 'strap';
  /** Gives off gas that must find a way out. */
  gives: 'nothing' | 'gas';
  /** Senses the temperature of the batteries and belongs beside them. */
  sensesBattery: boolean;
  /** Terminals stand open and want a cover. */
  openTerminals: boolean;
}

export interface Part {
  id: Id;
  kind: PartKind;
  name: string;
  widthMm: number;
  heightMm: number;
  depthMm: number;
  massKg: number;
  clearSpaceMm: { left: number; right: number; top: number; bottom: number };
  mountHoles: MountHole[];
  body: PartBody;
  terminals: Terminal[];
  elements: Element[];
  /** Nominal system voltages the part is made for; empty means any up to its limits. */
  systemVoltagesV: number[];
  /** In the workshop's currency; null when nobody has priced it. */
  price: number | null;
  leadTimeDays: number | null;
}

/** A part as the data files say it: what its kind says anyway is left out. */
export type PartData = Omit<Part, 'body'> & { body?: Partial<PartBody> };

export interface FuseLink {
  id: Id;
  name: string;
  style: FuseStyle;
  ratingA: number;
  /** Interrupt rating falls with voltage: the first row whose voltage is at or above the circuit's counts. */
  interrupt: { upToV: number; currentA: number }[];
  coldResistanceOhm: number;
  price: number | null;
  /** The maker's own time–current curve; null counts the band of its style. */
  curve: LinkCurve | null;
}

/** A maker's curve as read off the sheet: multiples of the rating rising, with shortest and longest time to open. */
export interface LinkCurve {
  gates: readonly { multiple: number; minS: number; maxS: number }[];
  /** Let-through over the square of the rating; null where the sheet gives none. */
  letThroughPerA2: number | null;
  source: string;
}

export interface CableType {
  id: Id;
  name: string;
  /** Conductors in one sheath; 1 is a single wire. */
  cores: number;
  areaMm2: number;
  /** Class of the conductor after IEC 60228: 1 solid, 2 stranded, 5 flexible. */
  strandClass: 1 | 2 | 5;
  /** `bare`: flat copper for formed links. */
  insulation: 'pvc70' | 'thermoplastic105' | 'bare';
  /** Section of flat copper; null for round cable. */
  bar: { widthMm: number; thicknessMm: number } | null;
  insulationMaxC: number;
  outerDiameterMm: number;
  massKgPerM: number;
  pricePerM: number | null;
}

/** What is put on a conductor's end. */
export interface Lug {
  id: Id;
  name: string;
  /** `receptacle` goes on a tab, `contact` into a two-pole connector. */
  kind: 'lug' | 'ferrule' | 'splice' | 'receptacle' | 'contact' | 'cap';
  /** Conductor areas the barrel takes; both the same for all but small insulated ones. */
  areaMinMm2: number;
  areaMm2: number;
  /** Conductor classes the bore is made for. */
  classes: readonly number[];
  boreMm: number;
  /** Of lugs only. */
  studMm: number | null;
  /** Of receptacles only. */
  tabWidthMm: number | null;
  /** Of contacts only. */
  contactA: number | null;
  angleDeg: 0 | 90;
  surface: 'tinned' | 'plain';
  /** A bare barrel gets heat-shrink; the others bring their own cover. */
  insulation: 'bare' | 'insulated' | 'heatShrink';
  dieId: string;
  palmWidthMm: number;
  barrelDepthMm: number;
  barrelOuterMm: number;
  /** From the stud's centre (or the clamp's face) to the end of the conductor in the barrel. */
  setbackMm: number;
  price: number | null;
}

/** Tube of one size and colour, sold in sticks. */
export interface Shrink {
  id: Id;
  name: string;
  colour: ColourCode;
  expandedMm: number;
  recoveredMm: number;
  stickMm: number;
  pricePerM: number | null;
}

/** Protective sleeve for what rubs or moves. */
export interface Sleeve {
  id: Id;
  name: string;
  /** Outer diameters of cable it goes over. */
  fromMm: number;
  upToMm: number;
  rollMm: number;
  pricePerM: number | null;
}

export interface Catalogue {
  version: string;
  parts: Part[];
  fuseLinks: FuseLink[];
  cableTypes: CableType[];
  lugs: Lug[];
  shrinks: Shrink[];
  sleeves: Sleeve[];
}
