import type { Board } from './board.ts';
import { boardSchema } from './boardSchema.ts';
import { migrateBoard } from './migrate.ts';
import type { Catalogue } from './part/part.ts';
import { referenceProblems } from './references.ts';
import { problemsOf } from './schemaKit.ts';

export type Checked = { ok: true; board: Board } | { ok: false; problems: string[] };

/**
 * Validates an unknown value as a board document, of this format version or an older one: shape first, then
 * cross-references.
 * @returns the value as a Board of the current version, or every problem found.
 * @example
 * checkBoard(board, catalogue).ok; // true
 */
export function checkBoard(value: unknown, catalogue: Catalogue): Checked {
  const current = migrateBoard(value);
  const shape = problemsOf(boardSchema, current);
  if (shape.length > 0) return { ok: false, problems: shape };
  const board = current as Board;
  const references = referenceProblems(board, catalogue);
  return references.length > 0 ? { ok: false, problems: references } : { ok: true, board };
}
