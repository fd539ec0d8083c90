// @vitest-environment happy-dom
import { offBoardRuns } from '@ombrik/core/document/cable/offBoardRuns';
import { wireToBlock } from '@ombrik/core/document/item/items';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { commit } from '../../testing/hands.ts';
import { openJob, show } from '../../testing/screen.tsx';
import { RunsSheet } from './RunsSheet.tsx';

afterEach(cleanup);

/** The market cart with its three loads wired: their runs are guesses. */
async function open() {
  const job = await openJob();
  const { board, parts } = job.now();
  const id = (name: string) => board.items.find((i) => i.designation === name)!.id;
  await act(
    async () =>
      void job.now().edit('wire', wireToBlock(board, parts, id('-F10'), ['-E1', '-E2', '-E3'].map(id)).commands),
  );
  await waitFor(() => expect(job.sent).toEqual(['wire']));
  job.sent.length = 0;
  show(<RunsSheet />, { job });
  const runs = () => offBoardRuns(job.now().board);
  return { job, runs, table: within(await screen.findByRole('table', { name: 'Runs off the board' })) };
}
const field = (name: RegExp) => screen.getByLabelText(name) as HTMLInputElement;

describe('runs off the board', () => {
  it('each stands once, says what is assumed until somebody measures it, and how many are guesses', async () => {
    const { runs, table } = await open();
    expect(table.getAllByRole('row')).toHaveLength(runs().length + 1);
    expect(screen.getByText(new RegExp(`^3 of ${runs().length} are guesses`))).toBeTruthy();
    const cooler = table.getByText(/Cooler/).closest('tr')!;
    expect(cooler.textContent).toMatch(/counter.*2\.00\s?m/);
    expect(field(/^Run of -E1 Cooler/).value).toBe('');
  });
  it('typed with its unit it is both its cables’, and says what that changed', async () => {
    const { job, runs, table } = await open();
    await commit(field(/^Run of -E1 Cooler/), '9,5 m');
    const run = runs().find((r) => r.lengthMm === 9500)!;
    expect(run).toMatchObject({ measured: true });
    expect(run.cables).toHaveLength(2);
    await waitFor(() => expect(job.sent).toEqual(['Measure -E1 Cooler']));
    const row = () => table.getByText(/Cooler/).closest('tr')!.textContent!;
    await waitFor(() => expect(row()).toMatch(/→/));
    expect(field(/^Run of -E1 Cooler/).value).toBe('9500');
  });
  it('Enter writes down once and goes to the next field', async () => {
    const { job } = await open();
    const first = field(/^Run of -E1 Cooler/);
    first.focus();
    await act(async () => void fireEvent.change(first, { target: { value: '2400' } }));
    await act(async () => void fireEvent.keyDown(first, { key: 'Enter' }));
    expect(document.activeElement).toBe(field(/^Run of -E2/));
    await waitFor(() => expect(job.sent).toEqual(['Measure -E1 Cooler']));
  });
  it('a column pasted is one edit from where it is put down; a bad line and nothing is written', async () => {
    const { job, runs } = await open();
    const paste = (text: string) =>
      act(async () => void fireEvent.paste(field(/^Run of -E1 Cooler/), { clipboardData: { getData: () => text } }));
    await paste('2.4 m\nfar\n3000');
    expect(screen.getByRole('alert').textContent).toMatch(/Nothing was written.*line 2: "far"/s);
    expect(runs().filter((r) => !r.measured)).toHaveLength(3);
    await paste('2.4 m\n2600\n3000');
    await waitFor(() => expect(job.sent).toEqual(['Measure 3 runs']));
    expect(runs().every((r) => r.measured)).toBe(true);
    expect(await screen.findByText(/^All measured/)).toBeTruthy();
  });
  it('what is no length is refused where it stands, and the board keeps what it had', async () => {
    const { job, runs } = await open();
    const before = runs();
    await commit(field(/^Run of -E1 Cooler/), '-3');
    expect(screen.getByText(/"-3": a length from 1 to 200000 mm/)).toBeTruthy();
    expect([runs(), job.sent]).toEqual([before, []]);
  });
});
