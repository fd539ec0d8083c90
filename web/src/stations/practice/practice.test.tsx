// @vitest-environment happy-dom
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { choose, click, press } from '../../testing/hands.ts';
import { type Asked, MIRA, serverThat, show } from '../../testing/screen.tsx';
import { PracticePage } from './PracticePage.tsx';
import { PracticeRun } from './PracticeRun.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const run = (change: object = {}) => ({
  id: 'pr_1',
  boardName: 'A market cart',
  level: 1,
  levelTitle: 'A wire that is not there',
  hiddenCount: 1,
  startedAt: '2026-11-30T08:00:00.000Z',
  endedAt: null,
  outcome: null,
  why: '',
  points: null,
  hidden: null,
  acts: [],
  state: {
    bank: false,
    awake: false,
    isolators: false,
    linksIn: [],
    filled: [],
    sources: [],
    inverters: [],
    flowsOn: [],
  },
  sheet: {
    points: [
      { ref: { itemId: 'g', terminalId: 'plus' }, says: '-G1:plus' },
      { ref: { itemId: 'g', terminalId: 'minus' }, says: '-G1:minus' },
    ],
    leads: [
      { connectionId: 'cn_1', says: 'W1: -G1:plus to -F1:line', currentA: 30 },
      { connectionId: 'cn_2', says: 'W2: -F1:load to -E1:plus', currentA: 2 },
    ],
    seats: [{ key: 'item/f/seat', says: '-F1' }],
    loads: [{ flowKey: 'item/e/l', itemId: 'e', says: '-E1' }],
    chargers: [],
    inverters: [],
    wokenLast: false,
  },
  ...change,
});

function open(change: object = {}, answers: Record<string, unknown> = {}) {
  const asked = serverThat({
    '/api/me': MIRA,
    '/api/practice/pr_1': { run: run(change) },
    '/api/practice/pr_1/acts': { answer: {} },
    ...answers,
  });
  show(
    <Routes>
      <Route path="/practice/:runId" element={<PracticeRun />} />
    </Routes>,
    { at: '/practice/pr_1' },
  );
  return () => asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body]);
}

describe('a practice run', () => {
  it('each press does what it says, and its other press takes it back', async () => {
    const posted = open({ state: { ...run().state, bank: true, linksIn: ['item/f/seat'] } });
    await click(await screen.findByRole('button', { name: /Bank connected/ }));
    await click(screen.getByRole('button', { name: /Isolators closed/ }));
    await click(screen.getByRole('button', { name: '-F1' }));
    await click(screen.getByRole('button', { name: /-E1 on/ }));
    await waitFor(() => expect(posted()).toHaveLength(4));
    expect(posted().map(([, body]) => body)).toEqual([
      { do: 'disconnectBank' },
      { do: 'closeIsolators' },
      { do: 'takeLink', key: 'item/f/seat' },
      { do: 'switch', flowKey: 'item/e/l', on: true },
    ]);
  });
  it('the meter reads between its tips, or the millivolts of a lead at ten amps', async () => {
    const posted = open({
      acts: [
        {
          id: 1,
          act: { do: 'send', connectionId: 'cn_1' },
          answer: { value: 0.0042, raw: [], from: '' },
          at: '2026-11-30T08:01:00.000Z',
        },
      ],
    });
    await press('Read', await screen.findByRole('region', { name: 'Meter' }));
    await click(screen.getByRole('radio', { name: 'Ten amps through a lead' }));
    await choose(screen.getByLabelText('Lead'), '1');
    await press('Read', screen.getByRole('region', { name: 'Meter' }));
    await waitFor(() => expect(posted()).toHaveLength(2));
    expect(posted().map(([, body]) => body)).toEqual([
      {
        do: 'read',
        quantity: 'voltage',
        plus: { itemId: 'g', terminalId: 'plus' },
        minus: { itemId: 'g', terminalId: 'minus' },
      },
      { do: 'send', connectionId: 'cn_2' },
    ]);
    expect(screen.getByLabelText('The meter reads').textContent).toBe('4.20 mV');
    expect(within(screen.getByRole('list', { name: 'Readings' })).getByText('4.20 mV')).toBeTruthy();
  });
  it('the fault is named by its place and its kind', async () => {
    const posted = open({}, { '/api/practice/pr_1/guesses': { right: false, left: 1 } });
    await choose(await screen.findByLabelText('What is wrong with it'), 'wrongFuse');
    await press('That is it');
    await choose(screen.getByLabelText('What is wrong with it'), 'looseCrimp');
    await choose(screen.getByLabelText('Where'), 'cn_2');
    await press('That is it');
    await waitFor(() => expect(posted()).toHaveLength(2));
    expect(posted().map(([, body]) => body)).toEqual([
      { kind: 'wrongFuse', place: 'item/f/seat' },
      { kind: 'looseCrimp', place: 'cn_2' },
    ]);
  });
  it('stopped for what was unsafe it says what would have been harmed, and what was hidden', async () => {
    open({
      endedAt: '2026-11-30T08:04:00.000Z',
      outcome: 'unsafe',
      why: 'ohms on live conductors',
      points: 0,
      hidden: [{ kind: 'looseCrimp', connectionId: 'cn_1', extraOhm: 0.004 }],
    });
    expect(await screen.findByText('stopped: unsafe')).toBeTruthy();
    expect(screen.getByText('ohms on live conductors')).toBeTruthy();
    expect(screen.getByText(/It was: W1: -G1:plus to -F1:line has a crimp that resists \(4\.0 mΩ more/)).toBeTruthy();
    expect(screen.getByRole('button', { name: /Bank connected/ })).toHaveProperty('disabled', true);
  });
});

describe('the practice page', () => {
  it('starts a board at a level, one of the shop’s own too', async () => {
    const asked: Asked[] = serverThat({
      '/api/me': MIRA,
      '/api/jobs': { jobs: [{ id: 'jb_7', jobName: 'Hut board' }], count: 1, behind: 0 },
      '/api/practice': (a: Asked) =>
        a.method === 'POST'
          ? { id: 'pr_9' }
          : { runs: [], levels: [1, 2].map((level) => ({ level, title: `level ${level}` })) },
    });
    show(<PracticePage />, { at: '/practice' });
    await screen.findByText(/Nobody has looked for a fault yet/);
    await choose(screen.getByLabelText('Level'), '2');
    await screen.findByText('A copy of Hut board');
    await choose(screen.getByLabelText('Board'), 'job:jb_7');
    await press('Start');
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/practice/pr_9'));
    expect(asked.find((a) => a.method === 'POST')!.body).toEqual({ board: null, jobId: 'jb_7', level: 2 });
  });
});
