import type { StationState } from '@ombrik/core/stations';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { addDays, differenceInCalendarDays, parseISO, startOfDay } from 'date-fns';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { type Present, usePresent } from '../../app/useLive.ts';
import { dayWords } from '../../told/days.ts';
import { boardBytes } from '../../ui/boardFile.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { FileDrop } from '../../ui/FileDrop.tsx';
import { Header } from '../../ui/Header.tsx';
import { Here } from '../../ui/Here.tsx';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { STATE_MARK, STATE_WORDS, STATION_TITLE } from '../../ui/stationMarks.ts';
import { FirstRun } from './FirstRun.tsx';

const fetchJobs = (archived: boolean, words: string) =>
  answer(api.jobs.$get({ query: { archived: archived ? 'yes' : 'no', words } } as never));
type Job = Awaited<ReturnType<typeof fetchJobs>>['jobs'][number];
export const jobsQuery = (archived: boolean, words: string) => ({
  queryKey: ['jobs', archived, words],
  queryFn: () => fetchJobs(archived, words),
});

const AXIS_DAYS = 56;
const PAST_DAYS = 7;
/** Width of the sign of one station. */
const SIGN_PX = 24;

/** Share of the axis at which a date lies. */
const NewJobForm = lazy(() => import('./NewJobForm.tsx').then((m) => ({ default: m.NewJobForm })));

const along = (date: Date, today: Date) =>
  Math.min(1, Math.max(0, (differenceInCalendarDays(date, today) + PAST_DAYS) / (AXIS_DAYS + PAST_DAYS)));

interface PlankProps {
  job: Job;
  /** Who else looks at it. */
  here: readonly Present[];
  today: Date;
  onDone: () => void;
}

function Plank({ job, here, today, onDone }: PlankProps) {
  const wanted = job.wantedOn ? parseISO(job.wantedOn) : null;
  const late = wanted !== null && wanted < today;
  const begin = along(parseISO(job.createdAt), today);
  const end = wanted ? along(wanted, today) : 1;
  const duplicate = usePress({
    route: 'POST /api/jobs/:id/duplicate',
    send: (_: undefined, key) => answer(api.jobs[':id'].duplicate.$post({ param: { id: job.id } }, keyed(key))),
    onSuccess: onDone,
  });
  const archive = usePress({
    route: 'POST /api/jobs/:id/archive',
    send: (_: undefined, key) =>
      answer(api.jobs[':id'].archive.$post({ param: { id: job.id }, json: { archived: !job.archived } }, keyed(key))),
    onSuccess: onDone,
  });
  const left = `${Math.min(begin, end - 0.02) * 100}%`;
  const wordsInside = end - begin > 0.5;
  // The words follow the signs, however many stations there are.
  const afterSigns = `calc(${left} + ${job.stations.length * SIGN_PX}px)`;
  return (
    <li className="perforated grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3 py-2 md:grid-cols-[190px_minmax(0,1fr)_72px] lg:grid-cols-[270px_minmax(0,1fr)_168px]">
      <div className="min-w-0">
        <Link
          to={`/jobs/${job.id}/${job.next ?? 'ship'}`}
          className="label-face block truncate text-lg leading-tight hover:text-primary"
        >
          <span className="num dim mr-1 text-sm">{job.number}</span> {job.jobName}
        </Link>
        <p className="dim truncate text-xs">
          {job.customer || 'no customer yet'} · {job.systemVoltageV} V{' '}
          <span className="ml-1">
            <Here people={here} />
          </span>
        </p>
        <p className="truncate text-xs md:hidden">
          waits for {job.waitsFor}
          {job.stops > 0 && <span className="text-error"> · {job.stops} stop findings</span>}
        </p>
      </div>
      <Link
        to={`/jobs/${job.id}/${job.next ?? 'ship'}`}
        aria-label={`${job.jobName} waits for ${job.waitsFor}`}
        className="group relative hidden h-14 md:block"
      >
        {/* The plank ends on the day the job is wanted; the words stand inside it only where they fit whole. */}
        <span
          aria-hidden
          className={`absolute inset-y-1 border bg-base-100 ${late ? 'border-error' : 'border-base-content/40'}`}
          style={{ left, right: `${(1 - end) * 100}%`, minWidth: 10, borderRadius: 3 }}
        />
        <span className="absolute inset-y-1 flex items-center whitespace-nowrap" style={{ left }}>
          <span className="flex h-full">
            {job.stations.map((s) => (
              <span
                key={s.station}
                title={`${STATION_TITLE[s.station]}: ${STATE_WORDS[s.state]}`}
                style={{ width: SIGN_PX }}
                className={`flex items-center justify-center border-r border-dashed border-base-300 text-xs ${s.state === 'findings' ? 'text-warning' : ''}`}
              >
                <span aria-hidden>{STATE_MARK[s.state]}</span>
              </span>
            ))}
          </span>
        </span>
        <span
          className="absolute inset-y-1 right-0 flex items-center"
          style={{ left: wordsInside ? afterSigns : `max(${afterSigns}, ${end * 100}%)` }}
          title={`waits for ${job.waitsFor}`}
        >
          <span className="min-w-0 px-3 text-xs leading-tight">
            <span className="block truncate group-hover:text-primary group-hover:underline">
              waits for {job.waitsFor}
            </span>
            {job.stops > 0 && <span className="block text-error">{job.stops} stop findings</span>}
          </span>
        </span>
      </Link>
      <div className="flex items-center justify-end gap-1">
        <span className={`num mr-1 text-xs ${late ? 'text-error' : 'dim'}`}>
          {wanted ? dayWords(wanted) : 'no date'}
        </span>
        <button
          type="button"
          className="btn btn-xs max-lg:hidden"
          aria-label={`Copy ${job.jobName}`}
          {...standing(duplicate)}
          onClick={() => duplicate.mutate()}
        >
          Copy
        </button>
        <button
          type="button"
          className="btn btn-xs max-lg:hidden"
          aria-label={`${job.archived ? 'Bring back' : 'Archive'} ${job.jobName}`}
          {...standing(archive)}
          onClick={() => archive.mutate()}
        >
          {job.archived ? 'Bring back' : 'Archive'}
        </button>
      </div>
    </li>
  );
}

/** Where the planks come, while they are fetched. */
function Places() {
  return (
    <div role="status" aria-label="Fetching the jobs">
      {[0, 1, 2, 3].map((n) => (
        <div
          key={n}
          className="perforated grid h-[68px] grid-cols-[minmax(0,1fr)_auto] items-center gap-3 md:grid-cols-[190px_minmax(0,1fr)_72px] lg:grid-cols-[270px_minmax(0,1fr)_168px]"
        >
          <span className="h-4 w-40 bg-base-300" />
          <span className="h-11 border border-base-300 bg-base-100" />
          <span />
        </div>
      ))}
    </div>
  );
}

/** What the signs on a plank mean, station by station. */
function Legend() {
  return (
    <p className="dim mt-3 flex flex-wrap gap-x-5 text-xs">
      <span>On a plank, left to right: {Object.values(STATION_TITLE).join(', ')}.</span>
      {Object.entries(STATE_MARK).map(([state, mark]) => (
        <span key={state}>
          {mark} {STATE_WORDS[state as StationState]}
        </span>
      ))}
    </p>
  );
}

/** The planks along the weeks, late first. */
function Planks({ jobs, count, onDone }: { jobs: readonly Job[]; count: number; onDone: () => void }) {
  const present = usePresent();
  const today = startOfDay(new Date());
  const weeks = Array.from({ length: Math.floor((AXIS_DAYS + PAST_DAYS) / 7) }, (_, i) =>
    addDays(today, i * 7 - PAST_DAYS),
  );
  return (
    <>
      <div className="hidden grid-cols-[190px_minmax(0,1fr)_72px] gap-3 md:grid lg:grid-cols-[270px_minmax(0,1fr)_168px]">
        <span />
        <div className="relative h-5" aria-hidden>
          {weeks.map((w, n) => (
            <span
              key={w.toISOString()}
              className={`num dim absolute whitespace-nowrap text-xs ${n % 2 === 1 ? 'max-lg:hidden' : ''}`}
              style={{ left: `${along(w, today) * 100}%` }}
            >
              {dayWords(w)}
            </span>
          ))}
        </div>
      </div>
      <div className="relative">
        <div
          className="pointer-events-none absolute inset-y-0 left-[202px] right-[84px] hidden md:block lg:left-[282px] lg:right-[180px]"
          aria-hidden
        >
          <span
            className="absolute inset-y-0 border-l-2 border-primary"
            style={{ left: `${along(today, today) * 100}%` }}
          />
        </div>
        <ul>
          {jobs.map((job) => (
            <Plank
              key={job.id}
              job={job}
              here={present.filter((p) => p.at.startsWith(`${job.id}/`))}
              today={today}
              onDone={onDone}
            />
          ))}
        </ul>
      </div>
      {jobs.length > 0 && <Legend />}
      {count > jobs.length && (
        <p className="dim mt-3 text-sm">
          {jobs.length} of {count} jobs, the first wanted first. Search for the others.
        </p>
      )}
    </>
  );
}

/** The wall of the shop: a plank per job along the weeks, late first, each with what it waits for. */
export function ShopWall() {
  const client = useQueryClient();
  const [showArchived, setShowArchived] = useState(false);
  const [words, setWords] = useState('');
  const query = useQuery({
    ...jobsQuery(showArchived, words),
    placeholderData: keepPreviousData,
    // Rows that are behind come with the next looks.
    refetchInterval: (q) => ((q.state.data?.behind ?? 0) > 0 ? 1500 : false),
  });
  const [adding, setAdding] = useState(false);
  const [problems, setProblems] = useState<string[]>([]);
  const navigate = useNavigate();
  const refresh = () => client.invalidateQueries({ queryKey: ['jobs'] });
  const { jobs, count } = query.data ?? { jobs: [], count: 0 };
  const take = usePress({
    route: 'POST /api/jobs/import',
    send: (value: unknown, key) => answer(api.jobs.import.$post({ json: value } as never, keyed(key))),
  });
  const upload = async (file: File) => {
    try {
      const text = new TextDecoder().decode(await boardBytes(file));
      const { job } = await take.mutateAsync(JSON.parse(text));
      navigate(`/jobs/${job.id}/brief`);
    } catch (error) {
      setProblems(
        error instanceof SyntaxError
          ? [`${file.name} is not JSON: ${error.message}. Nothing was written.`]
          : [`${file.name} was refused; nothing was written.`, ...problemsIn(error)],
      );
    }
  };
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span className="truncate">Shop wall</span>
      </Header>
      <FileDrop
        says="Take the board in as a job"
        className="flex min-h-0 flex-1 flex-col"
        disabled={take.mayNot !== null}
        onFiles={(files) => files[0] && void upload(files[0])}
      >
        <main className="min-h-0 flex-1 overflow-auto px-4 py-4 md:px-6">
          <div className="mb-3 flex flex-wrap items-center gap-2">
            <h1 className="mr-auto text-2xl">What must happen next</h1>
            <input
              type="search"
              className="input input-sm w-44"
              aria-label="Find a job"
              placeholder="Name, customer, number"
              value={words}
              onChange={(e) => setWords(e.target.value)}
            />
            <label className="flex items-center gap-2 text-sm">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={showArchived}
                onChange={(e) => setShowArchived(e.target.checked)}
              />
              archived too
            </label>
            <Link to="/lessons" className="btn btn-sm">
              What fails
            </Link>
            <Link to="/screen" className="btn btn-sm max-md:hidden">
              Large screen
            </Link>
            <FileButton
              text="Open a board file"
              accept="application/json,.json"
              disabled={take.mayNot !== null}
              title={take.mayNot ?? undefined}
              onFile={(file) => void upload(file)}
            />
            <button
              type="button"
              className="btn btn-primary btn-sm"
              aria-expanded={adding}
              {...standing(take)}
              onClick={() => setAdding(!adding)}
            >
              New job
            </button>
          </div>
          <Problems problems={problems} onDismiss={() => setProblems([])} />
          {adding && (
            <Suspense fallback={null}>
              <NewJobForm onCancel={() => setAdding(false)} />
            </Suspense>
          )}
          {query.error && <Problems problems={problemsIn(query.error)} />}
          <FirstRun onNewJob={() => setAdding(true)} />
          {query.isPending && <Places />}
          {(jobs.length > 0 || query.isPending) && <Planks jobs={jobs} count={count} onDone={refresh} />}
          {query.isSuccess && jobs.length === 0 && (
            <p className="dim mt-8">No jobs on the wall. Take one in with “New job”, or let a board file fall here.</p>
          )}
        </main>
      </FileDrop>
    </div>
  );
}
