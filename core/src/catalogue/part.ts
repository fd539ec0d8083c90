import type { Chemistry, Id, PointMm } from '../board/board.ts';

export type Domain = 'dc' | 'ac' | 'earth' | 'signal';
export type Polarity = 'plus' | 'minus' | 'none';
export type LineLoad = 'line' | 'load' | 'none';

/** How a conductor is held. `palmWidthMaxMm` is the widest lug palm that fits between neighbours. */
export type Attachment =
  | { kind: 'stud'; diameterMm: number; palmWidthMaxMm: number }
  | { kind: 'clamp'; minMm2: number; maxMm2: number }
  | { kind: 'lead'; areaMm2: number };

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

export type FuseStyle = 'blade' | 'sf30' | 'sf51' | 'classT' | 'anl' | 'cube' | 'breakerThermal' | 'breakerHydraulic';
export const isBreaker = (style: FuseStyle): boolean => style === 'breakerThermal' || style === 'breakerHydraulic';

/** Internal elements between a part's terminals. */
export type Element =
  | {
      kind: 'battery';
      id: Id;
      plus: Id;
      minus: Id;
      chemistry: Chemistry;
      nominalV: number;
      capacityAh: number;
      resistanceOhm: number;
      chargeLimitA: number;
      dischargeLimitA: number;
      /** Current at which the battery's own electronics open; null where it has none. */
      bmsCutA: number | null;
    }
  | { kind: 'feed'; id: Id; plus: Id; minus: Id; resistanceOhm: number; shortCircuitA: number }
  | { kind: 'solarSource'; id: Id; plus: Id; minus: Id; peakW: number; openCircuitV: number; shortCircuitA: number }
  | { kind: 'resistance'; id: Id; a: Id; b: Id; resistanceOhm: number; ratingA: number; shunt: boolean }
  | { kind: 'contact'; id: Id; a: Id; b: Id; resistanceOhm: number; ratingA: number; normallyOpen: boolean }
  | { kind: 'coil'; id: Id; plus: Id; minus: Id; resistanceOhm: number; contactId: Id }
  | {
      kind: 'fuseSeat';
      id: Id;
      a: Id;
      b: Id;
      style: FuseStyle;
      maxRatingA: number;
      /** A polarised d.c. breaker: current may only break from `a` to `b`. */
      polarised: boolean;
    }
  | { kind: 'bar'; id: Id; terminalIds: Id[]; ratingA: number }
  | { kind: 'load'; id: Id; plus: Id; minus: Id }
  | {
      kind: 'inverter';
      id: Id;
      plus: Id;
      minus: Id;
      acPowerW: number;
      efficiencyShare: number;
      cutoffV: number;
      idleA: number;
      /** Power for the moment a motor starts. */
      surgeW: number;
      waveform: 'sine' | 'modified';
    }
  | {
      /** Charges from the mains or a generator; its mains side is a licensed person's. */
      kind: 'mainsCharger';
      id: Id;
      plus: Id;
      minus: Id;
      outputA: number;
      outputV: number;
      efficiencyShare: number;
    }
  | {
      kind: 'charger';
      id: Id;
      source: 'dcdc' | 'solar';
      inPlus: Id;
      inMinus: Id;
      outPlus: Id;
      outMinus: Id;
      outputA: number;
      outputV: number;
      efficiencyShare: number;
      /** From the maker's sheet; null means: work it out at the feed's lowest voltage. */
      inputMaxA: number | null;
      inputMaxV: number;
    };

export type PartKind =
  | 'battery'
  | 'isolator'
  | 'fuseHolder'
  | 'shunt'
  | 'busBar'
  | 'fuseBlock'
  | 'dcdcCharger'
  | 'solarController'
  | 'inverter'
  | 'load'
  | 'feed'
  | 'solarModule'
  | 'relay'
  | 'mainsCharger';

export interface MountHole extends PointMm {
  screwDiameterMm: number;
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
  terminals: Terminal[];
  elements: Element[];
  /** Nominal system voltages the part is made for; empty means any up to its limits. */
  systemVoltagesV: number[];
  /** In the workshop's currency; null when nobody has priced it. */
  price: number | null;
  leadTimeDays: number | null;
}

export interface FuseLink {
  id: Id;
  name: string;
  style: FuseStyle;
  ratingA: number;
  /** Interrupt rating falls with voltage: the first row whose voltage is at or above the circuit's counts. */
  interrupt: { upToV: number; currentA: number }[];
  coldResistanceOhm: number;
  price: number | null;
}

export interface CableType {
  id: Id;
  name: string;
  areaMm2: number;
  insulation: 'pvc70' | 'thermoplastic105';
  insulationMaxC: number;
  outerDiameterMm: number;
  massKgPerM: number;
  pricePerM: number | null;
}

export interface Lug {
  id: Id;
  name: string;
  kind: 'lug' | 'ferrule' | 'splice';
  areaMm2: number;
  /** Null for ferrules and splices. */
  studMm: number | null;
  palmWidthMm: number;
  barrelDepthMm: number;
  barrelOuterMm: number;
  /** From the stud's centre (or the clamp's face) to the end of the conductor in the barrel. */
  setbackMm: number;
  price: number | null;
}

export interface Shrink {
  id: Id;
  name: string;
  expandedMm: number;
  recoveredMm: number;
  pricePerM: number | null;
}

export interface Catalogue {
  version: string;
  parts: Part[];
  fuseLinks: FuseLink[];
  cableTypes: CableType[];
  lugs: Lug[];
  shrinks: Shrink[];
}
