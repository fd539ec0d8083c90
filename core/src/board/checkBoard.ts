import type { Catalogue } from '../catalogue/part.ts';
import type { Board } from './board.ts';
import { boardSchema } from './boardSchema.ts';
import { referenceProblems } from './references.ts';
import { problemsOf } from './schemaKit.ts';

export type Checked = { ok: true; board: Board } | { ok: false; problems: string[] };

/**
 * Validates an unknown value as a board document: shape first, then cross-references.
 * @returns the same value typed as Board, or every problem found.
 */
export function checkBoard(value: unknown, catalogue: Catalogue): Checked {
  const shape = problemsOf(boardSchema, value);
  if (shape.length > 0) return { ok: false, problems: shape };
  const board = value as Board;
  const references = referenceProblems(board, catalogue);
  return references.length > 0 ? { ok: false, problems: references } : { ok: true, board };
}
