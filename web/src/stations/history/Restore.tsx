import { commandsBetween } from '@ombrik/core/document/difference/boardChanges';
import { useQueryClient } from '@tanstack/react-query';
import { nanoid } from 'nanoid';
import { useNavigate } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useMay } from '../../app/useMe.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import type { Side } from './useCompared.ts';

/** Puts a board of before in the place of the newest: an edit like any other, which can be taken back. */
export function Restore({ jobId, newest, candidates }: { jobId: string; newest: number; candidates: readonly Side[] }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const draws = useMay('POST /api/jobs/:id/edits');
  const restore = usePress({
    route: 'POST /api/jobs/:id/edits',
    send: async (revision: number, key) => {
      const at = (r: number) =>
        answer(api.jobs[':id'].revisions[':revision'].$get({ param: { id: jobId, revision: String(r) } }));
      const [from, to] = await Promise.all([at(newest), at(revision)]);
      const commands = commandsBetween(from.board, to.board);
      if (commands.length === 0) throw new Error(`revision ${revision} is what the board is now`);
      const json = { editId: nanoid(), baseRevision: newest, label: `Back to revision ${revision}`, commands };
      return answer(api.jobs[':id'].edits.$post({ param: { id: jobId }, json: json as never }, keyed(key)));
    },
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['job', jobId] });
      navigate(`/jobs/${jobId}/board`);
    },
  });
  const older = candidates.filter((c) => c.jobId === jobId && c.revision < newest).map((c) => c.revision);
  if (!draws || older.length === 0) return null;
  return (
    <div className="my-2 flex flex-wrap items-center gap-2">
      {[...new Set(older)].map((revision) => (
        <button
          key={revision}
          type="button"
          className="btn btn-sm"
          {...standing(restore)}
          onClick={() => restore.mutate(revision)}
        >
          Put revision {revision} back in its place
        </button>
      ))}
      {restore.error && <Problems problems={problemsIn(restore.error)} onDismiss={restore.reset} />}
    </div>
  );
}
