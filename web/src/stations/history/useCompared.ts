import { compareDossiers, type DossiersCompared } from '@ombrik/core/compare/compareDossiers';
import type { Board } from '@ombrik/core/document/board';
import { type BoardChange, boardChanges } from '@ombrik/core/document/difference/boardChanges';
import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { workerDeriver } from '../../session/deriver.ts';

/** A revision of a job. */
export interface Side {
  jobId: string;
  revision: number;
}
export interface Compared extends DossiersCompared {
  boards: [before: Board, after: Board];
  changes: BoardChange[];
}

const sheetOf = ({ jobId, revision }: Side) =>
  answer(api.jobs[':id'].revisions[':revision'].$get({ param: { id: jobId, revision: String(revision) } }));

/** Both worked out by what the workshop holds true now, so that only the boards differ. */
async function compared(before: Side, after: Side, signal: AbortSignal): Promise<Compared> {
  const [was, is] = await Promise.all([sheetOf(before), sheetOf(after)]);
  signal.throwIfAborted();
  const deriver = workerDeriver();
  signal.addEventListener('abort', deriver.close);
  try {
    const first = await deriver.derive(was.board, is.workshop);
    const second = await deriver.derive(is.board, is.workshop);
    return {
      ...compareDossiers({ board: was.board, dossier: first.dossier }, { board: is.board, dossier: second.dossier }),
      boards: [was.board, is.board],
      changes: boardChanges(was.board, is.board),
    };
  } finally {
    deriver.close();
  }
}

/** Two revisions, of one job or of two, beside one another. */
export function useCompared(before: Side, after: Side) {
  const queryKey = ['compared', before, after];
  const query = useQuery({
    queryKey,
    queryFn: ({ signal }) => compared(before, after, signal),
    // A revision never changes; what the workshop holds true may.
    staleTime: 60_000,
  });
  return { ...query, stops: queryKey };
}
