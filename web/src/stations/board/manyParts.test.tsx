// @vitest-environment happy-dom
import type { Item } from '@ombrik/core/document/item/item';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { useJob } from '../../session/useJob.ts';
import { press } from '../../testing/hands.ts';
import { openJob, show } from '../../testing/screen.tsx';
import type { BoardView } from './boardView.ts';
import { ManyInspector } from './ManyInspector.tsx';

afterEach(cleanup);

async function open(...names: string[]) {
  const job = await openJob();
  const ids = new Set(
    job
      .now()
      .board.items.filter((i) => names.includes(i.designation.slice(1)))
      .map((i) => i.id),
  );
  const Shown = () => {
    const items = useJob().board.items.filter((i) => ids.has(i.id));
    return items.length > 0 ? <ManyInspector view={{ face: 'front' } as BoardView} items={items} /> : <p>gone</p>;
  };
  show(<Shown />, { job });
  const now = () => job.now().board.items.filter((i) => ids.has(i.id));
  const box = (i: Item) => {
    const part = job.now().parts.get(i.partId)!;
    if (i.place.kind !== 'panel') throw new Error(`${i.designation} is off the board`);
    const turned = i.place.rotationDeg % 180 !== 0;
    const [w, h] = turned ? [part.heightMm, part.widthMm] : [part.widthMm, part.heightMm];
    const { xMm, yMm } = i.place;
    return { left: xMm - w / 2, right: xMm + w / 2, top: yMm - h / 2, bottom: yMm + h / 2, xMm, yMm };
  };
  return { job, now, boxes: () => now().map(box) };
}
const same = (list: readonly number[]) => expect(Math.max(...list) - Math.min(...list)).toBeLessThan(0.001);

describe('parts lined up', () => {
  it.each([
    ['left edges', 'left'],
    ['right edges', 'right'],
    ['top edges', 'top'],
    ['bottom edges', 'bottom'],
    ['centres ↔', 'xMm'],
    ['centres ↕', 'yMm'],
  ] as const)('by their %s', async (text, edge) => {
    const { job, boxes } = await open('F1', 'F10', 'T1');
    await press(text);
    same(boxes().map((b) => b[edge]));
    await waitFor(() => expect(job.sent).toEqual(['Line up 3 parts']));
  });
  it('one that is held gives the line and does not move', async () => {
    const { job, now, boxes } = await open('F1', 'F10');
    const [first] = now();
    job.now().edit('hold', [{ kind: 'set', collection: 'items', id: first!.id, field: 'held', value: true }]);
    const before = now()[0]!.place;
    await press('top edges');
    expect(now()[0]!.place).toEqual(before);
    same(boxes().map((b) => b.top));
  });
});

describe('parts spaced', () => {
  it('three have equal gaps between their edges; two have nothing to share', async () => {
    const { boxes } = await open('F1', 'Q1', 'X1');
    await press('across');
    const [a, b, c] = boxes().sort((p, q) => p.left - q.left);
    expect(b!.left - a!.right).toBeCloseTo(c!.left - b!.right, 0);
    cleanup();
    await open('F1', 'Q1');
    expect((screen.getByRole('button', { name: 'across' }) as HTMLButtonElement).disabled).toBe(true);
  });
});

describe('parts turned, mirrored and carried', () => {
  it('mirrored twice they stand where they stood', async () => {
    const { now } = await open('F1', 'Q1', 'X1');
    const before = now().map((i) => i.place);
    await press('Mirror ↔');
    expect(now().map((i) => i.place)).not.toEqual(before);
    await press('Mirror ↔');
    expect(now().map((i) => i.place)).toEqual(before);
  });
  it('turned four times they stand where they stood', async () => {
    const { now } = await open('F1', 'Q1');
    const before = now().map((i) =>
      i.place.kind === 'panel' ? [i.place.xMm, i.place.yMm, i.place.rotationDeg] : null,
    );
    for (let n = 0; n < 4; n++) await press('Turn');
    const after = now().map((i) => (i.place.kind === 'panel' ? [i.place.xMm, i.place.yMm, i.place.rotationDeg] : null));
    expect(after.flat()).toEqual(before.flat().map((v) => expect.closeTo(v!, 6)));
  });
  it('deleted, they go with their wires in one edit, and nothing is chosen', async () => {
    const { job, now } = await open('F1', 'Q1');
    const ids = new Set(now().map((i) => i.id));
    await press('Delete');
    expect(now()).toEqual([]);
    const left = job.now().board.connections.filter((c) => ids.has(c.from.itemId) || ids.has(c.to.itemId));
    expect(left).toEqual([]);
    await waitFor(() => expect(job.sent).toEqual(['Delete 2 parts']));
    expect(job.now().selection).toBeNull();
  });
  it('says what they weigh together', async () => {
    const { job, now } = await open('F1', 'F10', 'T1');
    const kg = now().reduce((s, i) => s + job.now().parts.get(i.partId)!.massKg, 0);
    expect(screen.getByText(new RegExp(`${kg.toFixed(1)} kg`))).toBeTruthy();
  });
});
