import type { Choice, Id } from '../basics.ts';

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
