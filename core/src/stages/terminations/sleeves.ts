import type { Id } from '../../document/basics.ts';
import type { Cable } from '../../document/cable/cable.ts';
import type { Panel } from '../../document/panel/panel.ts';
import type { CableType, Catalogue } from '../../document/part/part.ts';

/** Sleeve over a cable, cut in one length or several. */
export interface SleeveNeed {
  sleeveId: Id;
  name: string;
  lengthMm: number;
}

/** How far a sleeve reaches past a hole on either side, mm. Common practice, no source. */
const PAST_HOLE_MM = 20;

/**
 * What of a cable is sleeved: whole runs through what moves, loops left for travel, and where it passes a hole lined with
 * sleeve. Common practice, no source.
 * @returns null when nothing is, or no sleeve in the catalogue goes over it
 */
export function sleeveOf(
  cable: Pick<Cable, 'segments'>,
  panels: readonly Pick<Panel, 'id' | 'holes' | 'thicknessMm'>[],
  type: CableType | null,
  catalogue: Pick<Catalogue, 'sleeves'>,
): SleeveNeed | null {
  if (!type || type.bar) return null;
  let lengthMm = 0;
  for (const segment of cable.segments) {
    const { surroundings, travelMm } = segment.environment;
    lengthMm += travelMm;
    if (surroundings === 'moving' && segment.kind === 'measuredRun') lengthMm += segment.lengthMm;
    if (segment.kind !== 'passThrough') continue;
    const panel = panels.find((p) => p.id === segment.panelId);
    const hole = panel?.holes.find((h) => h.id === segment.holeId);
    if (panel && hole?.lining === 'sleeve') lengthMm += panel.thicknessMm + 2 * PAST_HOLE_MM;
  }
  if (lengthMm <= 0) return null;
  const sleeve = catalogue.sleeves.find((s) => type.outerDiameterMm <= s.upToMm + 1e-9);
  return sleeve ? { sleeveId: sleeve.id, name: sleeve.name, lengthMm: Math.ceil(lengthMm / 10) * 10 } : null;
}
