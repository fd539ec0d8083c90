import type { Id } from '../../document/basics.ts';
import type { FuseStyle, LinkCurve } from '../../document/part/part.ts';
import type { ChoiceResult } from './choiceResult.ts';
import type { FlowDrop } from './drops.ts';
import type { Exposure } from './exposure.ts';
import type { SeatMinimum } from './protection.ts';

export interface SizedConductor {
  cableId: Id;
  conductor: ChoiceResult<number>;
  ampacityA: number;
  requiredA: number;
  designCurrentA: number;
  columnC: number;
  /** The guarding fuse is larger than what any cable that fits could carry. */
  guardUnmet: boolean;
}
/** A short seen by one conductor, fed from one side in one state of the board. */
export interface WireShort {
  /** The state in words; empty where the board has one only. */
  state: string;
  /** The end of the connection the current comes in by; null on the minus side, where it is on its way home. */
  fedBy: 'from' | 'to' | null;
  /** Devices on the way, nearest first, with the current each carries at the largest and the smallest fault, A. */
  layers: { keys: string[]; largeA: readonly number[]; smallA: readonly number[] }[];
  /** Sources that feed it with nothing between. */
  openItemIds: Id[];
  /** Through the conductor, A. */
  largeA: number;
  smallA: number;
  verdict: Exposure['verdict'];
  /** The devices that end it best, what they let the conductor carry for good, and how long and how much they take. */
  endedBy: string[];
  holdsA: number | null;
  clearS: number | null;
  passedA2s: number | null;
}

/** How the worst short in a conductor ends, against what the conductor withstands. */
export interface Clearing {
  /** Keys of the devices that end it. */
  by: string[];
  /** Through the conductor at the largest and the smallest fault, A. */
  largeA: number;
  smallA: number;
  /** Slowest opening at the smallest fault, s; null when the device need not open at all. */
  clearS: number | null;
  /** Worst energy through the conductor before it opens, A²s; null where nothing need open. */
  passedA2s: number | null;
  withstandA2s: number;
}
export interface SizedWire {
  connectionId: Id;
  polarity: 'plus' | 'minus' | 'link' | 'none';
  designCurrentA: number;
  /** The state that asks most of it, in words; empty where the board has one only. */
  state: string;
  operatingCurrentA: number;
  resistanceOhm: number;
  dropV: number;
  /** The fuse in series that protects it, or the parallel fuses that do so together. */
  guardKeys: string[];
  guardRatingA: number | null;
  /** Where fuses below guard it: what those ahead would hold, A. */
  aheadA: number | null;
  /** Largest at its near end, largest and smallest at its far end; null on the minus side and where nothing stiff feeds. */
  faultA: number | null;
  faultFarA: number | null;
  faultSmallestA: number | null;
  /** A short in it, from each side that feeds it, in each state. */
  shorts: WireShort[];
  /** How the worst of them ends; null where no device stands on the way. */
  clearing: Clearing | null;
  flowKeys: readonly string[];
}
export interface SizedSeat extends SeatMinimum {
  key: string;
  itemId: Id;
  seatId: Id;
  spare: boolean;
  link: ChoiceResult<Id | null>;
  ratingA: number | null;
  /** With the one consumer starting that adds most. */
  surgeA: number;
  /** How long that lasts, s. */
  surgeS: number;
  prospectiveA: number | null;
  faultVoltageV: number;
  interruptA: number | null;
  /** Devices a short at its load side passes on the way from the sources. */
  upstreamKeys: string[];
  style: FuseStyle;
  /** The maker's own curve of the link in it; null where its style's band counts. */
  curve: LinkCurve | null;
  /** Devices all of its largest fault passes before it, with what each lets through then, A²s; null where it does not limit. */
  ahead: { key: string; throughA: number; letThroughA2s: number | null }[];
  /** Its line side is further from the sources than its load side: it stands the wrong way round. */
  lineIsFar: boolean;
  /**
   * Nearest seats upstream, and up to which current this one surely opens first; null is at every current there is.
   * `holdsA` is what the upper one holds, as current of this one: several side by side share it.
   */
  selectivity: { upstreamKey: string; upToA: number | null; holdsA: number }[];
}
/** How a battery shares the current of the bank, by the resistances. */
export interface BankShare {
  itemId: Id;
  dischargeA: number;
  chargeA: number;
  /** Against a share by capacity: 0.1 is ten percent more. */
  dischargeOff: number;
  chargeOff: number;
}
export interface SizingResult {
  settled: boolean;
  rounds: number;
  /** Every state that was judged, in words; one without words where the board has one only. */
  states: string[];
  cables: SizedConductor[];
  wires: SizedWire[];
  seats: SizedSeat[];
  /** Design current of contacts, shunts and other resistances inside parts. */
  elements: { key: string; itemId: Id; elementId: Id; designCurrentA: number; ratingA: number }[];
  /** Current through bus bars: what goes in is what comes out. */
  bars: { itemId: Id; elementId: Id; designCurrentA: number; state: string; ratingA: number }[];
  bank: BankShare[];
  drops: FlowDrop[];
  /** Consumers that cannot be fed, with the current at which their line alone gives way, and the power it brings then. */
  collapsed: { itemId: Id; key: string; currentA: number; powerW: number }[];
}
