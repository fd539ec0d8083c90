// @vitest-environment happy-dom
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useJob } from '../../session/useJob.ts';
import { choose, click, commit, offered, press } from '../../testing/hands.ts';
import { MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { ItemInspector } from './ItemInspector.tsx';

beforeEach(() => {
  serverThat({
    '/api/me': MIRA,
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

async function open(designation: string, board = mountainHutBoard()) {
  const job = await openJob(board);
  const { id } = job.now().board.items.find((i) => i.designation === designation)!;
  const Shown = () => {
    const item = useJob().board.items.find((i) => i.id === id);
    const [from, connect] = useState<TerminalRef | null>(null);
    return item ? <ItemInspector item={item} connecting={from} onConnecting={connect} /> : <p>gone</p>;
  };
  show(<Shown />, { job });
  return { job, id, now: () => job.now().board.items.find((i) => i.id === id)! };
}

describe('fuses of a part', () => {
  it('one is held at another rating by a person, and what is judged follows', async () => {
    const { job, id, now } = await open('-F8');
    const seat = () => job.now().dossier.sizing.seats.find((s) => s.itemId === id)!;
    const label = `fuse -F8 ${seat().seatId}`;
    await press(`Lock ${label}`);
    const list = screen.getByLabelText(`Value for ${label}`);
    const other = offered(list).find((v) => v !== seat().link.value)!;
    await choose(list, other);
    await commit(screen.getByLabelText(`Reason for locking ${label}`), 'in the drawer');
    await press('Lock it');
    expect(now().inserts).toEqual([
      { seatId: seat().seatId, link: { mode: 'locked', value: other, reason: 'in the drawer', who: 'Mira Holt' } },
    ]);
    await waitFor(() => expect(seat().link.value).toBe(other));
    await press(`Unlock ${label}`);
    await waitFor(() => expect(seat().link.mode).toBe('auto'));
  });
  it('each figure of a fuse leads to its why', async () => {
    const { job, id } = await open('-F8');
    const { seatId } = job.now().dossier.sizing.seats.find((s) => s.itemId === id)!;
    await click(screen.getAllByTitle('Why this number?')[0]!);
    expect(screen.getByTestId('why').textContent).toMatch(new RegExp(`^(seat/${id}/${seatId}|flow/)`));
  });
});

describe('another part in its place', () => {
  it('only parts that every wire fits are offered; wires stay, links of the old one go', async () => {
    const { job, now } = await open('-F8');
    const wires = job.now().board.connections;
    const list = screen.getByLabelText('Part');
    const used = new Set(
      wires.flatMap((w) => [w.from, w.to]).flatMap((r) => (r.itemId === now().id ? [r.terminalId] : [])),
    );
    for (const partId of offered(list)) {
      const terminals = new Set(
        job
          .now()
          .parts.get(partId)!
          .terminals.map((t) => t.id),
      );
      for (const terminal of used) expect(terminals.has(terminal)).toBe(true);
    }
    const other = offered(list).find((v) => v !== now().partId)!;
    await choose(list, other);
    expect([now().partId, now().inserts]).toEqual([other, []]);
    expect(job.now().board.connections).toEqual(wires);
    await waitFor(() => expect(job.sent).toEqual(['-F8: another part']));
  });
});

describe('its terminals', () => {
  it('one is picked up, let go again, and joined to another as one edit', async () => {
    const { job } = await open('-X1');
    const connects = () => screen.getAllByRole('button', { name: 'connect' });
    await click(connects()[0]!);
    await press('leave it');
    expect(job.sent).toEqual([]);
    const wires = job.now().board.connections.length;
    await click(connects().at(-1)!);
    await click(screen.getAllByRole('button', { name: 'to here' })[0]!);
    // Two studs of one bar are one node already: joining them is refused or made, never half made.
    expect([wires, wires + 1]).toContain(job.now().board.connections.length);
    expect(job.now().board.cables.flatMap((c) => c.cores)).toHaveLength(job.now().board.connections.length);
  });
});

describe('its place', () => {
  it('turned, put behind, held; spacers under it', async () => {
    const { now } = await open('-T2');
    await press('Turn (R)');
    await press('To the back (F)');
    expect(now().place).toMatchObject({ rotationDeg: 90, face: 'back' });
    await press('To the front (F)');
    await press('Hold (H)');
    expect(now()).toMatchObject({ held: true, place: { face: 'front' } });
    await press('Let go (H)');
    await commit(screen.getByLabelText(/stand|spacer/i), '12');
    expect(now()).toMatchObject({ held: false, standOffMm: 12 });
  });
  it('off the board it is somewhere, and somewhere has a name', async () => {
    const { now } = await open('-T2');
    await press('Off the board');
    const field = screen.getByLabelText('Where it is, off the board');
    await commit(field, '');
    expect(screen.getByText(/cannot be empty/)).toBeTruthy();
    expect(now().place).toMatchObject({ kind: 'location' });
    await commit(field, 'wall beside the door');
    expect(now().place).toEqual({ kind: 'location', location: 'wall beside the door' });
  });
});

describe('whose it is', () => {
  it('second-hand of unknown rating, left in place dead: each is kept', async () => {
    const { now } = await open('-T2');
    await choose(screen.getByLabelText('Whose part -T2 is'), 'secondHand');
    await click(screen.getByRole('checkbox', { name: 'rating known' }));
    await click(screen.getByRole('checkbox', { name: 'left in place, dead' }));
    expect(now()).toMatchObject({ ownership: 'secondHand', ratingKnown: false, inService: false });
  });
  it('what feeds from outside has its own volts', async () => {
    const { now } = await open('-G4');
    await commit(screen.getByLabelText('At rest'), '12,9');
    expect(now().feed).toMatchObject({ restingVoltageV: 12.9 });
    await commit(screen.getByLabelText('At rest'), '0');
    expect(now().feed).toMatchObject({ restingVoltageV: 12.9 });
  });
});

describe('taken off', () => {
  it('asks where a fuse served nothing else: with it, alone, or not at all', async () => {
    const { job } = await open('-T1');
    const count = job.now().board.items.length;
    await press('Delete');
    await press('Leave it');
    expect(job.now().board.items).toHaveLength(count);
    await press('Delete');
    await press('With -F3: nothing else needs it');
    expect(job.now().board.items).toHaveLength(count - 2);
    expect(job.now().selection).toBeNull();
    await waitFor(() => expect(job.sent).toEqual(['Delete -T1 and its own']));
  });
  it('one in a line closes the gap behind it', async () => {
    const { job } = await open('-Q1');
    const wires = job.now().board.connections.length;
    await press('Delete');
    await press(/^Close the gap: -F8:load to -X1:s1$|^Close the gap: -X1:s1 to -F8:load$/);
    expect(job.now().board.connections).toHaveLength(wires - 1);
    await waitFor(() => expect(job.sent).toEqual(['Delete -Q1, gap closed']));
  });
  it('one that nothing hangs on goes at once', async () => {
    const { job, id } = await open('-E9');
    await press('Delete');
    expect(job.now().board.items.some((i) => i.id === id)).toBe(false);
  });
});
