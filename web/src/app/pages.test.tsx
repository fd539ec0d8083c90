// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, screen } from '@testing-library/react';
import { MemoryRouter, type NavigateFunction, useNavigate } from 'react-router';
import { afterEach, expect, it, vi } from 'vitest';
import { MIRA, serverThat } from '../testing/screen.tsx';
import { App } from './App.tsx';
import { came, isAtHand } from './atHand.ts';

const plan = vi.hoisted(() => ({ come: () => {} }));
vi.mock('./JobShell.tsx', () => ({ JobShell: () => <p>a station of the job</p> }));
vi.mock('../stations/wall/ShopWall.tsx', () => ({ ShopWall: () => <p>the wall</p>, jobsQuery: () => ({}) }));
vi.mock('../stations/plan/PlanPage.tsx', async () => {
  await new Promise<void>((come) => {
    plan.come = come;
  });
  return { PlanPage: () => <p>the plan</p> };
});
vi.mock('./useLive.ts', () => ({ useLive: () => {} }));
vi.mock('./Newer.tsx', () => ({ Newer: () => null }));
afterEach(cleanup);

let go: NavigateFunction;
const Hand = () => {
  go = useNavigate();
  return null;
};
async function open(at: string) {
  serverThat({ '/api/me': MIRA });
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter initialEntries={[at]} useTransitions={false}>
        <Hand />
        <App />
      </MemoryRouter>
    </QueryClientProvider>,
  );
}

/** What waits behind something else is kept in the page, out of sight. */
const inSight = (words: string) => screen.queryByText(words)?.closest('[style*="display: none"]') === null;

it('only a station that has come is at hand', () => {
  expect(isAtHand('/jobs/jb/board')).toBe(false);
  came('board', () => null);
  expect(['/jobs/jb/board', '/jobs/jb/board/x', '/jobs/jb/ship', '/jobs/jb', '/', '/plan'].filter(isAtHand)).toEqual([
    '/jobs/jb/board',
    '/jobs/jb/board/x',
  ]);
});

it('what has yet to come is waited for with what was there in sight, and does not hold up going elsewhere', async () => {
  came('board', () => null);
  await open('/');
  expect(await screen.findByText('the wall')).toBeTruthy();
  await act(async () => void go('/plan'));
  expect(inSight('the wall')).toBe(true);
  await act(async () => void go('/jobs/jb/board'));
  expect(await screen.findByText('a station of the job')).toBeTruthy();
  await act(async () => void go('/plan'));
  expect(inSight('a station of the job')).toBe(true);
  await act(async () => plan.come());
  expect(await screen.findByText('the plan')).toBeTruthy();
});
