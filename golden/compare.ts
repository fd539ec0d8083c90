import { readFileSync } from 'node:fs';
import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { migrateBoard } from '@ombrik/core/document/migrate';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { firstDifference } from '@ombrik/core/testing/difference';
import { DIFFERENCES } from './differences.ts';
import { pinnedAnswers } from './pinned.ts';

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
    // Versions tell which core made a dossier; they are not an answer.
    const difference = firstDifference({ ...dossier, inputs: null }, { ...now, inputs: null });
    if (difference) report(n, difference);
  }
  return count;
}
