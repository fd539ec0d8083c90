import type { ColourCode } from '@ombrik/core/document/cable/cable';
import { BARE_COPPER_HEX, COLOUR_HEX } from '@ombrik/core/tables/conductorColours';

/** The colour an article is drawn in: its own where its id ends in one (`pvc70-50/RD`, `shrink-19-BK`), else bare copper. */
export function articleColour(articleId: string): string {
  const code = /[/-]([A-Z]{2,4})$/.exec(articleId)?.[1];
  return code && code in COLOUR_HEX ? COLOUR_HEX[code as ColourCode] : BARE_COPPER_HEX;
}
