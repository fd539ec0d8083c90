// @vitest-environment happy-dom
import { boardPlan } from '@ombrik/core/build/buildPlan';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { act, cleanup, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { JONAS, openJob, serverThat, show } from '../../testing/screen.tsx';
import { type Build, useBuild } from './useBuild.ts';

vi.mock('../../session/wordBox.ts', () => ({
  browserWords: () => ({ all: async () => [], keep: async () => {}, drop: async () => {} }),
}));
afterEach(cleanup);

it('a press on what was drawn before it was known who presses is not lost when that is known by then', async () => {
  const board = demoBoard('marketCart');
  const job = await openJob(board);
  const plan = boardPlan(board, genericCatalogue, profileOf(board, defaultWorkshop), job.derived()!.dossier);
  let known = () => {};
  const waits = new Promise<object>((go) => {
    known = () => go(JONAS);
  });
  const asked = serverThat({
    '/api/me': () => waits,
    '/api/jobs/jb/build': { revision: 1, plan, records: [], madeIds: [], note: null },
    '/api/jobs/jb/build/records': { kept: [] },
  });
  const drawn: Build[] = [];
  const Probe = () => {
    drawn.push(useBuild());
    return null;
  };
  show(<Probe />, { job });
  await waitFor(() => expect(drawn.at(-1)?.build).toBeTruthy());
  const before = drawn.at(-1)!;
  const times = drawn.length;
  await act(async () => known());
  await waitFor(() => expect(drawn.length).toBeGreaterThan(times));
  await act(async () => before.say(plan.steps[0]!, { kind: 'problem', text: 'the plate is bent' }));
  await waitFor(() =>
    expect(asked.filter((a) => a.path.endsWith('/records')).map((a) => a.body)).toMatchObject([
      { records: [{ stepId: plan.steps[0]!.id, said: { kind: 'problem', text: 'the plate is bent' } }] },
    ]),
  );
});
