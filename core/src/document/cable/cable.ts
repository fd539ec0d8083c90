import type { Choice, Id, PointMm } from '../basics.ts';
import type { Face } from '../panel/panel.ts';

/** Letter codes of the cores' colours (IEC 60757). */
export const COLOUR_CODES = ['RD', 'BK', 'WH', 'YE', 'BU', 'BN', 'GN', 'GNYE', 'GY', 'OG', 'VT'] as const;
export type ColourCode = (typeof COLOUR_CODES)[number];

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
  /** Sleeve or tape of this colour at both its ends, where its own colour says something else; null for none. */
  remark: ColourCode | null;
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
