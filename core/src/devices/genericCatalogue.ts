import type { Catalogue } from '../document/part/part.ts';
import { VERSIONS } from '../versions.ts';
import { completePart } from './body.ts';
import { LUGS, SHRINKS, SLEEVES } from './data/cableEnds.ts';
import { CABLE_TYPES, FUSE_LINKS } from './data/consumables.ts';
import { DEVICES } from './registry.ts';

/** The catalogue that ships: generic parts, no maker's names, prices invented. */
export const genericCatalogue: Catalogue = {
  version: VERSIONS.catalogue,
  parts: DEVICES.flatMap((d) => d.parts).map(completePart),
  fuseLinks: FUSE_LINKS,
  cableTypes: CABLE_TYPES,
  lugs: LUGS,
  shrinks: SHRINKS,
  sleeves: SLEEVES,
};
