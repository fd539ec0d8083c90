import { applyCommands } from '@ombrik/core/document/commands';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { describe, expect, it } from 'vitest';
import { finish } from './drawnShape.ts';
import { createHand, rectBetween } from './hand.ts';
import { shiftOf } from './useLifted.ts';
import { withPoint } from './withPoint.ts';

const board = marketCartBoard();
const panel = board.panels[0]!;
const p = (xMm: number, yMm: number) => ({ xMm, yMm });
const panelAfter = (made: ReturnType<typeof finish>) => {
  if (typeof made === 'string') throw new Error(made);
  return applyCommands(board, made.commands).board.panels[0]!;
};

describe('what is drawn on a panel', () => {
  it('an outline of whole millimetres; crossing itself or of two corners it is refused in words', () => {
    const square = [p(0.4, 0), p(300.2, 0), p(300, 200), p(0, 200)];
    expect(panelAfter(finish({ tool: 'outline', points: square }, panel, 'front')).outline).toEqual([
      p(0, 0),
      p(300, 0),
      p(300, 200),
      p(0, 200),
    ]);
    const crossed = [p(0, 0), p(300, 200), p(300, 0), p(0, 200)];
    expect(finish({ tool: 'outline', points: crossed }, panel, 'front')).toMatch(/crosses itself/);
    expect(finish({ tool: 'outline', points: square.slice(0, 2) }, panel, 'front')).toMatch(/three corners/);
  });
  it('a keep-out from two corners, on the face it was drawn on', () => {
    const made = panelAfter(finish({ tool: 'keepOut', points: [p(50, 60), p(10, 20)] }, panel, 'back'));
    expect(made.keepOuts.at(-1)).toMatchObject({
      face: 'back',
      shape: {
        kind: 'polygon',
        points: [p(50, 60), p(10, 60), p(10, 20), p(50, 20)].map((q) => expect.objectContaining(q)),
      },
    });
    expect(finish({ tool: 'keepOut', points: [p(5, 5), p(5, 90)] }, panel, 'front')).toMatch(/two corners/);
  });
  it('a door swings a quarter about its hinge', () => {
    const made = panelAfter(finish({ tool: 'swing', points: [p(0, 0), p(0, 100)] }, panel, 'front'));
    expect(made.keepOuts.at(-1)!.shape).toMatchObject({ kind: 'arc', radiusMm: 100, fromDeg: 90, toDeg: 180 });
    expect(finish({ tool: 'swing', points: [p(0, 0), p(3, 3)] }, panel, 'front')).toMatch(/too near/);
  });
  it('a channel runs level or upright, whichever it is nearer to', () => {
    const made = panelAfter(finish({ tool: 'channel', points: [p(10, 10), p(200, 30)] }, panel, 'front'));
    expect(made.channels.at(-1)).toMatchObject({ from: p(10, 10), to: p(200, 10) });
    const upright = panelAfter(finish({ tool: 'channel', points: [p(10, 10), p(30, 200)] }, panel, 'front'));
    expect(upright.channels.at(-1)).toMatchObject({ to: p(10, 200) });
    expect(finish({ tool: 'channel', points: [p(10, 10), p(12, 11)] }, panel, 'front')).toMatch(/two ends/);
  });
  it('a hole where it was clicked', () => {
    expect(panelAfter(finish({ tool: 'hole', points: [p(99.6, 50.2)] }, panel, 'front')).holes.at(-1)).toMatchObject(
      p(100, 50),
    );
  });
});

describe('bending a run', () => {
  const points = [p(0, 0), p(100, 0), p(100, 100), p(200, 100)];
  const corners = points.slice(1, -1);
  it.each([
    ['the first span', p(50, 10), [p(50, 10), p(100, 0), p(100, 100)]],
    ['the middle', p(90, 50), [p(100, 0), p(90, 50), p(100, 100)]],
    ['the last', p(150, 120), [p(100, 0), p(100, 100), p(150, 120)]],
  ])('a point on %s comes between its corners', (_, point, expected) => {
    expect(withPoint(points, corners, point)).toEqual(expected);
  });
});

describe('a part in the hand', () => {
  const item = board.items.find((i) => i.place.kind === 'panel')!;
  const at = item.place as { xMm: number; yMm: number };
  it('is shifted by how far it is from where it is drawn', () => {
    const to = p(at.xMm + 12, at.yMm - 7);
    expect(shiftOf({ ids: [item.id], heldId: item.id, to }, board.items, (q) => q)).toEqual(p(12, -7));
    expect(shiftOf({ ids: ['gone'], heldId: 'gone', to }, board.items, (q) => q)).toBeNull();
  });
  it('from behind, left and right are exchanged for both', () => {
    const seen = (q: { xMm: number; yMm: number }) => p(600 - q.xMm, q.yMm);
    const to = seen(p(at.xMm + 12, at.yMm));
    expect(shiftOf({ ids: [item.id], heldId: item.id, to }, board.items, seen)).toEqual(p(-12, 0));
  });
  it('marks of the hand begin empty, and a frame is whole whichever way it is drawn', () => {
    expect(createHand().getState()).toMatchObject({ guides: [], gaps: [], frame: null, cursor: null, said: null });
    const frame = { leftMm: 1, rightMm: 9, topMm: 2, bottomMm: 8 };
    expect(rectBetween(p(9, 2), p(1, 8))).toEqual(frame);
    expect(rectBetween(p(1, 8), p(9, 2))).toEqual(frame);
  });
});
