// @vitest-environment happy-dom
import { oneLineOf } from '@ombrik/core/circuit/oneLine';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { openJob, serverThat, show } from '../../testing/screen.tsx';
import { ConnectionsSheet } from './ConnectionsSheet.tsx';
import { elbow, oneLineGeometry } from './oneLineGeometry.ts';
import { undersOf } from './oneLineUnders.ts';
import { ProtectionTable } from './ProtectionTable.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('the list of wires', () => {
  async function open() {
    serverThat({});
    const job = await openJob();
    show(<ConnectionsSheet />, { job });
    return { job, table: within(await screen.findByRole('table', { name: 'Wires' })) };
  }
  it('has every core of every cable, and each figure can be asked why', async () => {
    const { job, table } = await open();
    const cores = job.now().dossier.cables.flatMap((c) => c.cores);
    expect(table.getAllByRole('row')).toHaveLength(cores.length + 1);
    await act(async () => void fireEvent.click(table.getAllByTitle('Why this number?')[0]!));
    expect(screen.getByTestId('why').textContent).toMatch(/^cable\/cb_\w+\/lengthMm$/);
  });
  it('is put in order by what is pressed, up and down', async () => {
    const { table } = await open();
    const sizes = () =>
      table
        .getAllByRole('row')
        .slice(1)
        .map((r) => Number.parseFloat(r.querySelectorAll('td')[6]!.textContent!));
    await act(async () => void fireEvent.click(table.getByRole('button', { name: /^Conductor/ })));
    expect(sizes()).toEqual([...sizes()].sort((a, b) => a - b));
    await act(async () => void fireEvent.click(table.getByRole('button', { name: /^Conductor/ })));
    expect(sizes()).toEqual([...sizes()].sort((a, b) => b - a));
  });
  it('a wire is renamed and removed, each as one edit; the row chooses it', async () => {
    const { job, table } = await open();
    const { designation, cableId } = job.now().dossier.cables[0]!;
    const field = table.getByLabelText(`Name of ${designation}`);
    fireEvent.change(field, { target: { value: 'V99' } });
    await act(async () => void fireEvent.blur(field));
    expect(job.now().board.cables.find((c) => c.id === cableId)!.designation).toBe('V99');
    await waitFor(() => expect(screen.getByRole('button', { name: 'Remove V99' })).toBeTruthy());
    await act(async () => void fireEvent.click(table.getAllByRole('row')[1]!));
    expect(job.now().selection?.kind).toBe('cable');
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Remove V99' })));
    expect(job.now().board.cables.some((c) => c.id === cableId)).toBe(false);
    await waitFor(() => expect(job.sent).toEqual([`Rename ${designation} to V99`, 'Remove V99']));
  });
  it('loads that wait are wired to a fuse block in one press', async () => {
    serverThat({});
    const board = mountainHutBoard();
    const job = await openJob({ ...board, connections: [], cables: [] });
    show(<ConnectionsSheet />, { job });
    const press = await screen.findByRole('button', { name: /^Wire \d+ loads to/ });
    await act(async () => void fireEvent.click(press));
    expect(job.now().board.connections.length).toBeGreaterThan(4);
    await waitFor(() => expect(job.sent).toHaveLength(1));
  });
});

describe('the one-line drawing', () => {
  async function laidOut() {
    const job = await openJob();
    const { board, parts, dossier } = job.now();
    const graph = oneLineOf(board, parts, dossier, false);
    // In a row, as any layout would put them somewhere.
    const nodes = graph.nodes.map((n, i) => ({
      itemId: n.itemId,
      x: i * 200,
      y: 0,
      ports: n.ports.map((p, k) => ({ ...p, x: p.side === 'in' ? 0 : n.width, y: 4 + k })),
    }));
    const edges = graph.edges.map((e) => ({
      connectionId: e.connectionId,
      points: [
        { x: 0, y: 0 },
        { x: 9, y: 9 },
      ],
    }));
    return { job, graph, laid: { nodes, edges, width: 900, height: 300 } as never };
  }
  it('lines run as laid out until a part is moved by hand; then its own run by two corners to where it is', async () => {
    const { graph, laid } = await laidOut();
    const still = oneLineGeometry(graph, laid, () => null);
    expect(still.edges).toHaveLength(graph.edges.length);
    for (const e of still.edges) expect(e.points).toHaveLength(2);
    const moved = graph.nodes[1]!.itemId;
    const after = oneLineGeometry(graph, laid, (id) => (id === moved ? { x: 50, y: 700 } : null));
    const touches = (e: (typeof graph.edges)[number]) => e.from.itemId === moved || e.to.itemId === moved;
    for (const e of after.edges) expect(e.points).toHaveLength(touches(e) ? 4 : 2);
    expect(after.edges.some(touches)).toBe(true);
    expect(after.box.height).toBeGreaterThan(still.box.height);
  });
  it('two corners stand halfway', () => {
    expect(elbow({ x: 0, y: 0 }, { x: 10, y: 6 })).toEqual([
      { x: 0, y: 0 },
      { x: 5, y: 0 },
      { x: 5, y: 6 },
      { x: 10, y: 6 },
    ]);
  });
  it('under a sign stand its fuse, or what its battery gives', async () => {
    const { job } = await laidOut();
    const { board, parts, dossier } = job.now();
    const items = new Map(board.items.map((i) => [i.id, i]));
    const battery = board.items.find((i) => parts.get(i.partId)?.kind === 'battery')!;
    const said = (currentA: number) =>
      undersOf(dossier.sizing, { batteries: [{ itemId: battery.id, currentA }] } as never, items, parts).get(
        battery.id,
      );
    expect(said(12)).toBe('out 12\u2009A');
    expect(said(-5.5)).toBe('in 5.5\u2009A');
    expect(said(0)).toBeUndefined();
  });
});

describe('what protects a wire', () => {
  it('of every wire that a short can feed: from which side, through what, ended by what', async () => {
    const job = await openJob();
    const { board, dossier } = job.now();
    const fed = dossier.sizing.wires.filter((w) => w.shorts.length > 0);
    expect(fed.length).toBeGreaterThan(3);
    for (const wire of fed) {
      show(<ProtectionTable board={board} wire={wire} />);
      const table = screen.getByRole('table', { name: 'What protects it, from each side' });
      expect(within(table).getAllByRole('row').length).toBeGreaterThan(1);
      expect(table.textContent).not.toMatch(/undefined|NaN/);
      cleanup();
    }
  });
});
