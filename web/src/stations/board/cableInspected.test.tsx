// @vitest-environment happy-dom
import type { Board } from '@ombrik/core/document/board';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useJob } from '../../session/useJob.ts';
import { choose, click, commit, offered, press } from '../../testing/hands.ts';
import { MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { CableInspector } from './CableInspector.tsx';

beforeEach(() => {
  serverThat({
    '/api/me': MIRA,
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** The same board before anybody went there with a tape. */
const guessed = (board: Board): Board => ({
  ...board,
  cables: board.cables.map((c) => ({
    ...c,
    segments: c.segments.map((s) => (s.kind === 'measuredRun' ? { ...s, measured: false } : s)),
  })),
});
/** Opens the cable that joins two parts, or the first that answers. */
async function open(which: (b: Board) => string, board: Board = guessed(marketCartBoard())) {
  const job = await openJob(board);
  const id = which(job.now().board);
  const Shown = () => {
    const cable = useJob().board.cables.find((c) => c.id === id);
    return cable ? <CableInspector cable={cable} /> : <p>gone</p>;
  };
  show(<Shown />, { job });
  return {
    job,
    id,
    now: () => job.now().board.cables.find((c) => c.id === id)!,
    made: () => job.now().dossier.cables.find((c) => c.cableId === id)!,
    sized: () => job.now().dossier.sizing.cables.find((c) => c.cableId === id)!,
  };
}
const between = (a: string, b: string) => (board: Board) => {
  const named = (id: string) => board.items.find((i) => i.id === id)!.designation.slice(1);
  const wire = board.connections.find((c) => {
    const ends = [named(c.from.itemId), named(c.to.itemId)];
    return ends.includes(a) && ends.includes(b);
  })!;
  return board.cables.find((c) => c.cores.some((k) => k.connectionId === wire.id))!.id;
};
const offBoard = between('G2', 'T1');
const onBoard = between('X1', 'F10');

describe('the run off the board', () => {
  it('typed, it is measured and the cable is as much longer; the length is no guess any more', async () => {
    const { now, made } = await open(offBoard);
    expect(made().provisional).toBe(true);
    const before = made().lengthMm;
    await commit(screen.getByLabelText('Run off the board, not measured yet'), '3600');
    const run = now().segments.find((s) => s.kind === 'measuredRun')!;
    expect(run).toMatchObject({ lengthMm: 3600, measured: true });
    await waitFor(() => expect(made().lengthMm).toBeGreaterThan(before + 800));
    await screen.findByLabelText('Run off the board, measured');
  });
  it('the length it stands at is taken at its word by a press', async () => {
    const { job, now } = await open(offBoard);
    await press(/is right$/);
    expect(now().segments.some((s) => s.kind === 'measuredRun' && !s.measured)).toBe(false);
    await waitFor(() => expect(job.sent).toHaveLength(1));
    expect(job.sent[0]).toMatch(/run measured$/);
  });
  it('one that cannot be is refused where it is typed, and the board keeps what it had', async () => {
    const { job, now } = await open(offBoard);
    const before = now().segments;
    await commit(screen.getByLabelText('Run off the board, not measured yet'), '-20');
    expect(screen.getByText(/"-20": a number from/)).toBeTruthy();
    expect([now().segments, job.sent]).toEqual([before, []]);
  });
});

describe('what surrounds a stretch', () => {
  it('more in one bundle carry less, and it follows at once', async () => {
    const { now, sized } = await open(onBoard);
    const before = sized().ampacityA;
    await commit(screen.getAllByLabelText(/bundle/i)[0]!, '6');
    expect(now().segments[0]!.environment.bundledCount).toBe(6);
    await waitFor(() => expect(sized().ampacityA).not.toBe(before));
  });
  it('hotter air, a sleeve and the kind of place are each one edit of that stretch only', async () => {
    const { job, now } = await open(offBoard);
    const [first, ...others] = now().segments;
    await commit(screen.getAllByLabelText(/Air|Ambient|°C/i)[0]!, '55');
    await click(screen.getAllByRole('checkbox', { name: 'sleeve' })[0]!);
    await choose(screen.getAllByLabelText('Surroundings')[0]!, 'moving');
    expect(now().segments[0]!.environment).toMatchObject({
      ambientC: 55,
      sheathed: !first!.environment.sheathed,
      surroundings: 'moving',
    });
    expect(now().segments.slice(1)).toEqual(others);
    await waitFor(() => expect(job.sent).toHaveLength(3));
  });
  it('how far it moves is asked only of what moves', async () => {
    const { now } = await open(offBoard);
    expect(screen.queryByLabelText(/Travel|moves by/i)).toBeNull();
    await choose(screen.getAllByLabelText('Surroundings')[0]!, 'moving');
    const travel = await screen.findByLabelText(/Travel|moves|travel/i);
    await commit(travel, '120');
    expect(now().segments[0]!.environment.travelMm).toBe(120);
  });
});

describe('its ends and its colour', () => {
  it('a lug locked by a person is the lug of the card', async () => {
    const { now, made } = await open(onBoard);
    const name = now().designation;
    await press(`Lock first end of ${name}`);
    const value = screen.getByLabelText(`Value for first end of ${name}`);
    const other = offered(value).find((v) => v !== made().cores[0]!.from.lug.value)!;
    await choose(value, other);
    await commit(screen.getByLabelText(`Reason for locking first end of ${name}`), 'box of them here');
    await press('Lock it');
    expect(now().cores[0]!.fromLug).toMatchObject({ mode: 'locked', value: other, who: 'Mira Holt' });
    await waitFor(() => expect(made().cores[0]!.from.lug.value).toBe(other));
    await press(`Unlock first end of ${name}`);
    await waitFor(() => expect(now().cores[0]!.fromLug).toEqual({ mode: 'auto' }));
  });
  it('a core is re-marked at its ends, and not re-marked again', async () => {
    const { now } = await open(onBoard);
    const list = screen.getByLabelText(`${now().designation} re-marked at its ends`);
    await choose(list, 'BU');
    expect(now().cores[0]!.remark).toBe('BU');
    await choose(list, '');
    expect(now().cores[0]!.remark).toBeNull();
  });
});

describe('what it is made of', () => {
  it('aluminium under copper carries less at one size, so the size grows or stays, never shrinks', async () => {
    const { now, sized } = await open(onBoard);
    const before = sized().conductor.value;
    await choose(screen.getByLabelText(`Metal of ${now().designation}`), 'cca');
    expect(now().material).toBe('cca');
    await waitFor(() => expect(sized().conductor.value).toBeGreaterThanOrEqual(before));
  });
  it('two wires between the same parts go into one sheath and come apart again', async () => {
    const { job, now } = await open(offBoard);
    const [count, wires] = [job.now().board.cables.length, job.now().board.connections.length];
    await press(/^Take .* in$/);
    expect(now().cores).toHaveLength(2);
    expect(job.now().board.cables).toHaveLength(count - 1);
    await press('Take apart');
    expect(job.now().board.cables).toHaveLength(count);
    expect(job.now().board.connections).toHaveLength(wires);
  });
});

describe('its way', () => {
  it('a guess is accepted as it is drawn, and given back', async () => {
    const { now } = await open(onBoard);
    const before = now().segments;
    await press('Accept this route');
    const [laid] = now().segments;
    expect(laid).toMatchObject({ kind: 'panelRoute', laidBy: 'hand' });
    expect((laid as { waypoints: unknown[] }).waypoints.length).toBeGreaterThan(0);
    await press('Guess again');
    expect(now().segments).toEqual(before);
  });
  it('every figure of it leads to its why', async () => {
    const { id } = await open(between('F8', 'Q1'), mountainHutBoard());
    const figure = within(screen.getByText(/^length/).closest('div')!).getAllByRole('button')[0]!;
    await click(figure);
    expect(screen.getByTestId('why').textContent).toBe(`cable/${id}/lengthMm`);
  });
});
