// @vitest-environment happy-dom
import type { Item } from '@ombrik/core/document/item/item';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { MIRA, type OpenJob, openJob, serverThat, show } from '../../testing/screen.tsx';
import { BoardStation } from './BoardStation.tsx';

beforeEach(() => {
  // What the page lays out by itself in a browser is not there; hands and keys are.
  Element.prototype.setPointerCapture = () => {};
  Element.prototype.scrollIntoView = () => {};
  serverThat({
    '/api/me': MIRA,
    '/api/jobs/jb/files': { files: [] },
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

async function open() {
  const job = await openJob();
  show(<BoardStation />, { job });
  await screen.findByRole('application');
  return job;
}
const placeOf = (job: OpenJob, designation: string) =>
  job.now().board.items.find((i) => i.designation === designation)!.place as Extract<Item['place'], { kind: 'panel' }>;
const part = (designation: string) =>
  screen.getAllByRole('button', { name: new RegExp(`^${designation} .*millimetres`) })[0]!;
const key = (designation: string, name: string, more = {}) =>
  act(async () => void fireEvent.keyDown(part(designation), { key: name, ...more }));
const onPanel = (job: OpenJob) =>
  job.now().board.items.find((i) => i.place.kind === 'panel' && !i.held && !i.groupId)!.designation;
/** Down on a part, to another place of the page, up again. */
async function drag(designation: string, by: { x: number; y: number }) {
  const canvas = screen.getByRole('application');
  await act(async () => {
    fireEvent.pointerDown(part(designation), { button: 0, clientX: 300, clientY: 200, pointerId: 1 });
    fireEvent.pointerMove(canvas, { clientX: 300 + by.x / 2, clientY: 200 + by.y / 2, pointerId: 1 });
    fireEvent.pointerMove(canvas, { clientX: 300 + by.x, clientY: 200 + by.y, pointerId: 1 });
  });
}
const drop = () => act(async () => void fireEvent.pointerUp(screen.getByRole('application'), { pointerId: 1 }));

describe('parts by keys', () => {
  it('arrows nudge a millimetre, ten with Shift: shifted as it stands, and one edit when the hand rests', async () => {
    const job = await open();
    const name = onPanel(job);
    const before = placeOf(job, name);
    await key(name, 'ArrowRight');
    await key(name, 'ArrowDown', { shiftKey: true });
    expect(part(name).style.transform).toBe('translate(1px, 10px)');
    expect([placeOf(job, name), job.sent]).toEqual([before, []]);
    await waitFor(() => expect(job.sent).toEqual([`Nudge ${name}`]));
    expect(placeOf(job, name)).toMatchObject({ xMm: before.xMm + 1, yMm: before.yMm + 10 });
    await waitFor(() => expect(part(name).style.transform).toBe(''));
  });
  it('whatever the hand does next, the nudge is made before it: it is turned where it was nudged to', async () => {
    const job = await open();
    const name = onPanel(job);
    const before = placeOf(job, name);
    await key(name, 'ArrowRight');
    await key(name, 'r');
    expect(placeOf(job, name)).toMatchObject({
      xMm: before.xMm + 1,
      rotationDeg: (before.rotationDeg + 90) % 360,
    });
    await waitFor(() => expect(job.sent).toEqual([`Nudge ${name}`, `Turn ${name}`]));
  });
  it('two parts nudged one after the other are two edits; leaving the board makes the last', async () => {
    const job = await open();
    const [name, other] = job
      .now()
      .board.items.filter((i) => i.place.kind === 'panel' && !i.held && !i.groupId)
      .map((i) => i.designation) as [string, string];
    const before = placeOf(job, other);
    await key(name, 'ArrowRight');
    await key(other, 'ArrowLeft');
    cleanup();
    expect(placeOf(job, other).xMm).toBe(before.xMm - 1);
    await waitFor(() => expect(job.sent).toEqual([`Nudge ${name}`, `Nudge ${other}`]));
  });
  it('r turns a quarter, h holds: a part that is held goes nowhere and says so', async () => {
    const job = await open();
    const name = onPanel(job);
    const before = placeOf(job, name);
    await key(name, 'r');
    expect(placeOf(job, name).rotationDeg).toBe((before.rotationDeg + 90) % 360);
    await key(name, 'h');
    const held = placeOf(job, name);
    await key(name, 'ArrowLeft');
    expect(placeOf(job, name)).toEqual(held);
    expect(screen.getByText(`${name} is held where it is; let it go first.`)).toBeTruthy();
  });
  it('Delete takes a part off with its wires', async () => {
    const job = await open();
    const name = onPanel(job);
    const { id } = job.now().board.items.find((i) => i.designation === name)!;
    await key(name, 'Delete');
    expect(job.now().board.items.some((i) => i.id === id)).toBe(false);
    expect(job.now().board.connections.some((c) => c.from.itemId === id || c.to.itemId === id)).toBe(false);
  });
});

describe('parts by hand', () => {
  it('while it is dragged what is drawn is shifted and nothing is edited; dropped, it is one edit', async () => {
    const job = await open();
    const name = onPanel(job);
    const before = placeOf(job, name);
    await drag(name, { x: 40, y: 30 });
    expect(part(name).style.transform).toMatch(/^translate\(/);
    expect(screen.getByText(/^-?\d+, -?\d+ mm$/)).toBeTruthy();
    expect([placeOf(job, name), job.sent]).toEqual([before, []]);
    await drop();
    const after = placeOf(job, name);
    expect(Math.hypot(after.xMm - before.xMm, after.yMm - before.yMm)).toBeGreaterThan(5);
    await waitFor(() => expect(job.sent).toEqual([`Move ${name}`]));
    await waitFor(() => expect(part(name).style.transform).toBe(''));
  });
  it('a press that goes nowhere chooses, and moves nothing', async () => {
    const job = await open();
    const name = onPanel(job);
    await act(async () => void fireEvent.pointerDown(part(name), { button: 0, clientX: 5, clientY: 5, pointerId: 1 }));
    await drop();
    expect(job.sent).toEqual([]);
    expect(job.now().selection).toEqual({
      kind: 'item',
      id: job.now().board.items.find((i) => i.designation === name)!.id,
    });
    expect(screen.getByRole('region', { name: `Part ${name}` })).toBeTruthy();
  });
  it('when the hand rests, cables and findings follow before anything is edited', async () => {
    const job = await open();
    const name = onPanel(job);
    await drag(name, { x: 60, y: 0 });
    const before = placeOf(job, name);
    await waitFor(() => expect(job.now().shown).not.toBe(job.now().board));
    expect(placeOf(job, name)).toEqual(before);
    await drop();
    await waitFor(() => expect(job.now().shown).toBe(job.now().board));
  });
});

describe('joining', () => {
  it('a terminal and then another makes a wire; the same one twice lets go', async () => {
    const job = await open();
    const marks = screen.getAllByRole('button', { name: /^-\w+:\w+/ });
    const name = (e: HTMLElement) => e.getAttribute('aria-label')!.split(',')[0]!;
    const first = marks[0]!;
    await act(async () => void fireEvent.click(first));
    const from = screen.queryByText(/^From -/);
    expect(from?.textContent ?? name(first)).toContain(name(first).split(':')[0]!);
    await act(async () => void fireEvent.keyDown(window, { key: 'Escape' }));
    expect(screen.queryByText(/^From -/)).toBeNull();
    expect(job.sent).toEqual([]);
  });
});

describe('the inspector of a part', () => {
  async function inspect() {
    const job = await open();
    const name = onPanel(job);
    const item = job.now().board.items.find((i) => i.designation === name)!;
    await act(async () => job.now().select({ kind: 'item', id: item.id }));
    return { job, name, box: within(await screen.findByRole('region', { name: `Part ${name}` })) };
  }
  it('renames it, moves it by numbers, and takes it off the board', async () => {
    const { job, name, box } = await inspect();
    fireEvent.change(box.getByLabelText('Name'), { target: { value: 'the main one' } });
    await act(async () => void fireEvent.blur(box.getByLabelText('Name')));
    fireEvent.change(box.getByLabelText('x'), { target: { value: '150' } });
    await act(async () => void fireEvent.keyDown(box.getByLabelText('x'), { key: 'Enter' }));
    const now = job.now().board.items.find((i) => i.designation === name)!;
    expect([now.name, (now.place as { xMm: number }).xMm]).toEqual(['the main one', 150]);
    await act(async () => void fireEvent.click(box.getByRole('button', { name: 'Off the board' })));
    expect(job.now().board.items.find((i) => i.designation === name)!.place.kind).toBe('location');
  });
  it('doubles it and chooses the double; deleted, nothing is chosen', async () => {
    const { job, name, box } = await inspect();
    const count = job.now().board.items.length;
    await act(async () => void fireEvent.click(box.getByRole('button', { name: 'Duplicate' })));
    expect(job.now().board.items).toHaveLength(count + 1);
    expect(job.now().selection?.id).toBe(job.now().board.items.at(-1)!.id);
    expect(job.now().board.items.at(-1)!.designation).not.toBe(name);
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Delete' })));
    expect(job.now().board.items).toHaveLength(count);
    expect(job.now().selection).toBeNull();
  });
});

it('an empty board shows its panel and what may be put on it', async () => {
  const bare = { ...marketCartBoard(), items: [], connections: [], cables: [] };
  const job = await openJob(bare);
  show(<BoardStation />, { job });
  expect((await screen.findByRole('application')).getAttribute('aria-label')).toContain(bare.panels[0]!.name);
});
