import { readFileSync } from 'node:fs';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { checkBoard } from '@ombrik/core/document/checkBoard';

/** Prints problems on standard error and ends with 2: what was given was not understood. */
export function refuse(what: string, problems: readonly string[]): never {
  console.error(`${what} was refused:`);
  for (const p of problems) console.error(`  ${p}`);
  process.exit(2);
}

/** A board of a file, of this format or an older one. */
export function readBoard(file: string): Board {
  let value: unknown;
  try {
    value = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    refuse(file, [(error as Error).message]);
  }
  const checked = checkBoard(value, genericCatalogue);
  return checked.ok ? checked.board : refuse(file, checked.problems);
}
