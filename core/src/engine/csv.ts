import Papa from 'papaparse';

/**
 * What stands in a column of a list: words somebody typed, marks of parts and cables such as -F1 or -X1:3, or figures and
 * words of the program's own.
 */
export type CsvKind = 'words' | 'marks' | 'figures';

/** What a spreadsheet takes for a formula (OWASP, CSV injection), also behind quotes that keep it from that. */
const FORMULA = /^'*[=+\-@\t\r]/;
/** Reference designations (IEC 81346) and terminals: nothing a spreadsheet could call. */
const MARKS = /^[-+][A-Za-z0-9.:/ _-]*$/;

const mayStay = (kind: CsvKind, text: string): boolean =>
  !FORMULA.test(text) ||
  (kind === 'marks' && MARKS.test(text)) ||
  (kind === 'figures' && text.trim() !== '' && Number.isFinite(Number(text)));

/**
 * A list as CSV, or with tabs between as it goes over the clipboard. Text that a spreadsheet would run as a formula goes out behind a quote, by what its column holds: an
 * honest -F1 stays as it is where marks stand.
 * @param columns names in their order, each with what it holds
 * @example
 * csvOf({ part: 'marks', note: 'words' }, [{ part: '-F1', note: '=1+1' }]); // "part,note\r\n-F1,'=1+1"
 */
export function csvOf<C extends string>(
  columns: Readonly<Record<C, CsvKind>>,
  rows: readonly Readonly<Record<C, string | number>>[],
  delimiter: ',' | '\t' = ',',
): string {
  const fields = Object.keys(columns) as C[];
  const data = rows.map((row) =>
    fields.map((field) => {
      const value = row[field];
      return typeof value === 'string' && !mayStay(columns[field], value) ? `'${value}` : value;
    }),
  );
  return Papa.unparse({ fields, data }, { delimiter });
}

/**
 * A cell as it was before it went out: without the quote that kept it from being run.
 * @example
 * cellOf("'=1+1"); // '=1+1'
 */
export const cellOf = (text: string): string => (/^'+[=+\-@\t\r]/.test(text) ? text.slice(1) : text);

/**
 * Cells of a list that went out, line by line: what a cell held comes back whole, quotes, tabs and all.
 * @example
 * cellsOf('-F1\t"1/2"" stud"', '\t'); // [['-F1', '1/2" stud']]
 */
export const cellsOf = (text: string, between: ',' | '\t'): string[][] =>
  Papa.parse<string[]>(text, { delimiter: between }).data;
