import { expect, it } from 'vitest';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';
import { cable, lamp, panel, routed } from '../../testing/kit.ts';

/** A charger on the straight way from the bar to the fuse block, the wire there unlaid. */
const charger = () => lamp().item('T1', 'mains-charger-12-30', { at: [420, 195] }).board;

findingTest('guess-over-something', {
  speaks: () => charger(),
  silent: () => lamp().board,
  says: /^The guesses of W4, .* lie over -T1$/,
});

it('is told of keep-outs by their name too, and of a way that was laid it says nothing', () => {
  const shape = {
    kind: 'polygon' as const,
    points: [
      { xMm: 300, yMm: 180 },
      { xMm: 600, yMm: 180 },
      { xMm: 600, yMm: 220 },
      { xMm: 300, yMm: 220 },
    ],
  };
  const barred = panel(lamp().board, { keepOuts: [{ id: 'ko_1', name: 'lid stay', face: 'front', shape, freeMm: 0 }] });
  const said = (board: typeof barred) =>
    deriveBoard(board)
      .findings.filter((f) => f.kind === 'guess-over-something')
      .map((f) => f.says);
  expect(said(barred)).toEqual([expect.stringMatching(/^The guesses of W4, .* lie over lid stay$/)]);
  expect(said(cable(barred, 4, routed([420, 150], [420, 250]))).join()).not.toContain('W4');
});
