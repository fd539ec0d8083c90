import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Part } from '@ombrik/core/document/part/part';
import { partIndex } from '@ombrik/core/document/references';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import { type Article, articleOf } from '@ombrik/core/stock/articles';

/** Articles by id, boards' own parts among them. */
export function articleFinder(
  workshop: Pick<Workshop, 'sheets'>,
  customParts: readonly Part[] = [],
): (id: string) => Article | null {
  const parts = partIndex({ customParts: [...customParts] }, genericCatalogue);
  const known = new Map<string, Article | null>();
  return (id) => {
    if (!known.has(id)) known.set(id, articleOf(id, genericCatalogue, parts, workshop.sheets));
    return known.get(id)!;
  };
}
