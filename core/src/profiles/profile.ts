import type { ProfileId } from '../document/brief/brief.ts';
import type { ColourCode } from '../document/cable/cable.ts';
import type { PanelMaterial } from '../document/panel/panel.ts';
import type { AmpacityTable, BundleFactor } from '../tables/ampacityTable.ts';

/** Limits, factors, tables and colours one body of rules asks for, each with its source. */
export interface Profile {
  id: ProfileId;
  /** The workshop's own copy this is; absent on the profiles that come with the program. */
  ownId?: string;
  version: string;
  name: string;
  scope: string;
  caution: string;
  /** Which sizes it chooses from: square millimetres or gauges. One of the other kind may be locked all the same. */
  sizes: 'mm2' | 'awg';
  ampacity: AmpacityTable;
  /** `counts` in words; a sheathed cable adds its cores, or its circuits of two where circuits are counted. */
  bundle: { counts: string; perCircuit: boolean; factors: readonly BundleFactor[]; source: string };
  /** Cable insulation this profile sizes with. */
  insulation: 'pvc70' | 'thermoplastic105';
  minAreaMm2: { value: number; source: string };
  drop: { criticalShare: number; otherShare: number; source: string };
  fuseFactor: { value: number; source: string };
  unfused: { plainMm: number; sheathedMm: number; source: string };
  colours: { plus: ColourCode; minus: ColourCode; source: string };
  /** Cores of a mains cable. */
  mainsColours: { line: ColourCode; neutral: ColourCode; earth: ColourCode; source: string };
  /** Whether a metal frame may carry the return of a load. */
  frameReturn: { allowed: boolean; source: string };
  /** Inner bend radius over outer diameter: of flexible conductors (class 5), and of stranded and solid ones. */
  bend: { flexible: number; stiff: number; source: string };
  lugsPerStudMax: { value: number; source: string };
  /** Fixing to edge: at least factor × screw diameter and at least minMm. */
  edge: Record<PanelMaterial, { diameterFactor: number; minMm: number }> & { source: string };
  torqueNmByStudMm: { values: Readonly<Record<string, number>>; source: string };
  /** Rules that bind only under a condition this program cannot see: told, never judged. */
  conditional: readonly { condition: string; says: string; source: string }[];
}

/** A profile as its file says it: its version comes from what it holds. */
export type ProfileData = Omit<Profile, 'version'>;
