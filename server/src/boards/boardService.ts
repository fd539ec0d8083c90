import type { Board } from '@ombrik/core/document/board';
import type { Knex } from 'knex';
import { refuse } from '../refusal.ts';
import { longWork } from '../work/pools.ts';
import { appendEdit, appendStep, type EditOutcome, type EditRequest } from './edits.ts';
import { requireSheet, withDossier } from './jobFile.ts';
import { sheetWork } from './sheet.ts';

/** The board after a change, or as it is now where the change was made on an older one. */
export interface Changed {
  stale: boolean;
  revision: number;
  board: Board;
}

function changed(outcome: EditOutcome): Changed {
  if (outcome.kind === 'noJob') return refuse(404, 'no such job');
  if (outcome.kind === 'refused') return refuse(422, ...outcome.problems);
  return { stale: outcome.kind === 'stale', revision: outcome.revision, board: outcome.board };
}

/** One edit of a person. @throws Refusal where the job or the commands are not good */
export const changeBoard = async (
  db: Knex,
  jobId: string,
  personId: string,
  wish: Omit<EditRequest, 'way' | 'refersTo'>,
): Promise<Changed> => changed(await appendEdit(db, jobId, personId, { ...wish, way: 'edit', refersTo: null }));

/** A person's own last step taken back or done again. @throws Refusal where there is none or it no longer can be */
export async function stepBoard(
  db: Knex,
  jobId: string,
  personId: string,
  wish: { editId: string; baseRevision: number; way: 'undo' | 'redo' },
): Promise<Changed> {
  const result = await appendStep(db, jobId, personId, wish);
  if (result.kind === 'nothing') return refuse(409, `nothing of yours to ${wish.way}`);
  if (result.kind === 'overtaken')
    return refuse(
      409,
      `"${result.label}" can no longer be taken back: somebody changed what it touched`,
      ...result.problems,
    );
  return changed(result);
}

/**
 * Everything derived from a revision, as JSON text: it is made where it was derived, for there is much of it.
 * @param known hash of what the one who asks has derived; where it is the same, as it nearly always is, the dossier is null,
 *   and what was worked out to know that serves the floor and the wall
 */
export async function dossierText(
  db: Knex,
  jobId: string,
  revision: number | undefined,
  known: string | undefined,
): Promise<Uint8Array<ArrayBuffer>> {
  const sheet = await requireSheet(db, jobId, revision);
  const { revision: at } = sheet;
  if (known !== undefined && (await withDossier(sheet)).dossierFingerprint === known)
    return new TextEncoder().encode(JSON.stringify({ revision: at, dossierFingerprint: known, dossier: null }));
  return (await longWork('dossierText', { sheet: sheetWork(sheet), revision: at })) as Uint8Array<ArrayBuffer>;
}
