import type { BoardBuilder } from '@ombrik/demo/boardBuilder';
import fc from 'fast-check';
import type { Board } from '../document/board.ts';
import { bench, shelf } from './kit.ts';

const HOLDERS = ['holder-classT', 'holder-anl', 'holder-sf51', 'breaker-thermal-150'];

interface Mesh {
  batteries: number;
  ownFuse: boolean[];
  leadsMm: number[];
  loads: { holder: number; runMm: number; onOwnBar: boolean; watts: number }[];
  charger: boolean;
  tie: boolean;
  doubled: boolean;
  feed: 'none' | 'apart' | 'commonMinus' | 'joined';
}

/** Boards of the shapes that shops build, by chance: banks, bars, ties between them, doubled leads, a second system. */
export const meshBoard: fc.Arbitrary<Board> = fc
  .record({
    batteries: fc.integer({ min: 1, max: 4 }),
    ownFuse: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
    leadsMm: fc.array(fc.integer({ min: 100, max: 2500 }), { minLength: 8, maxLength: 8 }),
    loads: fc.array(
      fc.record({
        holder: fc.nat(HOLDERS.length - 1),
        runMm: fc.integer({ min: 200, max: 9000 }),
        onOwnBar: fc.boolean(),
        watts: fc.integer({ min: 5, max: 400 }),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    charger: fc.boolean(),
    tie: fc.boolean(),
    doubled: fc.boolean(),
    feed: fc.constantFrom('none', 'apart', 'commonMinus', 'joined'),
  })
  .map((mesh: Mesh) => built(mesh).board);

function built(mesh: Mesh): BoardBuilder {
  const b = bench()
    .item('X1', 'bar-plus-6x10', { at: [420, 90] })
    .item('X2', 'bar-minus-6x10', { at: [420, 500] })
    .item('X3', 'bar-plus-6x8', { at: [700, 90] })
    .item('X4', 'bar-minus-6x8', { at: [700, 500] })
    .wire('X1:s6', 'X3:s1', { runMm: 400 })
    .wire('X2:s6', 'X4:s1', { runMm: 300 });
  if (mesh.doubled) b.wire('X1:s6', 'X3:s1', { runMm: 450 });
  for (let n = 1; n <= mesh.batteries; n++) {
    b.item(`G${n}`, n % 2 ? 'battery-lifepo4-12-200' : 'battery-lifepo4-12-100', shelf);
    const lead = { runMm: mesh.leadsMm[n - 1]! };
    if (mesh.ownFuse[n - 1]) {
      b.item(`F${n}`, 'holder-classT', { at: [100, 80 * n] });
      b.wire(`G${n}:plus`, `F${n}:line`, { runMm: 150 }).wire(`F${n}:load`, `X1:s${n}`, lead);
    } else b.wire(`G${n}:plus`, `X1:s${n}`, lead);
    b.wire(`G${n}:minus`, `X2:s${n}`, { runMm: mesh.leadsMm[n + 3]! });
  }
  // A second way from the first battery to the far bar.
  if (mesh.tie)
    b.item('F8', 'holder-anl', { at: [560, 90] })
      .wire('G1:plus', 'F8:line')
      .wire('F8:load', 'X3:s6');
  mesh.loads.forEach(({ holder, runMm, onOwnBar, watts }, i) => {
    const [plus, minus] = onOwnBar ? ['X3', 'X4'] : ['X1', 'X2'];
    b.item(`F1${i}`, HOLDERS[holder]!, { at: [200 + 90 * i, 300] })
      .item(`E${i}`, 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: watts } } })
      .wire(`${plus}:s${onOwnBar ? i + 2 : 5}`, `F1${i}:line`)
      .wire(`F1${i}:load`, `E${i}:plus`, { runMm })
      .wire(`${minus}:s${onOwnBar ? i + 2 : 5}`, `E${i}:minus`, { runMm });
  });
  if (mesh.charger)
    b.item('T1', 'mains-charger-12-30', { at: [800, 300] })
      .wire('T1:plus', 'X3:s5', { runMm: 900 })
      .wire('T1:minus', 'X4:s5', { runMm: 900 });
  if (mesh.feed === 'none') return b;
  b.item('G9', 'feed-12', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
    .item('F9', 'holder-sf51', { at: [100, 520] })
    .item('E9', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 90 } } })
    .wire('G9:plus', 'F9:line', { runMm: 200 })
    .wire('F9:load', 'E9:plus', { runMm: 3000 })
    .wire('G9:minus', 'E9:minus', { runMm: 3000 });
  if (mesh.feed !== 'apart') b.wire('G9:minus', 'X2:s6', { runMm: 700 });
  if (mesh.feed === 'joined')
    b.item('K1', 'relay-vsr-120', { at: [500, 400] })
      .wire('F9:load', 'K1:line', { runMm: 800 })
      .wire('K1:load', 'X1:s6', { runMm: 600 })
      .wire('K1:minus', 'X2:s5');
  return b;
}
