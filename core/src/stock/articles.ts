import { deviceOf } from '../devices/registry.ts';
import type { Id } from '../document/basics.ts';
import type { ColourCode } from '../document/cable/cable.ts';
import { catalogueIndex } from '../document/part/catalogueIndex.ts';
import type { Catalogue, Part } from '../document/part/part.ts';
import type { StockSheet } from '../document/workshop/workshop.ts';
import type { PartsLine } from '../stages/parts/parts.ts';
import { COLOUR_NAME } from '../tables/conductorColours.ts';
import { fastenerName, USUAL_FASTENERS } from './fasteners.ts';

export type ArticleGroup = PartsLine['group'] | 'sheet' | 'fastener';

/** Something that can lie in the store: what a parts list names, and sheets for panels. */
export interface Article {
  id: Id;
  group: ArticleGroup;
  name: string;
  /** Lengths are kept in whole millimetres, everything else in pieces. */
  unit: 'mm' | 'pcs';
  /** Length it is bought in; null for pieces. */
  freshMm: number | null;
  /** Price of one millimetre or piece from the catalogue; what was paid goes before it. */
  priceEach: number | null;
}

/** Thin cable comes on rolls of 100 m, thick on rolls of 50 m, bars in lengths of 2 m. Common practice, no source. */
const ROLL = { thinMm: 100_000, thickMm: 50_000, thickFromMm2: 35, barMm: 2000 };

/** Groups of things kept by length. */
export const BY_LENGTH: readonly ArticleGroup[] = ['cable', 'shrink', 'sleeve'];

const pieces = (group: ArticleGroup, id: Id, name: string, priceEach: number | null): Article => ({
  id,
  group,
  name,
  unit: 'pcs',
  freshMm: null,
  priceEach,
});
const perMm = (pricePerM: number | null) => (pricePerM === null ? null : pricePerM / 1000);

/**
 * The article an id of a parts list or a store stands for: a cable type with its colour (`thermoplastic105-50/RD`), a
 * lug, a link, tube, sleeve, device, fastener or sheet; null when the catalogue knows none.
 * @example
 * articleOf('gone', catalogue, parts, []); // null
 */
export function articleOf(
  id: Id,
  catalogue: Catalogue,
  parts: ReadonlyMap<Id, Part>,
  sheets: readonly StockSheet[],
): Article | null {
  const index = catalogueIndex(catalogue);
  const [typeId, colour] = id.split('/');
  const type = index.cableType.get(typeId!);
  if (type) {
    const single = type.cores === 1 && !type.bar;
    if (single ? !(colour !== undefined && colour in COLOUR_NAME) : colour !== undefined) return null;
    return {
      id,
      group: 'cable',
      name: colour ? `${type.name}, ${colour}` : type.name,
      unit: 'mm',
      freshMm: type.bar ? ROLL.barMm : type.areaMm2 >= ROLL.thickFromMm2 ? ROLL.thickMm : ROLL.thinMm,
      priceEach: perMm(type.pricePerM),
    };
  }
  const shrink = index.shrink.get(id);
  if (shrink)
    return {
      id,
      group: 'shrink',
      name: shrink.name,
      unit: 'mm',
      freshMm: shrink.stickMm,
      priceEach: perMm(shrink.pricePerM),
    };
  const sleeve = index.sleeve.get(id);
  if (sleeve)
    return {
      id,
      group: 'sleeve',
      name: sleeve.name,
      unit: 'mm',
      freshMm: sleeve.rollMm,
      priceEach: perMm(sleeve.pricePerM),
    };
  const lug = index.lug.get(id);
  if (lug) return pieces('end', id, lug.name, lug.price);
  const link = index.fuseLink.get(id);
  if (link) return pieces('fuse', id, link.name, link.price);
  const part = parts.get(id);
  if (part) return pieces('device', id, part.name, part.price);
  const fastener = fastenerName(id);
  if (fastener) return pieces('fastener', id, fastener, null);
  const sheet = sheets.find((s) => s.id === id);
  if (sheet)
    return pieces(
      'sheet',
      id,
      `${sheet.material} ${sheet.thicknessMm} mm, ${sheet.widthMm} × ${sheet.heightMm} mm`,
      sheet.price,
    );
  return null;
}

/**
 * Every article there is, in the order a store is walked; cable in the colours conductors have.
 * @example
 * allArticles(catalogue, parts, []).length > 100; // true
 */
export function allArticles(
  catalogue: Catalogue,
  parts: ReadonlyMap<Id, Part>,
  sheets: readonly StockSheet[],
): Article[] {
  const ids: Id[] = [
    ...catalogue.cableTypes.flatMap((t) =>
      t.cores === 1 && !t.bar ? (Object.keys(COLOUR_NAME) as ColourCode[]).map((c) => `${t.id}/${c}`) : [t.id],
    ),
    ...catalogue.lugs.map((l) => l.id),
    ...catalogue.shrinks.map((s) => s.id),
    ...catalogue.sleeves.map((s) => s.id),
    ...catalogue.fuseLinks.map((l) => l.id),
    ...[...parts.values()].filter((p) => !deviceOf(p.kind).customers).map((p) => p.id),
    ...sheets.map((s) => s.id),
    ...USUAL_FASTENERS,
  ];
  return ids.flatMap((id) => articleOf(id, catalogue, parts, sheets) ?? []);
}

/**
 * A quantity as people read it: metres with two digits, or pieces.
 * @example
 * quantityText({ unit: 'm' }, 1500); // '1500'
 */
export const quantityText = (article: Pick<Article, 'unit'>, quantity: number): string =>
  article.unit === 'mm' ? `${(quantity / 1000).toFixed(2)} m` : `${quantity}`;
