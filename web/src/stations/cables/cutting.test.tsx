// @vitest-environment happy-dom
import { cutPieces } from '@ombrik/core/stock/cutPieces';
import type { CutPlan, Rod } from '@ombrik/core/stock/cutPlan';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { press } from '../../testing/hands.ts';
import { type Asked, JONAS, openJob, serverThat, show } from '../../testing/screen.tsx';
import { cutter } from '../../worker/cutWorker.ts';
import { CuttingSheet } from './CuttingSheet.tsx';

vi.mock('comlink', () => ({ expose: () => {}, wrap: () => null, proxy: (f: unknown) => f }));
vi.mock('./usePlanner.ts', () => ({
  usePlanner: () => ({
    progress: null,
    stop: () => {},
    run: async (work: (c: typeof cutter, told: () => void) => Promise<CutPlan>) => work(cutter, () => {}),
  }),
}));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

async function open({ reel = true } = {}) {
  const job = await openJob(demoBoard('flowerCart'));
  const { dossier, workshop } = job.now();
  const pieces = cutPieces({ id: 'jb', number: 401 }, dossier.cables, workshop);
  const articles = [...new Set(pieces.map((p) => p.articleId))];
  const stock = articles.map((articleId, n) => ({
    id: `st_${n}`,
    number: n + 1,
    articleId,
    unit: 'mm',
    startQuantity: 50_000,
    onHand: reel ? 40_000 : 0,
    reserved: 0,
    bin: 'rack A1',
    widthMm: null,
    heightMm: null,
    unitCost: 0.01,
    receivedAt: '2026-11-01T08:00:00Z',
    reservations: [],
    name: articleId,
    group: 'cable',
  }));
  let plan: unknown = null;
  const own = { jobId: 'jb', jobNumber: 401, jobName: 'Market cart box', revision: 1, pieces };
  const asked = serverThat({
    '/api/me': JONAS,
    '/api/jobs/jb/cutting': (a: Asked) => {
      if (a.method === 'POST') {
        plan = { id: 'cp', plan: drafted, jobs: [own], personName: 'Jonas Wick', madeAt: '2026-11-02T08:00:00Z' };
        return { plan };
      }
      return { jobs: [own], stock, plan };
    },
    '/api/jobs/jb/cables/': { taken: [] },
  });
  let drafted: CutPlan | null = null;
  const planned = cutter.plan;
  vi.spyOn(cutter, 'plan').mockImplementation((...given) => {
    drafted = planned(...(given as [never, Rod[], never, never, never]));
    return drafted;
  });
  show(<CuttingSheet />, { job });
  await screen.findByRole('button', { name: 'Plan the cuts' });
  return { asked, pieces, articles, drafted: () => drafted! };
}

describe('the cuts', () => {
  it('are a proposal first: every piece once, in rods of the store; taken, they are set aside and can be cut', async () => {
    const { asked, pieces, articles, drafted } = await open();
    expect(screen.getByText(/No plan yet/)).toBeTruthy();
    await press('Plan the cuts');
    await screen.findByText('A proposal: nothing is set aside until it is taken.');
    expect(asked.some((a) => a.method === 'POST')).toBe(false);
    const cut = drafted().groups.flatMap((g) => g.rods.flatMap((r) => r.cuts.map((c) => c.piece.id)));
    expect(cut.sort()).toEqual(pieces.map((p) => p.id).sort());
    expect(screen.getAllByRole('region')).toHaveLength(articles.length);
    await press('Take this plan');
    await screen.findByText(/Taken by Jonas Wick/);
    const rods = screen.getAllByRole('button', { name: /^Cut all of/ });
    await act(async () => void fireEvent.click(rods[0]!));
    await waitFor(() => expect(asked.some((a) => /\/cables\/\w+\/steps$/.test(a.path))).toBe(true));
    const keys = asked.flatMap((a) => (a.method === 'POST' ? [a.key] : []));
    expect(new Set(keys).size).toBe(keys.length);
  });
  it('with nothing in the store it says what is to be bought', async () => {
    await open({ reel: false });
    await press('Plan the cuts');
    await waitFor(() => expect(screen.getAllByText(/to buy$/).length).toBeGreaterThan(0));
  });
});
