import type { ProfileId } from '../brief/brief.ts';

/** Values of a profile a workshop may set for itself. */
export const OWN_VALUE_NAMES = [
  'criticalDropShare',
  'otherDropShare',
  'fuseFactor',
  'minAreaMm2',
  'unfusedPlainMm',
  'unfusedSheathedMm',
  'bendDiameters',
  'lugsPerStudMax',
] as const;
export type OwnValue = (typeof OWN_VALUE_NAMES)[number];

/** A workshop's copy of a profile with values of its own, each with a reason that findings then cite. */
export interface OwnRules {
  id: string;
  baseId: ProfileId;
  name: string;
  changes: { field: OwnValue; value: number; reason: string }[];
}
