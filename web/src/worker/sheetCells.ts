import { Unzip, UnzipInflate, zipSync } from 'fflate';
import { readSheet } from 'read-excel-file/web-worker';

/** A spreadsheet unfolded may hold so much: a load list of a thousand lines is a few hundred kB. */
const MOST_BYTES = 24 * 1024 * 1024;
const MOST_FILES = 200;
const MOST_ROWS = 2000;
const MOST_COLUMNS = 100;

/** A spreadsheet that is not read, and why. */
class SheetProblem extends Error {
  override name = 'SheetProblem';
}

/** Files of a spreadsheet, unfolded piece by piece and never past what they may hold. @throws SheetProblem */
function unfolded(bytes: Uint8Array): Record<string, Uint8Array> {
  const files: Record<string, Uint8Array> = {};
  let [total, count] = [0, 0];
  let problem: Error | null = null;
  const unzip = new Unzip((file) => {
    count++;
    const parts: Uint8Array[] = [];
    file.ondata = (error, piece, last) => {
      if (error) problem ??= new SheetProblem(`it is damaged (${error.message})`);
      if (problem || error) return;
      total += piece.length;
      if (total > MOST_BYTES || count > MOST_FILES) {
        problem = new SheetProblem(`it unfolds to more than ${MOST_BYTES / 1024 / 1024} MB; accepted: a plain list`);
        file.terminate();
        return;
      }
      parts.push(piece);
      if (last) files[file.name] = joined(parts);
    };
    if (!problem) file.start();
  });
  unzip.register(UnzipInflate);
  // In pieces, so that what swells is seen before all of it is there.
  const PIECE = 16 * 1024;
  for (let at = 0; at < bytes.length && !problem; at += PIECE)
    unzip.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  if (problem) throw problem;
  return files;
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const p of parts) {
    all.set(p, at);
    at += p.length;
  }
  return all;
}

const columnOf = (letters: string): number => [...letters].reduce((n, c) => n * 26 + c.charCodeAt(0) - 64, 0);

/** The farthest cells a sheet names decide how large a table is made of it. @throws SheetProblem */
function requireSmall(name: string, xml: string): void {
  for (const [, letters, row] of xml.matchAll(/\br\s*=\s*["']([A-Z]{1,4})(\d{1,8})["']/g))
    if (columnOf(letters!) > MOST_COLUMNS || Number(row) > MOST_ROWS)
      throw new SheetProblem(
        `${name} has a cell at ${letters}${row}; accepted: up to ${MOST_ROWS} lines and ${MOST_COLUMNS} columns`,
      );
  for (const [, row] of xml.matchAll(/<row\b[^>]*\br\s*=\s*["'](\d{1,8})["']/g))
    if (Number(row) > MOST_ROWS)
      throw new SheetProblem(`${name} has a line ${row}; accepted: up to ${MOST_ROWS} lines`);
}

/**
 * Cells of the first sheet of a spreadsheet as text, formulas by what they came to. What is read is what was measured: the
 * files are packed anew.
 * @throws SheetProblem for one that swells, is damaged, or names cells far out
 */
export async function sheetCells(bytes: Uint8Array): Promise<string[][]> {
  const files = unfolded(bytes);
  for (const [name, content] of Object.entries(files))
    if (/worksheets\/[^/]+\.xml$/.test(name)) requireSmall(name, new TextDecoder().decode(content));
  if (Object.keys(files).length === 0) throw new SheetProblem('it is no spreadsheet; accepted: .xlsx');
  const cells = await readSheet(zipSync(files, { level: 0 }).buffer as ArrayBuffer).catch((error: Error) => {
    throw new SheetProblem(`it cannot be read (${error.message})`);
  });
  return cells.map((row) => row.map((c) => (c === null ? '' : String(c))));
}
