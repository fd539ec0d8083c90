import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { Problems } from '../../ui/Problems.tsx';

/** Everything the job needs by the piece: how many, where it lies, what has been taken. */
export function PickingSheet() {
  const job = useJob();
  const client = useQueryClient();
  const query = useQuery({
    queryKey: ['picking', job.jobId],
    queryFn: () => answer(api.jobs[':id'].picking.$get({ param: { id: job.jobId } })),
  });
  const pick = usePress({
    send: (v: { way: 'take' | 'reserve'; articleId: string | null }, key) =>
      answer(
        api.jobs[':id'].picking.$post(
          {
            param: { id: job.jobId },
            json: { ...v, revision: job.revision, key },
          },
          keyed(key),
        ),
      ),
    onSettled: () =>
      Promise.all(['picking', 'stock', 'buying', 'costs'].map((k) => client.invalidateQueries({ queryKey: [k] }))),
  });
  const lines = query.data?.lines ?? [];
  const open = lines.filter((l) => l.taken < l.needed);
  const missing = open.filter((l) => l.places.reduce((s, p) => s + p.free, 0) < l.needed - l.taken);
  return (
    <div className="p-4">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">Picking</h1>
        <span className="num">
          {lines.length - open.length} of {lines.length} lines picked
        </span>
        <button
          type="button"
          className="btn btn-sm"
          disabled={open.length === 0 || pick.isPending}
          onClick={() => pick.mutate({ way: 'reserve', articleId: null })}
        >
          Set aside what is there
        </button>
        {missing.length > 0 && (
          <span className="text-warning">
            {missing.length} lines are short:{' '}
            <Link to="/buying" className="underline">
              Buying
            </Link>
          </span>
        )}
      </div>
      {(query.error || pick.error) && (
        <Problems problems={problemsIn(query.error ?? pick.error)} onDismiss={() => pick.reset()} />
      )}
      <table className="table table-sm">
        <thead>
          <tr>
            <th>Part</th>
            <th className="text-right">Needed</th>
            <th className="text-right">Taken</th>
            <th className="text-right">Set aside</th>
            <th>Where</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => {
            const done = l.taken >= l.needed;
            const there = l.places.filter((p) => p.free > 0);
            return (
              <tr key={l.articleId} className={done ? 'opacity-60' : ''}>
                <td>{l.name}</td>
                <td className="num text-right">{l.needed}</td>
                <td className="num text-right">{l.taken > 0 ? l.taken : ''}</td>
                <td className="num text-right">{l.reserved > 0 ? l.reserved : ''}</td>
                <td>
                  {there.length === 0 ? (
                    <span className={done ? 'dim' : 'text-warning'}>{done ? '' : 'none in the store'}</span>
                  ) : (
                    there.map((p) => `${p.bin} (${p.free})`).join(', ')
                  )}
                </td>
                <td className="text-right">
                  {done ? (
                    <span className="text-success">● picked</span>
                  ) : there.length === 0 ? null : (
                    <button
                      type="button"
                      className="btn btn-sm"
                      aria-label={`Take ${l.name}`}
                      disabled={pick.isPending}
                      onClick={() => pick.mutate({ way: 'take', articleId: l.articleId })}
                    >
                      Take{' '}
                      {Math.min(
                        l.needed - l.taken,
                        there.reduce((s, p) => s + p.free, 0),
                      )}
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
