// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { JobContext } from '../session/useJob.ts';
import { press } from '../testing/hands.ts';
import { MIRA, type OpenJob, openJob, serverThat, show } from '../testing/screen.tsx';
import { JobShell } from './JobShell.tsx';

let job: OpenJob;
vi.mock('../session/JobProvider.tsx', () => ({
  JobProvider: ({ children }: { children: ReactNode }) => <JobContext value={job.store}>{children}</JobContext>,
}));
// What a station shows is its own matter; here one stands, and one breaks.
vi.mock('../stations/brief/BriefStation.tsx', () => ({ BriefStation: () => <p>the brief</p> }));
vi.mock('../stations/test/TestStation.tsx', () => ({
  TestStation: () => {
    throw new Error('no such step');
  },
}));
beforeEach(async () => {
  vi.spyOn(console, 'error').mockImplementation(() => {});
  serverThat({
    '/api/me': MIRA,
    '/api/jobs/jb/floor': { revision: 1, made: [], bench: [], stations: [] },
  });
  job = await openJob();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});
const tell = (state: object) => act(async () => job.store.setState(state as never));

describe('one job', () => {
  it('an address without a station leads to the first; a station that is none too', async () => {
    show(<JobShell />, { at: '/jobs/jb/nonesuch' });
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/jobs/jb/brief'));
    expect(await screen.findByText('the brief')).toBeTruthy();
  });
  it('says what is saved, and takes back what was done last, by its name', async () => {
    show(<JobShell />, { at: '/jobs/jb/brief' });
    await screen.findByText('the brief');
    expect(screen.getByText('saved')).toBeTruthy();
    const undo = vi.fn();
    await tell({ undoLabel: 'Move -Q1', undo, saveState: 'offline' });
    expect(screen.getByRole('button', { name: 'Undo' }).getAttribute('title')).toBe('Undo: Move -Q1 (Ctrl Z)');
    expect(screen.queryByText('saved')).toBeNull();
    await press('Undo');
    expect(undo).toHaveBeenCalledOnce();
  });
  it('somebody was quicker: how many changes wait, and the person decides', async () => {
    show(<JobShell />, { at: '/jobs/jb/brief' });
    await screen.findByText('the brief');
    const [applyAgain, dropMine] = [vi.fn(), vi.fn()];
    await tell({ saveState: 'conflict', pendingCount: 3, applyAgain, dropMine });
    expect(screen.getByRole('alert').textContent).toMatch(/3 of your changes are not saved yet; they are kept here/);
    await press('Apply mine on top');
    await press('Drop mine');
    expect([applyAgain.mock.calls.length, dropMine.mock.calls.length]).toEqual([1, 1]);
  });
  it('where both changed the same, both values are shown, and each place is chosen by itself', async () => {
    show(<JobShell />, { at: '/jobs/jb/brief' });
    await screen.findByText('the brief');
    const settle = vi.fn();
    const clash = (field: string, mine: unknown, theirs: unknown) => ({
      mine: { in: 'brief' as const, id: null, field, before: 'x', after: mine },
      theirs: { in: 'brief' as const, id: null, field, before: 'x', after: theirs },
    });
    await tell({
      saveState: 'conflict',
      clashes: [clash('place', 'Lower', 'Upper'), clash('ambientC', 30, 40)],
      settle,
    });
    const place = within(screen.getByRole('group', { name: 'brief: place' }));
    expect((place.getByRole('radio', { name: 'Theirs: Upper' }) as HTMLInputElement).checked).toBe(true);
    await act(async () => void fireEvent.click(place.getByRole('radio', { name: 'Mine: Lower' })));
    expect(screen.getByRole('group', { name: 'brief: ambient (°C)' })).toBeTruthy();
    await press('Take these');
    expect(settle).toHaveBeenCalledWith(['mine', 'theirs']);
  });
  it('what the server says when it cannot keep a change is on the screen', async () => {
    show(<JobShell />, { at: '/jobs/jb/brief' });
    await screen.findByText('the brief');
    await tell({ saveState: 'offline', awayWords: 'the disk of the server is full; nothing was changed' });
    expect(
      screen.getByText(/not saved: the disk of the server is full; nothing was changed; trying again/),
    ).toBeTruthy();
  });
  it('what a page that went away had not sent is offered by name, never sent by itself', async () => {
    show(<JobShell />, { at: '/jobs/jb/brief' });
    await screen.findByText('the brief');
    const takeUpLeft = vi.fn();
    const left = ['Move -Q1', 'Rename W2', 'a', 'b', 'c'].map((label, n) => ({ id: `e${n}`, label }));
    await tell({ left, takeUpLeft });
    expect(screen.getByRole('alert').textContent).toMatch(
      /5 changes made here before were not saved: Move -Q1, Rename W2, a, b …/,
    );
    expect(takeUpLeft).not.toHaveBeenCalled();
    await press('Save them now');
    await press('Forget them');
    expect(takeUpLeft.mock.calls).toEqual([[true], [false]]);
    await tell({ left: left.slice(0, 1) });
    expect(screen.getByRole('button', { name: 'Save it now' })).toBeTruthy();
  });
  it('a station that breaks says so and takes nothing with it', async () => {
    show(<JobShell />, { at: '/jobs/jb/test' });
    expect(await screen.findByText('This station cannot be shown: no such step.')).toBeTruthy();
    expect(screen.getByRole('navigation', { name: 'Route card' })).toBeTruthy();
  });
  it('findings stand beside where they are worked on, and on request where they would crowd the floor', async () => {
    show(<JobShell />, { at: '/jobs/jb/brief' });
    await screen.findByText('the brief');
    expect(screen.queryByRole('region', { name: 'Findings' })).toBeNull();
    await press(/^Findings: \d+$/);
    expect(await screen.findByRole('region', { name: 'Findings' })).toBeTruthy();
    await press('Hide findings');
    expect(screen.queryByRole('region', { name: 'Findings' })).toBeNull();
  });
  it('what is refused is told over the station until it is understood', async () => {
    show(<JobShell />, { at: '/jobs/jb/brief' });
    await screen.findByText('the brief');
    const dismiss = vi.fn();
    await tell({ problems: ['cables[0].conductorMm2 is 0; accepted: …'], dismiss });
    expect(screen.getByRole('alert').textContent).toContain('cables[0].conductorMm2 is 0');
    await press('Understood');
    expect(dismiss).toHaveBeenCalledOnce();
  });
});
