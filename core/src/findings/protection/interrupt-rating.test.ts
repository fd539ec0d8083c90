import { describe, expect, it } from 'vitest';
import type { Board } from '../../document/board.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';
import { bench, cable, item, lampBoard, locked, shelf } from '../../testing/kit.ts';

/** A stiff battery, and a thick lead to its fuse. */
const stiff = (holder: string) =>
  cable(item(item(lampBoard(), 'F1', 'partId', holder), 'G1', 'partId', 'battery-lifepo4-12-200'), 1, {
    conductorMm2: locked(50),
  });

findingTest('interrupt-rating', {
  speaks: () => stiff('holder-sf51'),
  silent: () => stiff('holder-classT'),
  severity: 'stop',
  says: /-F1 can interrupt 2\.0 kA/,
  fix: /Use Battery fuse holder, Class T/,
});

/** Four equal batteries, each with a fuse at its post, on one bar. */
function four(): Board {
  const board = bench()
    .item('X1', 'bar-plus-6x10', { at: [420, 90] })
    .item('X2', 'bar-minus-6x10', { at: [420, 500] });
  for (const n of [1, 2, 3, 4])
    board
      .item(`G${n}`, 'battery-lifepo4-12-200', shelf)
      .item(`F${n}`, 'holder-classT', { at: [110, 90 * n] })
      .wire(`G${n}:plus`, `F${n}:line`, { runMm: 150, sheathed: true })
      .wire(`F${n}:load`, `X1:s${n}`)
      .wire(`G${n}:minus`, `X2:s${n}`, { runMm: 300 });
  return board
    .item('T1', 'inverter-12-1600', { at: [700, 300] })
    .wire('X1:s6', 'T1:plus')
    .wire('X2:s6', 'T1:minus').board;
}

describe('interrupt duty', () => {
  it('is what passes the device: of four batteries what the other three send back', () => {
    const { seats } = deriveBoard(four()).sizing;
    const [first] = seats;
    const dossier = deriveBoard(four());
    const far = dossier.sizing.wires.find((w) => w.connectionId === 'cn_1')!;
    const back = far.shorts.find((s) => s.fedBy === 'to')!;
    expect(back.layers[0]!.keys).toEqual(['item/it_F1/seat']);
    expect(back.layers[1]!.keys).toHaveLength(3);
    // At its own line terminal the lead of the first counts no more: a little above what flows at the post.
    expect(first!.prospectiveA! / back.layers[0]!.largeA[0]!).toBeGreaterThan(1);
    expect(first!.prospectiveA! / back.layers[0]!.largeA[0]!).toBeLessThan(1.2);
    expect(first!.prospectiveA!).toBeLessThan(0.8 * far.faultA!);
  });
  it('is backed by a limiting fuse ahead where that cuts the current, and told what it lets through', () => {
    const board = item(
      item(stiff('holder-classT'), 'F1', 'inserts', [{ seatId: 'seat', link: locked('classT-100') }]),
      'F10',
      'inserts',
      [{ seatId: 'f1', link: locked('blade-30') }],
    );
    const thick = cable(cable(board, 2, { conductorMm2: locked(35) }), 4, { conductorMm2: locked(35) });
    const own = deriveBoard(thick).findings.filter((f) => f.kind === 'interrupt-rating');
    expect(own.map((f) => f.severity)).toEqual(['note']);
    expect(own[0]!.why).toMatch(/-F1 ahead limits the current: it lets no more than .* kA²s through/);
  });
});
