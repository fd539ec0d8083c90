import type { Id } from '../document/basics.ts';
import type { Face } from '../document/panel/panel.ts';
import type { Dossier } from '../dossier.ts';
import type { LayOf } from '../layout/cableLays.ts';
import { svgPathOf } from '../stages/lengths/dress.ts';
import { COLOUR_HEX } from '../tables/conductorColours.ts';

/** A cable as it lies on one face: an SVG path in mm of the panel, in its colour and thickness. */
export interface PicturedWay {
  cableId: Id;
  panelId: Id;
  face: Face;
  path: string;
  widthMm: number;
  colour: string;
}

/**
 * Every cable of a board as it lies.
 * @example
 * picturedWays({ cables: [], lengths: [] }, () => ({ diameterMm: 8, bendMm: 32, lugMm: 20 })); // []
 */
export function picturedWays({ cables, lengths }: Pick<Dossier, 'cables' | 'lengths'>, layOf: LayOf): PicturedWay[] {
  const colours = new Map(cables.map((c) => [c.cableId, COLOUR_HEX[c.cores[0]?.colour ?? 'BK']]));
  return lengths.flatMap(({ cableId, paths }) =>
    paths.map((p) => ({
      cableId,
      panelId: p.panelId,
      face: p.face,
      path: svgPathOf(p),
      widthMm: layOf(cableId).diameterMm,
      colour: colours.get(cableId) ?? COLOUR_HEX.BK,
    })),
  );
}
