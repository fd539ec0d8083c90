import type { Id } from '../document/basics.ts';
import { catalogueIndex } from '../document/part/catalogueIndex.ts';
import type { Catalogue } from '../document/part/part.ts';
import type { Profile } from '../profiles/profile.ts';
import { type CableLay, cableLay } from '../stages/lengths/bendNeeds.ts';
import type { MadeCable } from '../stages/terminations/terminations.ts';

/** How thick each cable is and what it asks of its way. */
export type LayOf = (cableId: Id) => CableLay;

/**
 * What the cables of a board ask of their ways, as they are sized now; one nobody has sized counts as thin.
 * @example
 * cableLays([], profile, catalogue)('cb_1').diameterMm; // 5
 */
export function cableLays(
  cables: readonly Pick<MadeCable, 'cableId' | 'cableTypeId' | 'areaMm2'>[],
  profile: Profile,
  catalogue: Catalogue,
): LayOf {
  const { cableType } = catalogueIndex(catalogue);
  const known = new Map(
    cables.map((c) => [c.cableId, cableLay(cableType.get(c.cableTypeId ?? '') ?? null, c.areaMm2, profile, catalogue)]),
  );
  const unsized = cableLay(null, 0, profile, catalogue);
  return (id) => known.get(id) ?? unsized;
}
