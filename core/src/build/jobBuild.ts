import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { PicturedWay } from '../drawing/picturedWays.ts';
import type { BuildPlan } from './buildPlan.ts';
import type { BuildRecord } from './buildState.ts';
import type { LearnedTime } from './learnedTimes.ts';
import type { ChangeNote } from './note.ts';

/** How a job is built: the plan of the revision that is on the floor, or of the newest while none is. */
export interface JobBuild {
  revision: number;
  released: boolean;
  board: Board;
  plan: BuildPlan;
  /** How its cables lie. */
  ways: PicturedWay[];
  /** Which of several boards of the same this is, and how far each of them is. */
  unit: number;
  units: { unit: number; serial: string; done: number }[];
  records: BuildRecord[];
  /** What the release asks that followed another one. */
  note: ChangeNote | null;
  /** What steps were called that are done and no longer in the plan. */
  goneTitles: Record<string, string>;
  /** What kinds of work really took, over all jobs of the shop. */
  learned: LearnedTime[];
  /** Where in the store what the steps use lies, by article. */
  bins: Record<Id, string>;
  /** Cables made as the plan's revision has them. */
  madeIds: Id[];
}
