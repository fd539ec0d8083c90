import { bodyOf } from '../../devices/body.ts';
import { elementKindNamed } from '../../devices/registry.ts';
import { each, type Migration } from '../migration.ts';
import type { PartKind } from './part.ts';

/** What the kinds of element gained with a version. */
const elements = (version: number) => (part: Record<string, unknown>) => ({
  ...part,
  elements: each(part.elements, (e) => ({ ...elementKindNamed(e.kind)?.older?.[version]?.(e), ...e })),
});

/** Versions 2 and 3: what elements gained. Version 4: what a part asks of its place. Version 5: elements again. */
export const partMigration: Migration = {
  2: elements(2),
  3: elements(3),
  4: (part) => ({
    body: bodyOf({ kind: part.kind as PartKind, elements: Array.isArray(part.elements) ? part.elements : [] }),
    ...part,
  }),
  5: elements(5),
};
