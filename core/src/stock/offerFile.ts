import Papa from 'papaparse';
import type { Article } from './articles.ts';
import type { Offer } from './packs.ts';

const COLUMNS = ['article', 'supplier', 'pack', 'price', 'lead_days'] as const;

/** More is no price list of one supplier. */
const MOST_OFFERS = 5000;
/** A cell as it is told back. */
const told = (cell: string | undefined): string => (cell ?? '').slice(0, 60);

/**
 * Reads a price list: one line an offer with article, supplier, pack (pieces, or metres of length), price and lead_days.
 * Checked whole: either every line is good or nothing comes of it.
 * @example
 * readOffers('', () => null).offers; // []
 */
export function readOffers(
  text: string,
  articleById: (id: string) => Article | null,
): { offers: Omit<Offer, 'id'>[]; problems: string[] } {
  const parsed = Papa.parse<Record<string, string>>(text.trim(), { header: true, skipEmptyLines: true });
  const missing = COLUMNS.filter((c) => !(parsed.meta.fields ?? []).includes(c));
  if (missing.length > 0)
    return { offers: [], problems: [`columns missing: ${missing.join(', ')}; accepted: ${COLUMNS.join(', ')}`] };
  if (parsed.data.length > MOST_OFFERS)
    return { offers: [], problems: [`the list has ${parsed.data.length} lines; accepted: up to ${MOST_OFFERS}`] };
  const problems: string[] = [];
  const offers = parsed.data.map((row, i) => {
    const line = i + 2;
    const article = articleById((row.article ?? '').trim());
    const number = (field: 'pack' | 'price' | 'lead_days', most: number, least: number) => {
      const raw = (row[field] ?? '').trim();
      const value = raw === '' ? Number.NaN : Number(raw);
      if (!Number.isFinite(value) || value < least || value > most)
        problems.push(`line ${line}: ${field} is "${told(raw)}"; accepted: a number from ${least} to ${most}`);
      return value;
    };
    if (!article)
      problems.push(
        `line ${line}: article is "${told(row.article)}"; accepted: an id of the catalogue, such as lug-50-m8`,
      );
    const supplier = (row.supplier ?? '').trim();
    if (supplier === '' || supplier.length > 60)
      problems.push(`line ${line}: supplier is "${told(supplier)}"; accepted: 1 to 60 characters`);
    const pack = number('pack', 1e5, 0.01);
    const price = number('price', 1e6, 0);
    const leadDays = number('lead_days', 365, 0);
    const packQuantity = article?.unit === 'mm' ? Math.round(pack * 1000) : pack;
    if (Number.isFinite(packQuantity) && !Number.isInteger(packQuantity))
      problems.push(`line ${line}: pack is "${told(row.pack)}"; accepted: whole pieces`);
    return {
      articleId: article?.id ?? '',
      supplier,
      packQuantity,
      packPrice: Math.round(price * 100) / 100,
      leadDays: Math.round(leadDays),
    };
  });
  if (parsed.data.length === 0 && problems.length === 0) problems.push('the list has no lines');
  return problems.length > 0 ? { offers: [], problems } : { offers, problems };
}
