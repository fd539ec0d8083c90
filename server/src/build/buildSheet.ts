import type { JobBuild } from '@ombrik/core/build/jobBuild';
import { LRUCache } from 'lru-cache';
import { type JobSheet, sheetKey, sheetWork } from '../boards/sheet.ts';
import { longWork } from '../work/pools.ts';

type Sheet = Pick<JobBuild, 'plan' | 'ways'>;
/** Promises, so that ten who ask at once wait for one. */
const sheets = new LRUCache<string, Promise<Sheet>>({ max: 40 });

/** The steps a board is built in and how its cables lie, worked out once for a revision. */
export function buildSheetOf(file: JobSheet): Promise<Sheet> {
  const key = sheetKey(file);
  let known = sheets.get(key);
  if (!known) {
    known = longWork('buildSheet', sheetWork(file));
    sheets.set(key, known);
    known.catch(() => sheets.delete(key));
  }
  return known;
}
