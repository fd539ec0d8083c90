// @vitest-environment happy-dom
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openJob, serverThat, show } from '../../testing/screen.tsx';
import { study } from '../../worker/powerWorker.ts';
import { VoltageRows } from '../brief/VoltageRows.tsx';
import { SystemsSheet } from './SystemsSheet.tsx';
import { YearSheet } from './YearSheet.tsx';

// In the browser the sums run in a worker and charts are painted; here the same sums run on the spot, and a chart is its name.
vi.mock('comlink', () => ({ expose: () => {}, wrap: () => null, proxy: (f: unknown) => f }));
vi.mock('react-chartjs-2', () => {
  const Chart = ({ 'aria-label': name }: { 'aria-label': string }) => <p data-testid="chart">{name}</p>;
  return { Line: Chart, Bar: Chart };
});
vi.mock('../../ui/charts.ts', () => ({ useInks: () => ({}) }));
vi.mock('./usePowerStudy.ts', async () => {
  const { useJob } = await import('../../session/useJob.ts');
  const { useQuery } = await import('@tanstack/react-query');
  return {
    powerStudy: () => study,
    useStudy: (name: string, more: unknown, work: (s: typeof study, board: unknown) => Promise<unknown>) => {
      const { board } = useJob();
      return useQuery({ queryKey: [name, more, JSON.stringify(board)], queryFn: async () => work(study, board) });
    },
  };
});
beforeEach(() => void serverThat({}));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('what the voltage does to the copper', () => {
  it('three voltages, the one of the order marked; more volts, less copper', async () => {
    const job = await openJob(mountainHutBoard());
    show(<VoltageRows />, { job });
    const rows = (await screen.findAllByRole('row')).slice(1);
    expect(rows.map((r) => r.querySelector('td')!.textContent!.replace(/[^\d▸]/g, ''))).toEqual(['12', '▸24', '48']);
    const copper = rows.map((r) => Number.parseFloat(r.querySelectorAll('td')[2]!.textContent!));
    expect(copper).toEqual([...copper].sort((a, b) => b - a));
  });
});

describe('whole systems side by side', () => {
  it('each is a choice; the one taken fills the board, as one edit, and leads there', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SystemsSheet />, { job, at: '/jobs/jb/power/systems' });
    const table = await screen.findByRole('table', { name: 'Systems compared' }, { timeout: 20_000 });
    const choices = within(table).getAllByRole('button', { name: 'Choose this' });
    expect(choices.length).toBeGreaterThan(1);
    const loads = job
      .now()
      .board.items.filter((i) => i.load)
      .map((i) => i.id);
    await act(async () => void fireEvent.click(choices[0]!));
    await waitFor(() => expect(job.sent[0]).toMatch(/^Choose the .* system$/));
    expect(job.sent).toHaveLength(1);
    const now = new Set(job.now().board.items.map((i) => i.id));
    expect(loads.every((id) => now.has(id))).toBe(true);
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/jobs/jb/board'));
  });
  it('a board without loads has nothing proposed, and says why', async () => {
    const board = mountainHutBoard();
    const job = await openJob({ ...board, items: [], connections: [], cables: [] });
    show(<SystemsSheet />, { job });
    expect(await screen.findByText(/Nothing to propose yet: the load list is empty/)).toBeTruthy();
  });
});

describe('a year of the board', () => {
  const figure = (name: string) => screen.getByText(name).nextElementSibling!.textContent!;
  it('a load that doubles asks for more, and left alone the system asks for less', async () => {
    const job = await openJob(mountainHutBoard());
    show(<YearSheet />, { job });
    await screen.findByText('asked for', {}, { timeout: 20_000 });
    const kwh = () => Number.parseFloat(figure('asked for'));
    const before = kwh();
    // The sheet is away while a year is run.
    const choose = async (value: string) => {
      const choice = await screen.findByLabelText('… a load doubles', {}, { timeout: 20_000 });
      await act(async () => void fireEvent.change(choice, { target: { value } }));
    };
    const largest = job
      .now()
      .board.items.filter((i) => i.load?.rating.kind === 'watts')
      .sort(
        (a, b) => (b.load!.rating as { powerW: number }).powerW - (a.load!.rating as { powerW: number }).powerW,
      )[0]!;
    await choose(largest.id);
    await waitFor(() => expect(kwh()).toBeGreaterThan(before), { timeout: 20_000 });
    await choose('');
    await waitFor(() => expect(kwh()).toBe(before), { timeout: 20_000 });
    const alone = await screen.findByLabelText('… it is left alone', {}, { timeout: 20_000 });
    await act(async () => void fireEvent.click(alone));
    await waitFor(() => expect(kwh()).toBeLessThan(before), { timeout: 20_000 });
  });
  it('the views are named by what they show, and the day is asked for in its own view only', async () => {
    const job = await openJob(mountainHutBoard());
    show(<YearSheet />, { job });
    await screen.findByText('asked for', {}, { timeout: 20_000 });
    expect(screen.queryByLabelText('Day of the year')).toBeNull();
    await act(async () => void fireEvent.click(screen.getByRole('radio', { name: 'day' })));
    expect(screen.getByLabelText('Day of the year')).toBeTruthy();
    expect(screen.getAllByTestId('chart')[0]!.textContent).toMatch(/^State of charge, day view: \d+ days/);
  });
  it('without a bank it says what there must be first', async () => {
    const board = mountainHutBoard();
    const job = await openJob({ ...board, items: board.items.filter((i) => i.load), connections: [], cables: [] });
    show(<YearSheet />, { job });
    expect(screen.getByText(/No bank on the board yet/)).toBeTruthy();
  });
});
