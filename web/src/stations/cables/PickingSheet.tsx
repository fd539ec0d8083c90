import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

const fetchLines = (jobId: string) => answer(api.jobs[':id'].picking.$get({ param: { id: jobId } }));
type Line = Awaited<ReturnType<typeof fetchLines>>['lines'][number];

const isDone = (l: Line) => l.taken >= l.needed;
const freeOf = (l: Line) => l.places.reduce((s, p) => s + p.free, 0);

function Where({ line }: { line: Line }) {
  const there = line.places.filter((p) => p.free > 0);
  if (there.length > 0) return there.map((p) => `${p.bin} (${p.free})`).join(', ');
  return isDone(line) ? null : <span className="text-warning">none in the store</span>;
}

function TakeLine({ line, busy, take }: { line: Line; busy: boolean; take: () => void }) {
  if (isDone(line)) return <span className="text-success">● picked</span>;
  if (freeOf(line) === 0) return null;
  return (
    <button type="button" className="btn btn-sm" aria-label={`Take ${line.name}`} disabled={busy} onClick={take}>
      Take {Math.min(line.needed - line.taken, freeOf(line))}
    </button>
  );
}

/** Everything the job needs by the piece: how many, where it lies, what has been taken. */
export function PickingSheet() {
  const job = useJob();
  const client = useQueryClient();
  const query = useQuery({
    queryKey: ['picking', job.jobId],
    queryFn: () => fetchLines(job.jobId),
  });
  const pick = usePress({
    route: 'POST /api/jobs/:id/picking',
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
  const open = lines.filter((l) => !isDone(l));
  const missing = open.filter((l) => freeOf(l) < l.needed - l.taken);
  const columns: DataColumn<Line>[] = [
    { title: 'Part', by: (l) => l.name, cell: (l) => l.name },
    { title: 'Needed', right: true, className: 'num', by: (l) => l.needed, cell: (l) => l.needed },
    { title: 'Taken', right: true, className: 'num', by: (l) => l.taken, cell: (l) => l.taken || '' },
    { title: 'Set aside', right: true, className: 'num', by: (l) => l.reserved, cell: (l) => l.reserved || '' },
    { title: 'Where', by: (l) => l.places[0]?.bin ?? '', cell: (l) => <Where line={l} /> },
    {
      title: '',
      right: true,
      cell: (l) => (
        <TakeLine
          line={l}
          busy={standing(pick).disabled}
          take={() => pick.mutate({ way: 'take', articleId: l.articleId })}
        />
      ),
    },
  ];
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
          {...standing(pick, open.length === 0)}
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
      <DataTable
        label="Picking"
        columns={columns}
        rows={lines}
        keyOf={(l) => l.articleId}
        rowClass={(l) => (isDone(l) ? 'dim' : '')}
      />
    </div>
  );
}
