import type { Catalogue, Part } from '../../catalogue/part.ts';
import type {
  BoardSettings,
  Cable,
  Connection,
  ElectricalBrief,
  Environment,
  FeederSchool,
  Id,
  Item,
} from '../../document/board.ts';
import type { Profile } from '../../profiles/profile.ts';
import type { Candidates } from './conductors.ts';

/** A cable as sizing sees it: how long, through what, and which sizes it may take. */
export interface SizedCable {
  cable: Cable;
  length: { lengthMm: number };
  environments: Environment[];
  candidates: Candidates;
  /** What each candidate may carry where the cable lies, A, in the order of `candidates.areasMm2`. */
  ampacityA: readonly number[];
}

export interface SizingInput {
  items: Item[];
  parts: Map<Id, Part>;
  connections: Connection[];
  cables: SizedCable[];
  brief: ElectricalBrief;
  feederSchool: FeederSchool;
  lostBattery: BoardSettings['lostBattery'];
  profile: Profile;
  catalogue: Catalogue;
}
