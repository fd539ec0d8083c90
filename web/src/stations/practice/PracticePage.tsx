import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { momentWords } from '../../told/days.ts';
import { Header } from '../../ui/Header.tsx';
import { LooksOn, standing } from '../../ui/LooksOn.tsx';
import { PickField } from '../../ui/PickField.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { OUTCOME_WORDS } from './words.ts';

const BOARDS = [
  ['marketCart', 'A market cart'],
  ['repeater', 'A repeater shelter'],
  ['hut', 'A mountain hut'],
] as const;
const OWN = 'job:';

const usePractice = () => useQuery({ queryKey: ['practice'], queryFn: () => answer(api.practice.$get()) });
type PracticeList = NonNullable<ReturnType<typeof usePractice>['data']>;
type RunRow = PracticeList['runs'][number];

const columns: DataColumn<RunRow>[] = [
  {
    title: 'Board',
    names: true,
    cell: (r) => (
      <Link className="link" to={`/practice/${r.id}`}>
        {r.boardName}
      </Link>
    ),
  },
  { title: 'Who', by: (r) => r.personName, cell: (r) => r.personName },
  { title: 'Level', right: true, by: (r) => r.level, cell: (r) => r.level, className: 'num' },
  {
    title: 'Begun',
    by: (r) => r.startedAt,
    cell: (r) => momentWords(r.startedAt),
    className: 'num',
  },
  {
    title: 'Took',
    right: true,
    className: 'num',
    cell: (r) =>
      r.endedAt ? `${Math.max(1, Math.round((Date.parse(r.endedAt) - Date.parse(r.startedAt)) / 60_000))} min` : '',
  },
  { title: 'Readings', right: true, by: (r) => r.readings, cell: (r) => r.readings, className: 'num' },
  { title: 'Ended', cell: (r) => (r.outcome ? OUTCOME_WORDS[r.outcome] : 'still open') },
  { title: 'Points', right: true, by: (r) => r.points ?? -1, cell: (r) => r.points ?? '', className: 'num' },
];

/** Where faults are looked for to learn it: start a board, see how it went before. */
export function PracticePage() {
  const list = usePractice();
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Practice</span>
      </Header>
      <LooksOn route="POST /api/practice" />
      <main className="mx-auto min-h-0 w-full max-w-4xl flex-1 overflow-auto p-6">
        <h1 className="text-2xl">Practice</h1>
        <p className="dim mb-3">
          A board with something wrong in it, hidden. Bring it to life in a safe order, measure with the simulated
          meter, and name the fault. Few readings, little time and nothing unsafe: that is a hundred points. Nothing
          here touches a job or its record.
        </p>
        {list.data && <StartPractice levels={list.data.levels} />}
        <h2 className="mt-6 text-xl">How it went</h2>
        {list.data?.runs.length === 0 && <p className="dim">Nobody has looked for a fault yet: start with level 1.</p>}
        {list.data && list.data.runs.length > 0 && (
          <DataTable label="Practice runs" columns={columns} rows={list.data.runs} keyOf={(r) => r.id} />
        )}
      </main>
    </div>
  );
}

function StartPractice({ levels }: Pick<PracticeList, 'levels'>) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [on, setOn] = useState<string>(BOARDS[0][0]);
  const [level, setLevel] = useState(1);
  const jobs = useQuery({
    queryKey: ['jobs', 'practice'],
    queryFn: () =>
      answer(api.jobs.$get({ query: {} } as never)) as Promise<{ jobs: { id: string; jobName: string }[] }>,
  });
  const start = usePress({
    route: 'POST /api/practice',
    send: (_: undefined, key) =>
      answer(
        api.practice.$post(
          {
            json: on.startsWith(OWN)
              ? { board: null, jobId: on.slice(OWN.length), level }
              : { board: on as (typeof BOARDS)[number][0], jobId: null, level },
          },
          keyed(key),
        ),
      ),
    onSuccess: async ({ id }) => {
      await client.invalidateQueries({ queryKey: ['practice'] });
      navigate(`/practice/${id}`);
    },
  });
  return (
    <section className="border border-base-300 bg-base-100 p-4" aria-label="Start a board">
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid gap-0.5">
          <span className="label-face">Board</span>
          <PickField
            label="Board"
            hideLabel
            size="md"
            className="w-56"
            value={on}
            options={[
              ...BOARDS.map(([value, says]) => [value, says] as const),
              ...(jobs.data?.jobs ?? []).map((j) => [`${OWN}${j.id}`, `A copy of ${j.jobName}`] as const),
            ]}
            onPick={(picked) => setOn(picked)}
          />
        </label>
        <label className="grid gap-0.5">
          <span className="label-face">Level</span>
          <PickField
            label="Level"
            hideLabel
            size="md"
            className="w-80"
            value={level}
            options={levels.map((l) => [l.level, `${l.level}: ${l.title}`] as const)}
            onPick={(picked) => setLevel(picked)}
          />
        </label>
        <button
          type="button"
          className="btn btn-primary btn-lg"
          {...standing(start)}
          onClick={() => start.mutate(undefined)}
        >
          {start.isPending ? 'Hiding it …' : 'Start'}
        </button>
      </div>
      {start.error && <Problems problems={problemsIn(start.error)} />}
    </section>
  );
}
