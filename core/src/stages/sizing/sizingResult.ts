import type { Id } from '../../document/basics.ts';
import type { FuseStyle, LinkCurve } from '../../document/part/part.ts';
import type { ChoiceResult } from './choiceResult.ts';
import type { Clearing } from './clearing.ts';
import type { FlowDrop } from './drops.ts';
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
export interface SizedWire {
  connectionId: Id;
  polarity: 'plus' | 'minus' | 'link' | 'none';
  designCurrentA: number;
  operatingCurrentA: number;
  resistanceOhm: number;
  dropV: number;
  /** The fuse in series that protects it, or the parallel fuses that do so together. */
  guardKeys: string[];
  guardRatingA: number | null;
  /** Largest at its near end, largest and smallest at its far end; null on the minus side and where nothing stiff feeds. */
  faultA: number | null;
  faultFarA: number | null;
  faultSmallestA: number | null;
  clearing: Clearing | null;
  flowKeys: string[];
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
  prospectiveA: number | null;
  faultVoltageV: number;
  interruptA: number | null;
  /** Seats in series between this one and every source. */
  upstreamKeys: string[];
  style: FuseStyle;
  /** The maker's own curve of the link in it; null where its style's band counts. */
  curve: LinkCurve | null;
  /** Its line side is further from the sources than its load side: it stands the wrong way round. */
  lineIsFar: boolean;
  /**
   * Nearest seats upstream, and up to which current this one surely opens first; null is at every current there is.
   * `together` seats side by side share what this one carries.
   */
  selectivity: { upstreamKey: string; upToA: number | null; together: number }[];
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
  cables: SizedConductor[];
  wires: SizedWire[];
  seats: SizedSeat[];
  /** Design current of contacts, shunts and other resistances inside parts. */
  elements: { key: string; itemId: Id; elementId: Id; designCurrentA: number; ratingA: number }[];
  /** Current through bus bars: what goes in is what comes out. */
  bars: { itemId: Id; elementId: Id; designCurrentA: number; ratingA: number }[];
  bank: BankShare[];
  drops: FlowDrop[];
  /** Consumers that cannot be fed, with the current at which their line alone gives way, and the power it brings then. */
  collapsed: { itemId: Id; key: string; currentA: number; powerW: number }[];
}
