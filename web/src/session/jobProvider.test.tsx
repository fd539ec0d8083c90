// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { QueryClient } from '@tanstack/react-query';
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { MIRA, onTheSpot, serverThat, show } from '../testing/screen.tsx';
import { JobProvider, jobQuery } from './JobProvider.tsx';
import { useJob } from './useJob.ts';

vi.mock('./deriver.ts', () => ({ workerDeriver: () => onTheSpot() }));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const AWAY = { status: 502, problems: ['nobody answers'] };
const job = (revision: number) => ({
  revision,
  board: marketCartBoard(),
  job: { id: 'jb', number: 401, wantedOn: null },
  workshop: defaultWorkshop,
  undo: null,
  redo: null,
  released: null,
});

function Notes() {
  const { board, edit, saveState, left, takeUpLeft } = useJob();
  return (
    <>
      <p>{`${board.brief.notes} · ${saveState} · left ${left.length}`}</p>
      <button
        type="button"
        onClick={() => edit('Brief: notes', [{ kind: 'setBrief', field: 'notes', value: 'typed while it was away' }])}
      >
        type
      </button>
      <button type="button" onClick={() => takeUpLeft(true)}>
        take up
      </button>
    </>
  );
}

/** A server that can be away. */
function house() {
  const world = { away: false, revision: 1, taken: [] as string[] };
  serverThat({
    '/api/me': MIRA,
    '/api/jobs/jb': () => (world.away ? AWAY : job(world.revision)),
    '/api/jobs/jb/dossier': AWAY,
    '/api/jobs/jb/edits': ({ body }: { body: unknown }) => {
      if (world.away) return AWAY;
      world.taken.push((body as { label: string }).label);
      return { revision: ++world.revision };
    },
    '/api/jobs/jb/edits/known': { known: [] },
  });
  return world;
}
const client = () => new QueryClient({ defaultOptions: { queries: { retry: false } } });
const failed = (error: Error, again: () => void) => (
  <>
    <p>{error.message}</p>
    <button type="button" onClick={again}>
      Try again
    </button>
  </>
);
const provider = (
  <JobProvider jobId="jb" waiting={<p>waiting</p>} failed={failed}>
    <Notes />
  </JobProvider>
);
const press = (name: string) => act(async () => screen.getByRole('button', { name }).click());

it('a job that is open stays open while the server is away, and what was typed meanwhile is saved', async () => {
  const world = house();
  const own = client();
  show(provider, { client: own });
  await screen.findByText(/saved · left 0/);
  world.away = true;
  await press('type');
  await screen.findByText(/typed while it was away · offline/);
  // Somebody asks for the job again, as coming back to the window does, and is not answered.
  await act(() => own.refetchQueries({ queryKey: jobQuery('jb').queryKey }));
  expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull();
  expect(screen.getByText(/typed while it was away · offline/)).toBeTruthy();
  world.away = false;
  await act(async () => void window.dispatchEvent(new Event('online')));
  await waitFor(() => expect(world.taken).toEqual(['Brief: notes']));
  await screen.findByText(/typed while it was away · saved/);
});

it('a job that was left while the server was away offers what it had not sent, on the same page', async () => {
  const world = house();
  const own = client();
  const first = show(provider, { client: own });
  await screen.findByText(/saved · left 0/);
  world.away = true;
  await press('type');
  await screen.findByText(/offline/);
  await act(async () => first.unmount());
  world.away = false;
  show(provider, { client: own });
  await screen.findByText(/saved · left 1/);
  expect(world.taken).toEqual([]);
  await press('take up');
  await waitFor(() => expect(world.taken).toEqual(['Brief: notes']));
  await screen.findByText(/typed while it was away · saved · left 0/);
});

it('a job that was never fetched says why', async () => {
  serverThat({ '/api/me': MIRA, '/api/jobs/jb': { status: 404, problems: ['no such job'] } });
  show(provider, { client: client() });
  expect(await screen.findByText('no such job')).toBeTruthy();
});

it('a job that is not to be had is told, and asked for again by a press', async () => {
  const world = house();
  world.away = true;
  show(provider, { client: client() });
  expect(await screen.findByText('nobody answers')).toBeTruthy();
  world.away = false;
  await press('Try again');
  expect(await screen.findByText(/saved · left 0/)).toBeTruthy();
});
