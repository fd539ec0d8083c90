// @vitest-environment happy-dom
import { demoBoard } from '@ombrik/demo/demoBoards';
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { press } from '../testing/hands.ts';
import { atLeisure, onTheSpot, openJob, serverThat, show } from '../testing/screen.tsx';
import { OnTheFloor } from './OnTheFloor.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** The hut at revision 1, on the floor, its first cable made. */
async function open(deriver = onTheSpot(), looksOnly: string | null = null) {
  const job = await openJob(demoBoard('hut'), deriver, looksOnly);
  const { dossier } = job.now();
  const made = dossier.cables.find((c) => c.designation === 'W12')!;
  serverThat({
    '/api/jobs/jb/floor': {
      made: [
        {
          cableId: made.cableId,
          fingerprint: made.fingerprint,
          said: { kind: 'made', made: true },
          personName: 'Jonas Wick',
          at: '2026-11-02T08:00:00Z',
        },
      ],
      bench: [],
    },
  });
  job.guard(1);
  show(<OnTheFloor />, { job });
  const id = (name: string) => job.now().board.items.find((i) => i.designation === name)!.id;
  const take = (name: string) => {
    const item = job.now().board.items.find((i) => i.id === id(name))!;
    if (item.place.kind !== 'panel') throw new Error(`${name} is off the board`);
    const value = { ...item.place, yMm: item.place.yMm + 40 };
    return act(
      async () =>
        void job.now().edit(`Move ${name}`, [{ kind: 'set', collection: 'items', id: item.id, field: 'place', value }]),
    );
  };
  const note = (value: string) =>
    act(async () => void job.now().edit('Brief: notes', [{ kind: 'setBrief', field: 'notes', value }]));
  return { job, take, note };
}

describe('a board that is on the floor', () => {
  it('an edit is shown with what it touches, made ones first, and nothing is made yet', async () => {
    const { job, take } = await open();
    const before = job.now().board;
    await take('-F4');
    const asked = await screen.findByRole('alert');
    await waitFor(() => expect(asked.textContent).toMatch(/“Move -F4” would touch:.*Cables: W12 \(made\), W13/s));
    expect([job.now().board, job.sent]).toEqual([before, []]);
    expect(job.now().shown).not.toBe(before);
  });
  it('left, everything is as it was; made, it is one edit, and the next is not asked about', async () => {
    const { job, take } = await open();
    await take('-F4');
    await screen.findByText(/would touch/);
    await press('Leave it as it is');
    expect(screen.queryByRole('alert')).toBeNull();
    expect(job.now().shown).toBe(job.now().board);
    await take('-F4');
    await screen.findByText(/would touch/);
    await press('Make the change');
    await waitFor(() => expect(job.sent).toEqual(['Move -F4']));
    await take('-F5');
    await waitFor(() => expect(job.sent).toEqual(['Move -F4', 'Move -F5']));
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('what touches nothing on the floor is made without asking, and what follows is still asked about', async () => {
    const { job, note, take } = await open();
    await note('back in spring');
    await waitFor(() => expect(job.sent).toEqual(['Brief: notes']));
    await take('-F4');
    expect(await screen.findByText(/would touch/)).toBeTruthy();
    expect(job.sent).toHaveLength(1);
  });
  it('a change made while the one before is still being worked out is asked about, never made for having been early', async () => {
    const { job, note, take } = await open(atLeisure(300));
    await note('back in spring');
    await waitFor(() => expect(job.sent).toEqual(['Brief: notes']));
    // The board with the note in it has not been worked out yet.
    expect(job.now().dossierOf).not.toBe(job.now().board);
    await take('-F4');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/would touch:.*Cables: W12/s));
    expect(job.sent).toEqual(['Brief: notes']);
    // Left, and something harmless at once: what was left has no part in what that touches.
    await press('Leave it as it is');
    await note('back in May');
    await waitFor(() => expect(job.sent).toEqual(['Brief: notes', 'Brief: notes']));
    expect(job.now().board.brief.notes).toBe('back in May');
  });
  it('what was shown under the hand before it was let go is no part of what the board is without it', async () => {
    const { job, take } = await open(atLeisure(100));
    const item = job.now().board.items.find((i) => i.designation === '-F4')!;
    if (item.place.kind !== 'panel') throw new Error('-F4 is off the board');
    const value = { ...item.place, yMm: item.place.yMm + 40 };
    await act(async () =>
      job.now().preview([{ kind: 'set', collection: 'items', id: item.id, field: 'place', value }]),
    );
    await waitFor(() => expect(job.now().dossierOf).toBe(job.now().shown));
    await take('-F4');
    await screen.findByText(/would touch/);
    expect(job.sent).toEqual([]);
  });
  it('a field that is left for the answer, and so says the same again, takes the answer from nobody’s hand', async () => {
    const { job, take } = await open(atLeisure(50));
    await take('-F4');
    await screen.findByText(/would touch/);
    const shown = job.now().shown;
    await take('-F4');
    expect(job.now().shown).toBe(shown);
    expect((screen.getByText('Make the change') as HTMLButtonElement).disabled).toBe(false);
    await press('Make the change');
    await waitFor(() => expect(job.sent).toEqual(['Move -F4']));
  });
  it('who may not change boards is told so at once, and asked nothing', async () => {
    const { job, take } = await open(undefined, 'only a designer changes a board');
    await take('-F4');
    expect(screen.queryByRole('alert')).toBeNull();
    expect([job.now().problems, job.sent]).toEqual([['only a designer changes a board'], []]);
    expect(job.now().shown).toBe(job.now().board);
  });
  it('released anew it is asked again; withdrawn, nothing is', async () => {
    const { job, take } = await open();
    await take('-F4');
    await screen.findByText(/would touch/);
    await press('Make the change');
    await act(async () => job.guard(2));
    await take('-F5');
    await screen.findByText(/would touch/);
    await act(async () => job.guard(null));
    expect(screen.queryByRole('alert')).toBeNull();
    await take('-F5');
    await waitFor(() => expect(job.sent).toEqual(['Move -F4', 'Move -F5']));
  });
});
