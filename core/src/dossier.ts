import type { BenchStep } from './devices/benchStep.ts';
import type { Id } from './document/basics.ts';
import type { Finding } from './findings/registry.ts';
import type { PanelBody } from './stages/body/boardBody.ts';
import type { ControlStudy } from './stages/control/controlStudy.ts';
import type { MainsStudy } from './stages/control/mainsStudy.ts';
import type { CutGroup } from './stages/cuts/cuts.ts';
import type { Energy } from './stages/demand/energy.ts';
import type { PanelHeat } from './stages/heat/heat.ts';
import type { LaidPath } from './stages/lengths/lengths.ts';
import type { PartsLine } from './stages/parts/parts.ts';
import type { SizingResult } from './stages/sizing/sizingResult.ts';
import type { StackResult } from './stages/terminations/stacks.ts';
import type { MadeCable } from './stages/terminations/terminations.ts';

/** The four versioned values a dossier came from, and the core that made it. */
export interface DossierInputs {
  boardFormatVersion: number;
  catalogueVersion: string;
  profileId: string;
  profileVersion: string;
  workshopVersion: string;
  coreVersion: string;
}

/** Everything derived from a board; plain JSON. */
export interface Dossier {
  inputs: DossierInputs;
  energy: Energy;
  /** Design currents of consumers and chargers, by flow. */
  flows: { key: string; itemId: Id; way: 'discharge' | 'charge' | 'solar'; designCurrentA: number }[];
  lengths: { cableId: Id; lengthMm: number; provisional: boolean; paths: LaidPath[] }[];
  sizing: SizingResult;
  /** Truth table of the control circuits. */
  control: ControlStudy;
  /** Who feeds whom on the mains side. */
  mains: MainsStudy;
  cables: MadeCable[];
  stacks: StackResult[];
  /** Mass and balance of every panel. */
  bodies: PanelBody[];
  /** Where the heat goes on every panel when everything is at full work. */
  heat: PanelHeat[];
  parts: PartsLine[];
  cuts: CutGroup[];
  bench: BenchStep[];
  findings: Finding[];
}
