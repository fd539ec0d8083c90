import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { cellOf, csvOf } from './csv.ts';

const read = (csv: string): string[][] => Papa.parse<string[]>(csv).data;
const COLUMNS = { part: 'marks', note: 'words', price: 'figures' } as const;
/** Texts that begin as a formula does, more often than chance would make them. */
const text = fc.oneof(
  fc.string(),
  fc.string({ unit: 'binary' }),
  fc
    .tuple(
      fc.constantFrom('=', '+', '-', '@', '\t', '\r', "'=", "''-", '=HYPERLINK("http://x"', '@SUM(', '-1+cmd|'),
      fc.string(),
    )
    .map(([a, b]) => a + b),
);

describe('a list for a spreadsheet', () => {
  it.each([
    // OWASP, CSV injection: what begins so is run.
    ['words', '=HYPERLINK("http://x","y")', '\'=HYPERLINK("http://x","y")'],
    ['words', '@SUM(1)', "'@SUM(1)"],
    ['words', '+1', "'+1"],
    ['words', '-F1', "'-F1"],
    ['words', 'lamp = warm', 'lamp = warm'],
    ['marks', '-F1', '-F1'],
    ['marks', '-X1:3 -W17', '-X1:3 -W17'],
    ['marks', "-1+cmd|' /C calc'!A0", "'-1+cmd|' /C calc'!A0"],
    ['marks', '=A1', "'=A1"],
    ['figures', '-12.5', '-12.5'],
    ['figures', '=1+1', "'=1+1"],
    ['figures', '-', "'-"],
  ] as const)('%s: %j goes out as %j', (kind, said, out) => {
    expect(read(csvOf({ cell: kind }, [{ cell: said }]))[1]).toEqual([out]);
  });
  it('numbers stay numbers', () => {
    expect(csvOf(COLUMNS, [{ part: '-F1', note: '', price: -3.5 }])).toBe('part,note,price\r\n-F1,,-3.5');
  });
  it('nothing goes out that runs, and everything comes back as it was', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ part: text, note: text, price: text }), { minLength: 1 }), (rows) => {
        const [, ...cells] = read(csvOf(COLUMNS, rows));
        for (const [n, [part, note, price]] of cells.entries()) {
          expect(note).not.toMatch(/^[=+\-@\t\r]/);
          if (/^[=+\-@\t\r]/.test(part!)) expect(part).toMatch(/^[-+][\w.:/ -]*$/);
          if (/^[=+\-@\t\r]/.test(price!)) expect(Number(price)).not.toBeNaN();
          expect([part, note, price].map((c) => cellOf(c!))).toEqual([rows[n]!.part, rows[n]!.note, rows[n]!.price]);
        }
      }),
      { seed: 12, numRuns: 500 },
    );
  });
});
