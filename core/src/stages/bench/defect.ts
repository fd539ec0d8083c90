import type { Id } from '../../document/basics.ts';

/** What may be wrong with a board although it looks like its drawing. */
export type Defect =
  /** A crimp or bolted joint of a wire that resists. */
  | { kind: 'looseCrimp'; connectionId: Id; extraOhm: number }
  /** A wire that is not there: broken, pulled out of its crimp, left off. */
  | { kind: 'openWire'; connectionId: Id }
  /** The wires of a device's plus and minus, changed over. */
  | { kind: 'swappedPair'; itemId: Id }
  /** A link of another rating, by its cold resistance. */
  | { kind: 'wrongFuse'; key: string; ohm: number }
  /** A conductor of a smaller size. */
  | { kind: 'thinConductor'; connectionId: Id; areaMm2: number; timesOhm: number }
  /** A battery with a cell that is behind: it stands lower and gives less. */
  | { kind: 'weakCell'; itemId: Id; lessV: number }
  /** The meter's own leads, not the board. */
  | { kind: 'meterLead'; extraOhm: number };
