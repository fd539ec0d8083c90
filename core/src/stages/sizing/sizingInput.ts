import type { Id } from '../../document/basics.ts';
import type { Cable, Environment } from '../../document/cable/cable.ts';
import type { ElectricLoad, Item } from '../../document/item/item.ts';
import type { Catalogue } from '../../document/part/part.ts';
import type { AlternatorSource } from '../../document/power/power.ts';
import type { BoardSettings, FeederSchool } from '../../document/settings/settings.ts';
import type { Profile } from '../../profiles/profile.ts';
import type { Candidates } from './conductors.ts';

/** A cable as sizing sees it: how long, through what, and which sizes it may take. */
export interface SizedCable {
  cable: Pick<Cable, 'id' | 'cores' | 'material' | 'conductorMm2'>;
  environments: readonly Environment[];
  candidates: Candidates;
  /** What each candidate may carry where the cable lies, A, in the order of `candidates.areasMm2`. */
  ampacityA: readonly number[];
  /** How long it is at each candidate, mm: a thicker one takes wider bends. */
  lengthsMm: readonly number[];
  /** The size it starts with: locked, the smallest that fits, or the profile's smallest where none does. */
  startMm2: number;
  startAmpacityA: number;
  startLengthMm: number;
}

export type SizingItem = Pick<Item, 'id' | 'designation' | 'inserts'>;

export interface SizingInput {
  items: readonly SizingItem[];
  loads: readonly { id: Id; load: ElectricLoad | null }[];
  cables: readonly SizedCable[];
  systemVoltageV: number;
  /** Where nothing else is said of a stretch of cable. */
  ambientC: number;
  /** What the power sheet says of an alternator; null where nobody has said. */
  alternator: AlternatorSource | null;
  feederSchool: FeederSchool;
  lostBattery: BoardSettings['lostBattery'];
  dropsBeside: BoardSettings['dropsBeside'];
  profile: Profile;
  catalogue: Catalogue;
}
