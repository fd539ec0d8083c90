// @vitest-environment happy-dom
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { choose, commit, press } from '../../testing/hands.ts';
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
vi.mock('../../ui/charts.ts', () => ({ useInks: () => ({}), axis: () => ({}) }));
vi.mock('./usePowerStudy.ts', async () => {
  const { useJob } = await import('../../session/useJob.ts');
  const { keepPreviousData, useQuery } = await import('@tanstack/react-query');
  return {
    askPower: (work: (s: typeof study) => unknown) => Promise.resolve(work(study)),
    useStudy: (name: string, more: unknown, work: (s: typeof study, board: unknown) => Promise<unknown>) => {
      const { board } = useJob();
      return useQuery({
        queryKey: [name, more, JSON.stringify(board)],
        queryFn: async () => work(study, board),
        placeholderData: keepPreviousData,
      });
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
    const table = await screen.findByRole('table', { name: 'Systems compared' });
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
  it('is changed before it is taken: its figures follow, and it comes back as it was worked out', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SystemsSheet />, { job, at: '/jobs/jb/power/systems' });
    const cost = async () => {
      const table = await screen.findByRole('table', { name: 'Systems compared' });
      return within(table).getByText('Parts cost').closest('tr')!.querySelectorAll('td')[0]!.textContent;
    };
    const before = await cost();
    await press('Change leaner');
    await commit(screen.getByLabelText('Side by side'), '4');
    await waitFor(async () => expect(await cost()).not.toBe(before));
    expect(screen.getAllByText('changed').length).toBe(1);
    await choose(screen.getByLabelText('Sun module'), '');
    await waitFor(() => expect(screen.getByText('No sun: taken out by hand.')).toBeTruthy());
    await press('As it was worked out');
    await waitFor(async () => expect(await cost()).toBe(before));
    await press('Done');
    expect(screen.queryByRole('region', { name: 'Change leaner' })).toBeNull();
    expect(job.sent).toEqual([]);
  });
  it('exactly this: a column of its own, named part by part, taken as one edit', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SystemsSheet />, { job, at: '/jobs/jb/power/systems' });
    await screen.findByRole('table', { name: 'Systems compared' });
    await press('Exactly this …');
    const editor = within(await screen.findByRole('region', { name: 'Change exactly this' }));
    await choose(editor.getByLabelText('Battery'), 'battery-lifepo4-24-100');
    await commit(editor.getByLabelText('Side by side'), '2');
    await choose(editor.getByLabelText('Charger from the mains'), 'mains-charger-24-30');
    await waitFor(() =>
      expect(editor.getByLabelText('Charger from the mains')).toHaveProperty('value', 'mains-charger-24-30'),
    );
    const own = screen.getByRole('button', { name: 'Change exactly this' }).closest('th')!;
    await act(async () => void fireEvent.click(within(own).getByRole('button', { name: 'Choose this' })));
    await waitFor(() => expect(job.sent).toEqual(['Take the system named']));
    const kinds = job.now().board.items.map((i) => job.now().parts.get(i.partId)!.kind);
    expect(kinds.filter((k) => k === 'battery')).toHaveLength(2);
    expect(kinds).toContain('mainsCharger');
    expect(kinds).not.toContain('solarController');
  });
  it('before anybody has said the latitude it says so, and leads to where it is said', async () => {
    const board = mountainHutBoard();
    const site = { ...board.power.site, latitudeDeg: null };
    show(<SystemsSheet />, { job: await openJob({ ...board, power: { ...board.power, site } }) });
    const link = await screen.findByRole('link', { name: 'say it under Sources' });
    expect(link.getAttribute('href')).toBe('/jobs/jb/power/sources');
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
    await screen.findByText('asked for');
    const kwh = () => Number.parseFloat(figure('asked for'));
    const before = kwh();
    // The sheet is away while a year is run.
    const choose = async (value: string) => {
      const choice = await screen.findByLabelText('… a load doubles');
      await act(async () => void fireEvent.change(choice, { target: { value } }));
    };
    const largest = job
      .now()
      .board.items.filter((i) => i.load?.rating.kind === 'watts')
      .sort(
        (a, b) => (b.load!.rating as { powerW: number }).powerW - (a.load!.rating as { powerW: number }).powerW,
      )[0]!;
    await choose(largest.id);
    await waitFor(() => expect(kwh()).toBeGreaterThan(before));
    await choose('');
    await waitFor(() => expect(kwh()).toBe(before));
    const alone = await screen.findByLabelText('… it is left alone');
    await act(async () => void fireEvent.click(alone));
    await waitFor(() => expect(kwh()).toBeLessThan(before));
  });
  it('the views are named by what they show, and the day is asked for in its own view only', async () => {
    const job = await openJob(mountainHutBoard());
    show(<YearSheet />, { job });
    await screen.findByText('asked for');
    expect(screen.queryByLabelText('Day of the year')).toBeNull();
    await act(async () => void fireEvent.click(screen.getByRole('radio', { name: 'day' })));
    expect(screen.getByLabelText('Day of the year')).toBeTruthy();
    expect(screen.getAllByTestId('chart')[0]!.textContent).toMatch(/^State of charge, day view: \d+ days/);
  });
  it('tells where the energy came from, a strip a source, whose months are the year', async () => {
    const job = await openJob(mountainHutBoard());
    show(<YearSheet />, { job });
    const table = await screen.findByRole('table', { name: /Where the energy used came from/ });
    const strips = within(table).getAllByRole('row').slice(1);
    expect(strips.map((r) => within(r).getByRole('rowheader').textContent)).toContain('sun');
    for (const strip of strips) {
      const cells = within(strip).getAllByRole('cell');
      const year = Number.parseFloat(cells.pop()!.textContent!.replace(/[^\d.]/g, ''));
      const months = cells.reduce((sum, c) => sum + Number(c.textContent || 0), 0);
      expect(cells).toHaveLength(12);
      // Each month is shown rounded.
      expect(Math.abs(months - year)).toBeLessThanOrEqual(6.5);
    }
  });
  it('says why it is not full, each cause in hours, the worst first', async () => {
    const job = await openJob(mountainHutBoard());
    show(<YearSheet />, { job, at: '/jobs/jb/power/year' });
    const why = await screen.findByRole('region', { name: 'Why it is not full' });
    const hours = [...why.textContent!.matchAll(/(\d+) h/g)].map((m) => Number(m[1]));
    expect(hours.length).toBeGreaterThan(0);
    expect(hours).toEqual([...hours].sort((a, b) => b - a));
    expect(why.textContent).toContain('the sun is too low for what runs');
  });
  it('without a bank it says what there must be first', async () => {
    const board = mountainHutBoard();
    const job = await openJob({ ...board, items: board.items.filter((i) => i.load), connections: [], cables: [] });
    show(<YearSheet />, { job });
    expect(screen.getByText(/No bank on the board yet/)).toBeTruthy();
  });
});
