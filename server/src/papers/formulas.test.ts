import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { type Purchases, purchaseCsv, purchaseXlsx } from './purchasePaper.ts';

/** What a spreadsheet would work out, were it a formula, and what is honest although it begins as one would. */
const HOSTILE = ['=HYPERLINK("http://x.example","pay here")', '+1+cmd|" /C calc"!A0', '@SUM(1)', '\t=1+1'];
const HONEST = '-F1 spare';
const purchases = (supplier: string, name: string): Purchases => ({
  lists: [],
  unpriced: [{ articleId: supplier, name, quantity: 3, unit: 'pcs', orderBy: null } as Purchases['unpriced'][number]],
  currency: 'EUR',
});

describe('words that a spreadsheet could take for a formula', () => {
  it.each(HOSTILE)('leave in a spreadsheet as text, never as something to work out: %j', async (words) => {
    const files = unzipSync(new Uint8Array(await purchaseXlsx(purchases(words, words))));
    const sheets = Object.keys(files).filter((name) => name.startsWith('xl/worksheets/'));
    expect(sheets.length).toBeGreaterThan(0);
    const all = Object.values(files)
      .map((bytes) => strFromU8(bytes))
      .join('\n');
    // No cell holds a formula, and what was written is there, as a string.
    for (const sheet of sheets) expect(strFromU8(files[sheet]!)).not.toMatch(/<f[\s>]/);
    expect(all).toContain(words.trim().slice(1, 6));
    expect(all).not.toMatch(/<hyperlink/i);
  });
  it.each(HOSTILE)('leave in a list behind a mark that makes them words: %j', (words) => {
    const line = purchaseCsv(purchases(words, words)).split('\n')[1]!;
    expect(line).not.toMatch(/(^|,)"?[=+@\t]/);
  });
  it('what is honest stays readable in both', async () => {
    expect(purchaseCsv(purchases('a-1', HONEST))).toContain(HONEST);
    const files = unzipSync(new Uint8Array(await purchaseXlsx(purchases('a-1', HONEST))));
    expect(Object.values(files).some((bytes) => strFromU8(bytes).includes(HONEST))).toBe(true);
  });
});
