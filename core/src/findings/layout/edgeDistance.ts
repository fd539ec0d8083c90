import type { PanelMaterial } from '../../document/panel/panel.ts';
import type { Profile } from '../../profiles/profile.ts';
import type { Limit } from '../finding.ts';

export const EDGE_LIMITS = {
  edgeMm: {
    setBy: 'profile',
    unit: 'mm',
    what: 'screw to the edge, by material and diameter',
    source: 'edge distances',
  },
} as const satisfies Record<string, Limit>;

/** How far a screw must stand from the edge of a panel, mm. */
export const edgeNeededMm = (profile: Profile, material: PanelMaterial, screwMm: number): number => {
  const { minMm, diameterFactor } = profile.edge[material];
  return Math.max(minMm, diameterFactor * screwMm);
};

/** To a tenth of a millimetre: what a rule reads. */
export const tenths = (x: number): number => Math.round(x * 10) / 10;
