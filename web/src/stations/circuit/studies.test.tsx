// @vitest-environment happy-dom
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { circuit } from '../../worker/circuitWorker.ts';
import { BranchesSheet } from './BranchesSheet.tsx';
import { GrowthSheet } from './GrowthSheet.tsx';
import { LiveSheet } from './LiveSheet.tsx';
import { MainsTable } from './MainsTable.tsx';

// In the browser the studies run in a worker; here the same studies run on the spot.
vi.mock('comlink', () => ({ expose: () => {}, wrap: () => null }));
vi.mock('elkjs/lib/elk.bundled.js', () => ({ default: class {} }));
vi.mock('./useCircuitStudy.ts', async () => {
  const { useJob } = await import('../../session/useJob.ts');
  const { useQuery } = await import('@tanstack/react-query');
  return {
    useCircuitStudy: (name: string, more: unknown, work: (s: typeof circuit, board: unknown) => Promise<unknown>) => {
      const { board } = useJob();
      return useQuery({ queryKey: [name, more, JSON.stringify(board)], queryFn: async () => work(circuit, board) });
    },
  };
});
beforeEach(() => {
  serverThat({
    '/api/me': MIRA,
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('what stays live', () => {
  it('a switch opened takes one source away; what the others still feed is told', async () => {
    const job = await openJob();
    show(<LiveSheet />, { job });
    const table = await screen.findByRole('table', { name: 'Live parts' });
    const row = (name: string) => within(table).getByText(name).closest('tr')!.textContent;
    expect(row('-X1')).toMatch(/live.*-G1, .*-T1/);
    const switches = screen.getAllByRole('checkbox');
    for (const one of switches) await act(async () => void fireEvent.click(one));
    // The sun still feeds the bars: the switch alone makes nothing dead, and that is told.
    expect(row('-X1')).toMatch(/live.*-T1/);
    expect(row('-X1')).not.toContain('-G1');
    expect(screen.getByText(/That does not make the board dead/)).toBeTruthy();
    expect(screen.getByRole('heading', { name: `With ${switches.length} open` })).toBeTruthy();
    expect(screen.getByText(/Prove dead with a meter before a hand goes in/)).toBeTruthy();
  });
});

describe('room to grow', () => {
  it('a larger inverter asks for more copper, built in by one press with its reason', async () => {
    const job = await openJob(mountainHutBoard());
    show(<GrowthSheet />, { job });
    await screen.findByRole('heading', { name: 'And if the inverter grows?' });
    await act(async () => void fireEvent.click(screen.getByRole('radio', { name: '× 3' })));
    const table = await screen.findByRole('table', { name: 'Trunk conductors that would grow' });
    expect(within(table).getAllByRole('row').length).toBeGreaterThan(1);
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Build the trunk for it now' })));
    await waitFor(() => expect(job.sent).toEqual(['Trunk ready for inverter × 3']));
    const locked = job.now().board.cables.filter((c) => c.conductorMm2.mode === 'locked');
    expect(locked.length).toBeGreaterThan(0);
    for (const c of locked) expect(c.conductorMm2).toMatchObject({ who: 'Mira Holt' });
  });
  it('a board without an inverter says so', async () => {
    const board = mountainHutBoard();
    const job = await openJob({ ...board, items: [], connections: [], cables: [] });
    show(<GrowthSheet />, { job });
    expect(screen.getByText('No inverter on this board that could grow.')).toBeTruthy();
  });
});

describe('branches and returns', () => {
  it('a load is looped on from another in one edit, and its branch is judged at the farthest', async () => {
    const job = await openJob(mountainHutBoard());
    show(<BranchesSheet />, { job });
    expect(screen.getByText('Every load has a pair of its own.')).toBeTruthy();
    const choice = screen.getAllByLabelText(/^Loop .* on from$/)[0] as HTMLSelectElement;
    const to = within(choice).getAllByRole('option')[1] as HTMLOptionElement;
    await act(async () => void fireEvent.change(choice, { target: { value: to.value } }));
    await waitFor(() => expect(job.sent[0]).toMatch(/^Loop .* on from/));
    const branch = await screen.findByRole('table', { name: /^Branch of/ });
    expect(within(branch).getByText('· judged')).toBeTruthy();
  });
});

describe('the mains side', () => {
  it('nothing wired says what there is for it, and the caution stands in any case', async () => {
    const job = await openJob();
    show(<MainsTable mains={job.now().dossier.mains} items={job.now().board.items} />);
    expect(screen.getByText(/Mains can kill/)).toBeTruthy();
  });
});
