// @vitest-environment happy-dom

import { solveScenarios } from '@ombrik/core/circuit/scenarios';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { repeaterShelterBoard } from '@ombrik/demo/repeaterShelter';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useJob } from '../../session/useJob.ts';
import { choose, click, offered, press } from '../../testing/hands.ts';
import { openJob, serverThat, show } from '../../testing/screen.tsx';
import { ControlSheet } from './ControlSheet.tsx';
import { FaultPanel } from './FaultPanel.tsx';
import { FlowPanel } from './FlowPanel.tsx';
import { LineEditing } from './LineEditing.tsx';
import { SwitchingOn } from './SwitchingOn.tsx';

vi.mock('react-chartjs-2', () => ({
  Bar: (p: { 'aria-label': string }) => <p role="img" aria-label={p['aria-label']} />,
}));
vi.mock('./TimeCurrentChart.tsx', () => ({ TimeCurrentChart: () => null }));
beforeEach(() => {
  serverThat({});
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const between = (board: Board, a: string, b: string) => {
  const id = (name: string) => board.items.find((i) => i.designation === name)!.id;
  const wire = board.connections.find((c) => {
    const ends = [c.from.itemId, c.to.itemId];
    return ends.includes(id(a)) && ends.includes(id(b));
  })!;
  return { wire, cable: board.cables.find((c) => c.cores.some((k) => k.connectionId === wire.id))! };
};

describe('a line of the drawing changed', () => {
  async function open() {
    const job = await openJob();
    const { cable, wire } = between(job.now().board, '-F1', '-Q1');
    const Shown = () =>
      useJob().board.cables.some((c) => c.id === cable.id) ? <LineEditing cableId={cable.id} /> : <p>gone</p>;
    show(<Shown />, { job });
    return { job, cable, wire };
  }
  it('a part put in stands between both ends, is chosen, and is one edit', async () => {
    const { job, cable, wire } = await open();
    const wires = job.now().board.connections.length;
    const list = screen.getByLabelText(`Put a part into ${cable.designation}`);
    const breaker = offered(list).find((id) => job.now().parts.get(id)?.kind === 'isolator')!;
    await choose(list, breaker);
    const { board } = job.now();
    const put = board.items.at(-1)!;
    expect([put.partId, job.now().selection]).toEqual([breaker, { kind: 'item', id: put.id }]);
    expect(board.connections).toHaveLength(wires + 1);
    const others = board.connections
      .filter((c) => [c.from, c.to].some((r) => r.itemId === put.id))
      .flatMap((c) => [c.from, c.to])
      .filter((r) => r.itemId !== put.id)
      .map((r) => r.itemId);
    expect(new Set(others)).toEqual(new Set([wire.from.itemId, wire.to.itemId]));
    await waitFor(() => expect(job.sent).toHaveLength(1));
  });
  it('an end is taken elsewhere, and the other stays where it was', async () => {
    const { job, cable, wire } = await open();
    await choose(screen.getByLabelText(`Take the end of ${cable.designation} to`), '0');
    const after = job.now().board.connections.find((c) => c.id === wire.id)!;
    const changed = (['from', 'to'] as const).filter((e) => JSON.stringify(after[e]) !== JSON.stringify(wire[e]));
    expect(changed).toHaveLength(1);
    await waitFor(() => expect(job.sent[0]).toMatch(/: end to -/));
  });
  it('taken away, its wire goes with it and nothing stays chosen', async () => {
    const { job, wire } = await open();
    await press('Remove');
    expect(job.now().board.connections.some((c) => c.id === wire.id)).toBe(false);
    expect(job.now().selection).toBeNull();
    expect(screen.getByText('gone')).toBeTruthy();
  });
});

describe('what must happen', () => {
  async function open(board?: Board) {
    const job = await openJob(board);
    show(<ControlSheet />, { job });
    return job;
  }
  it('is written down, judged against the truth table, and taken away again', async () => {
    const job = await open();
    const contacts = job.now().dossier.control.contacts;
    expect(contacts.length).toBeGreaterThan(0);
    // A switch for the hand is taken as closed: that it must be closed holds, that it must be open does not.
    const hand = contacts.findIndex((c) => c.worked === 'hand');
    await choose(screen.getByLabelText('Contact'), String(hand));
    await press('Write it down');
    expect(await screen.findByText('✓ it is')).toBeTruthy();
    await choose(screen.getByLabelText('Must be'), 'open');
    await press('Write it down');
    expect(await screen.findByText('△ it is not')).toBeTruthy();
    expect(job.now().board.control.map((r) => r.must)).toEqual(['closed', 'open']);
    expect(job.now().dossier.findings.filter((f) => f.kind === 'control-rule-broken')).toHaveLength(1);
    await click(screen.getAllByRole('button', { name: 'Remove' })[0]!);
    expect(job.now().board.control.map((r) => r.must)).toEqual(['open']);
  });
  it('the condition is kept in the words that were chosen', async () => {
    const job = await open();
    const list = screen.getByLabelText('Condition');
    const without = offered(list).find((v) => v.endsWith('false'))!;
    await choose(list, without);
    await press('Write it down');
    expect(job.now().board.control[0]).toMatchObject({ condition: without.split(' ')[0], holds: false });
  });
});

describe('what flows', () => {
  const first = ({ now }: Awaited<ReturnType<typeof openJob>>) =>
    solveScenarios(now().board, genericCatalogue, now().profile, now().workshop)[0]!;
  it('what carries most comes first, and a press on it chooses the cable', async () => {
    const job = await openJob(repeaterShelterBoard());
    const scenario = first(job);
    show(<FlowPanel scenario={scenario} />, { job });
    const rows = within(screen.getByRole('table', { name: 'What carries most' }))
      .getAllByRole('row')
      .slice(0);
    const shares = rows.flatMap((r) => {
      const found = /(\d+) %$/.exec(r.textContent!);
      return found ? [Number(found[1])] : [];
    });
    expect(shares.length).toBeGreaterThan(2);
    expect(shares).toEqual([...shares].sort((a, b) => b - a));
    await click(rows.at(-1)!);
    expect(job.now().selection?.kind).toBe('cable');
  });
  it('the volts lost step by step come to the drop that is told', async () => {
    const job = await openJob(repeaterShelterBoard());
    const scenario = first(job);
    show(<FlowPanel scenario={scenario} />, { job });
    const list = screen.getByLabelText('To which part');
    expect(offered(list)).toHaveLength(scenario.flows.length);
    for (const key of offered(list).slice(0, 3)) {
      await choose(list, key);
      const flow = scenario.flows.find((f) => f.key === key)!;
      const said = screen.getByRole('img', { name: /^Volts lost on the way/ }).getAttribute('aria-label')!;
      const sum = [...said.matchAll(/(-?\d+) millivolts/g)].reduce((s, m) => s + Number(m[1]), 0);
      expect(Math.abs(sum - (flow.sourceV - flow.voltageV) * 1000)).toBeLessThan(12);
    }
  });
});

describe('a short', () => {
  const play = { timeS: null, opened: new Map(), restart: () => {} } as never;
  it('nothing chosen says how to choose; a line that nothing stiff feeds says so', async () => {
    const job = await openJob();
    show(<FaultPanel story={null} connectionId={null} flow={null} play={play} />, { job });
    expect(screen.getByText(/Choose a line in the drawing/)).toBeTruthy();
    cleanup();
    const { wire, cable } = between(job.now().board, '-G2', '-T1');
    show(<FaultPanel story={null} connectionId={wire.id} flow={null} play={play} />, { job });
    expect(screen.getByText(new RegExp(`Nothing stiff feeds ${cable.designation}`))).toBeTruthy();
  });
  it('one that nothing ends is marked, and what opens stands in order of time', async () => {
    const job = await openJob();
    const { wire } = between(job.now().board, '-F1', '-Q1');
    const device = (name: string, fastS: number, slowS: number | null) => ({
      key: name,
      itemId: name,
      name,
      ratingA: 100,
      fastS,
      slowS,
      mayOpenToo: false,
    });
    const story = (devices: unknown[]) =>
      ({ says: 'told', devices, bms: [], largestA: 1200, smallestA: 900, withstandA2s: 1e6, passedA2s: 2e6 }) as never;
    const { container } = show(<FaultPanel story={story([])} connectionId={wire.id} flow={null} play={play} />, {
      job,
    });
    expect(container.querySelector('p.stripe-stop')!.textContent).toBe('told');
    cleanup();
    const again = show(
      <FaultPanel
        story={story([device('F1', 0.02, 0.1), device('F0', 3, null)])}
        connectionId={wire.id}
        flow={null}
        play={play}
      />,
      { job },
    );
    expect(again.container.querySelector('p.stripe-stop')).toBeNull();
    // Twice what the conductor bears: said where the figure stands.
    expect(again.container.querySelector('dd.stripe-stop')!.textContent).toMatch(/2.?000.?000 A²s of 1.?000.?000/);
    const opens = within(screen.getByRole('table', { name: 'What opens' }))
      .getAllByRole('row')
      .slice(1);
    expect(opens.map((r) => r.textContent)).toEqual([
      expect.stringMatching(/^F1, first/),
      expect.stringMatching(/^F0, stays in.*never$/),
    ]);
  });
});

describe('switching on', () => {
  it('is told of what has capacitors, with the heat the resistor takes; without any there is nothing', async () => {
    const { mountainHutBoard } = await import('@ombrik/demo/mountainHut');
    show(<SwitchingOn />, { job: await openJob(mountainHutBoard()) });
    const said = screen.getByRole('region', { name: 'Switching on' }).textContent!;
    expect(said).toMatch(/Hold \d+(\.\d+)? Ω across the open isolator|The bank fills them by itself/);
    expect(said).toMatch(/Insulated\s+resistor and gloves/);
    cleanup();
    show(<SwitchingOn />, { job: await openJob() });
    expect(screen.queryByRole('region', { name: 'Switching on' })).toBeNull();
  });
});
