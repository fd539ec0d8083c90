import type { BuildStep } from './step.ts';

/** What a later release asks of the floor: taken up by somebody there before what it touches goes on. */
export interface ChangeNote {
  fromRevision: number;
  toRevision: number;
  /** Who released it, and when. */
  personName: string;
  at: string;
  reason: string;
  /** Done as an earlier revision had it: to be taken off, to be done again. */
  undo: readonly Pick<BuildStep, 'id' | 'title'>[];
  redo: readonly Pick<BuildStep, 'id' | 'title'>[];
  /** New ones. */
  add: readonly Pick<BuildStep, 'id' | 'title'>[];
  keepCount: number;
}

/**
 * Under this a note is said to be taken up.
 * @example
 * noteId(4); // 'note/4'
 */
export const noteId = (toRevision: number): string => `note/${toRevision}`;
