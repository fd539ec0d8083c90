import { readFileSync } from 'node:fs';
import { genericCatalogue } from '@ombrik/core/catalogue/genericCatalogue';
import { derive } from '@ombrik/core/derive';
import { migrateBoard } from '@ombrik/core/document/migrate';
import { defaultWorkshop } from '@ombrik/core/document/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { DIFFERENCES } from './differences.ts';
import { pinnedAnswers } from './pinned.ts';

/** Where two JSON values first part, as a path with both values; null where they say the same. */
export function firstDifference(was: unknown, is: unknown, path = ''): string | null {
  if (Object.is(was, is)) return null;
  const [a, b] = [was, is];
  if (
    typeof a !== 'object' ||
    typeof b !== 'object' ||
    a === null ||
    b === null ||
    Array.isArray(a) !== Array.isArray(b)
  )
    return `${path}: was ${text(a)}, is ${text(b)}`;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  for (const key of keys) {
    const found = firstDifference((a as Row)[key], (b as Row)[key], `${path}/${key}`);
    if (found) return found;
  }
  return null;
}
type Row = Record<string, unknown>;
const text = (value: unknown): string => (JSON.stringify(value) ?? 'nothing').slice(0, 300);

/** Derives every pinned board anew and says where an answer is another. */
export function compareWithPin(report: (n: number, difference: string) => void): number {
  const { folder, count } = pinnedAnswers();
  for (let n = 0; n < count; n++) {
    const { board, dossier } = JSON.parse(readFileSync(`${folder}/${n}.json`, 'utf8'));
    const migrated = migrateBoard(board) as typeof board;
    const now = JSON.parse(
      JSON.stringify(derive(migrated, genericCatalogue, profileOf(migrated, defaultWorkshop), defaultWorkshop)),
    );
    for (const each of [dossier, now]) for (const { leaveOut } of DIFFERENCES) leaveOut(each);
    for (const finding of dossier.findings) {
      // A finding's kind was called its rule.
      finding.kind ??= finding.rule;
      delete finding.rule;
    }
    // Versions tell which core made a dossier; they are not an answer.
    const difference = firstDifference({ ...dossier, inputs: null }, { ...now, inputs: null });
    if (difference) report(n, difference);
  }
  return count;
}
