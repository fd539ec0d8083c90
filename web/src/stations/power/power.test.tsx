// @vitest-environment happy-dom
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Asked, MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { LoadsSheet } from './LoadsSheet.tsx';
import { QuoteLines } from './QuoteLines.tsx';
import { SourcesSheet } from './SourcesSheet.tsx';
import { WorkedHours } from './WorkedHours.tsx';
import { worstWeek, yearSlice } from './yearSlice.ts';

vi.mock('./AlternatorWays.tsx', () => ({ AlternatorWays: () => null }));
vi.mock('./SunMonths.tsx', () => ({ SunMonths: () => null, MONTHS: [] }));
vi.mock('./DayPower.tsx', () => ({ DayPower: () => null }));
let asked: Asked[];
const hours: unknown[] = [];
beforeEach(() => {
  hours.length = 0;
  asked = serverThat({
    '/api/me': MIRA,
    '/api/jobs/jb/hours': (a: Asked) => {
      if (a.method === 'POST') hours.push({ id: hours.length, personName: 'Mira Holt', at: '', ...(a.body as object) });
      return { ok: true, hours };
    },
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const commit = async (label: string | RegExp, value: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value } });
  await act(async () => void fireEvent.blur(field));
};

describe('loads', () => {
  it('rows pasted from a spreadsheet come in as one edit; a bad row and none does', async () => {
    const job = await openJob();
    const { container } = show(<LoadsSheet />, { job });
    const before = job.now().board.items.length;
    const paste = (text: string) =>
      act(
        async () => void fireEvent.paste(container.querySelector('.p-4')!, { clipboardData: { getData: () => text } }),
      );
    await paste('Lamp\t9\t4\nPump\tmany\t1\n');
    expect(screen.getByRole('alert').textContent).toMatch(/was refused; nothing was added/);
    expect(job.now().board.items).toHaveLength(before);
    await paste('Lamp\t9\t4\nPump\t60\t1\n');
    expect(
      job
        .now()
        .board.items.slice(before)
        .map((i) => i.name),
    ).toEqual(['Lamp', 'Pump']);
    await waitFor(() => expect(job.sent).toEqual(['Add 2 loads from the clipboard']));
  });
  it('a figure of a load changes what a day takes', async () => {
    const job = await openJob();
    show(<LoadsSheet />, { job });
    const load = job.now().board.items.find((i) => i.load?.rating.kind === 'watts')!;
    const before = job.now().dossier.energy.warmDailyAh;
    await commit(`Watts of ${load.name}`, '480');
    await waitFor(() => expect(job.now().dossier.energy.warmDailyAh).toBeGreaterThan(before));
  });
  it('added, it stands in the list to be named', async () => {
    const job = await openJob();
    show(<LoadsSheet />, { job });
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Add a load' })));
    await waitFor(() => expect(screen.getAllByLabelText(/^Name of /).length).toBeGreaterThan(1));
    expect(job.now().board.items.at(-1)!.name).toBe('New load');
  });
});

describe('sources', () => {
  const box = (title: string) => screen.getByRole('group', { name: new RegExp(`^${title}`) });
  it('taken off and put back, one is as it was', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SourcesSheet />, { job });
    const sun = job.now().board.power.sun!;
    const tick = () => act(async () => void fireEvent.click(within(box('Sun')).getAllByRole('checkbox')[0]!));
    await tick();
    expect(job.now().board.power.sun).toBeNull();
    expect(screen.getByText(/No sun\. A board may well be charged without/)).toBeTruthy();
    await tick();
    expect(job.now().board.power.sun).toEqual(sun);
  });
  it('a generator of two kilowatts may be said: its range is its own', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SourcesSheet />, { job });
    if (!job.now().board.power.generator)
      await act(async () => void fireEvent.click(within(box('Generator')).getAllByRole('checkbox')[0]!));
    await commit('Power', '5000');
    expect(job.now().board.power.generator!.powerW).toBe(5000);
    await commit('Power', '50');
    expect(screen.getByText('"50": a number from 100 to 100000')).toBeTruthy();
    expect(job.now().board.power.generator!.powerW).toBe(5000);
  });
  it('shares are typed in percent and kept as shares', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SourcesSheet />, { job });
    await commit('Kept back for ageing', '25');
    expect(job.now().board.power.ageingReserveShare).toBe(0.25);
  });
});

describe('hours worked', () => {
  it('are written down by kind and day, and corrected by a negative entry', async () => {
    const job = await openJob();
    show(<WorkedHours />, { job });
    expect(screen.getByText(/None written down/)).toBeTruthy();
    const write = async (value: string) => {
      await act(async () => void fireEvent.change(screen.getByLabelText('Hours'), { target: { value } }));
      await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Write it down' })));
    };
    await act(async () => void fireEvent.change(screen.getByLabelText('Kind of work'), { target: { value: 'test' } }));
    await write('2,5');
    await waitFor(() => expect(screen.getByRole('region', { name: 'Hours worked' }).textContent).toContain('2.5 h'));
    await write('-0.5');
    await waitFor(() => expect(screen.getByRole('region', { name: 'Hours worked' }).textContent).toContain('2.0 h'));
    expect(asked.filter((a) => a.method === 'POST').map((a) => (a.body as { kind: string }).kind)).toEqual([
      'test',
      'test',
    ]);
    await write('300');
    expect(screen.getByText('"300": a number from -200 to 200 h')).toBeTruthy();
  });
});

describe('the lines of an offer', () => {
  it('each group has the sum of what stands above it, to the cent', () => {
    const line = (text: string, group: string, total: number) =>
      ({ text, group, unit: 'pcs', quantity: 1, priceEach: total, total }) as never;
    show(<QuoteLines lines={[line('a', 'parts', 0.1), line('b', 'parts', 0.2), line('c', 'copper', 7)]} />);
    const sums = screen.getAllByRole('table').map((t) => within(t).getAllByRole('row').at(-1)!.textContent);
    expect(sums).toEqual(['parts in all0.30', 'cable in all7.00']);
  });
});

describe('a year looked at', () => {
  const year = (worst: number) => ({
    socShare: Float64Array.from({ length: 8760 }, (_, h) => (Math.floor(h / 24) === worst ? 0.1 : 0.9)),
    unmetWh: Float64Array.from({ length: 8760 }, (_, h) => (h === worst * 24 + 12 ? 50 : 0)),
  });
  it('the worst week holds the worst day, wherever it lies', () => {
    for (const day of [3, 180, 360]) {
      const from = worstWeek(year(day) as never);
      expect(day).toBeGreaterThanOrEqual(from);
      expect(day).toBeLessThan(from + 7);
    }
  });
  it('a day has 24 points, a week 168, a year one a day with its lowest', () => {
    const y = year(200) as never;
    expect(yearSlice(y, 'day', 200).soc).toHaveLength(24);
    expect(yearSlice(y, 'week', 0).soc).toHaveLength(168);
    const whole = yearSlice(y, 'year', 0);
    expect(whole.soc).toHaveLength(365);
    expect(whole.soc[200]).toBeCloseTo(10);
    expect(whole.unmet[200]).toBe(50);
  });
});
