import type { Id } from '../basics.ts';
import type { CableType, Catalogue, FuseLink, Lug, Shrink, Sleeve } from './part.ts';

export interface CatalogueIndex {
  fuseLink: ReadonlyMap<Id, FuseLink>;
  lug: ReadonlyMap<Id, Lug>;
  shrink: ReadonlyMap<Id, Shrink>;
  sleeve: ReadonlyMap<Id, Sleeve>;
  cableType: ReadonlyMap<Id, CableType>;
  /** Cold resistance of a link, Ω, by `style rating`. */
  linkOhm: ReadonlyMap<string, number>;
}

const withOwn = new WeakMap<readonly FuseLink[], WeakMap<Catalogue, Catalogue>>();

/** The catalogue with a board's own links beside it; the same object for the same two. */
export function catalogueWith(catalogue: Catalogue, customLinks: readonly FuseLink[]): Catalogue {
  if (customLinks.length === 0) return catalogue;
  let known = withOwn.get(customLinks);
  if (!known) {
    known = new WeakMap();
    withOwn.set(customLinks, known);
  }
  let joined = known.get(catalogue);
  if (!joined) {
    joined = { ...catalogue, fuseLinks: [...catalogue.fuseLinks, ...customLinks] };
    known.set(catalogue, joined);
  }
  return joined;
}

const known = new WeakMap<Catalogue, CatalogueIndex>();
const byId = <T extends { id: Id }>(list: readonly T[]): ReadonlyMap<Id, T> => new Map(list.map((x) => [x.id, x]));

/** A catalogue's entries by id; built once a catalogue, for sizing asks again and again. */
export function catalogueIndex(catalogue: Catalogue): CatalogueIndex {
  let index = known.get(catalogue);
  if (!index) {
    index = {
      fuseLink: byId(catalogue.fuseLinks),
      lug: byId(catalogue.lugs),
      shrink: byId(catalogue.shrinks),
      sleeve: byId(catalogue.sleeves),
      cableType: byId(catalogue.cableTypes),
      linkOhm: new Map(
        catalogue.fuseLinks.filter((l) => !l.curve).map((l) => [`${l.style} ${l.ratingA}`, l.coldResistanceOhm]),
      ),
    };
    known.set(catalogue, index);
  }
  return index;
}
