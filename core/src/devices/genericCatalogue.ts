import type { Catalogue } from '../document/part/part.ts';
import { completePart } from '../document/part/partBody.ts';
import { VERSIONS } from '../versions.ts';
import { LUGS, SHRINKS, SLEEVES } from './data/cableEnds.ts';
import { CONNECTORS } from './data/connectors.ts';
import { CABLE_TYPES, FUSE_LINKS } from './data/consumables.ts';
import { CONTROL } from './data/control.ts';
import { LOADS } from './data/loads.ts';
import { MAINS } from './data/mains.ts';
import { SOURCES } from './data/sources.ts';
import { SWITCHGEAR } from './data/switchgear.ts';

/** The catalogue that ships: generic parts, no maker's names, prices invented. */
export const genericCatalogue: Catalogue = {
  version: VERSIONS.catalogue,
  parts: [...SOURCES, ...MAINS, ...SWITCHGEAR, ...CONTROL, ...CONNECTORS, ...LOADS].map(completePart),
  fuseLinks: FUSE_LINKS,
  cableTypes: CABLE_TYPES,
  lugs: LUGS,
  shrinks: SHRINKS,
  sleeves: SLEEVES,
};
