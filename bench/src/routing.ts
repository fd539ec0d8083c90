import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { applyCommands } from '@ombrik/core/document/commands';
import { partIndex } from '@ombrik/core/document/references';
import { moveItem } from '@ombrik/core/layout/moveItem';
import { routeCables } from '@ombrik/core/layout/routeCables';
import { surfaceOf } from '@ombrik/core/layout/surface';
import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import { boardWith } from './boards.ts';
import { median, timed } from './measure.ts';

/** Eighty cables on a board of 1200 × 800 mm: three blocks, their feeders, a bank. */
function denseBoard() {
  const b = new BoardBuilder({ systemVoltageV: 24, chemistry: 'lifepo4', profileId: 'fixed-iec' }, [1200, 800])
    .item('G1', 'battery-lifepo4-24-200', { location: 'shelf' })
    .item('F1', 'holder-classT', { at: [120, 80] })
    .item('Q1', 'isolator-300', { at: [320, 80] })
    .item('X1', 'bar-plus-6x8', { at: [600, 80] })
    .item('X2', 'bar-minus-6x8', { at: [600, 740] })
    .item('T1', 'mppt-100-30', { at: [1080, 160] })
    .wire('G1:plus', 'F1:line', { runMm: 200, sheathed: true })
    .wire('F1:load', 'Q1:line')
    .wire('Q1:load', 'X1:s1')
    .wire('G1:minus', 'X2:s1', { runMm: 400 })
    .wire('X1:s6', 'T1:outPlus')
    .wire('X2:s6', 'T1:outMinus');
  for (let block = 0; b.board.connections.length < 80; block++) {
    const x = 180 + block * 340;
    b.item(`F${10 + block}`, 'fuse-block-12', { at: [x, 500] })
      .item(`F${20 + block}`, 'holder-sf30', { at: [x, 260], turn: 90 })
      .wire(`X1:s${2 + block}`, `F${20 + block}:line`)
      .wire(`F${20 + block}:load`, `F${10 + block}:feed`)
      .wire(`X2:s${2 + block}`, `F${10 + block}:minus`);
    for (let way = 1; way <= 12 && b.board.connections.length < 80; way++) {
      const name = `E${block * 12 + way}`;
      b.item(name, 'load-small', { location: 'site' }, { name, load: { rating: { kind: 'watts', powerW: 12 } } })
        .wire(`F${10 + block}:w${way}`, `${name}:plus`, { runMm: 3000 })
        .wire(`F${10 + block}:m${way}`, `${name}:minus`, { runMm: 3000 });
    }
  }
  return b.board;
}

/** Times of the cable router, against one flood over the same raster. */
export function routingTable(): string[] {
  const lines = [
    '| cables | panel | all routed | without a way | one flood of the raster | routed / flood | a moved part takes its cables along |',
    '| --- | --- | --- | --- | --- | --- | --- |',
  ];
  for (const board of [denseBoard(), boardWith(300)]) {
    const parts = partIndex(board, genericCatalogue);
    const width = () => ({ diameterMm: 5, bendMm: 20, lugMm: 20 });
    const panel = board.panels[0]!;
    routeCables(board, parts, width);
    let failed = 0;
    const allMs = median(
      Array.from({ length: 5 }, () =>
        timed(() => {
          failed = routeCables(board, parts, width).failed.length;
        }),
      ),
    );
    const { raster } = surfaceOf(board, parts, panel, 'front');
    const floodMs = median(Array.from({ length: 41 }, () => timed(() => flood(raster.columns, raster.rows))));
    const laid = applyCommands(board, routeCables(board, parts, width).commands).board;
    const holder = laid.items.find((i) => i.partId === 'holder-sf30')!;
    const { place } = holder;
    if (place.kind !== 'panel') throw new Error('the holder stands on the panel');
    const moveMs = median(
      Array.from({ length: 15 }, (_, n) =>
        timed(() => {
          moveItem(laid, parts, holder.id, { ...place, xMm: place.xMm + 5 + n }, width, true);
        }),
      ),
    );
    const xs = panel.outline.map((p) => p.xMm);
    const ys = panel.outline.map((p) => p.yMm);
    lines.push(
      `| ${board.cables.length} | ${Math.max(...xs)} × ${Math.max(...ys)} mm | ${allMs.toFixed(0)} ms | ${failed} | ${floodMs.toFixed(2)} ms | ${(allMs / floodMs).toFixed(0)} | ${moveMs.toFixed(1)} ms |`,
    );
  }
  return lines;
}

/** Reaches every cell and direction of a raster once, nothing else: what any search over it costs at most. */
function flood(columns: number, rows: number): number {
  const seen = new Uint8Array(columns * rows * 4);
  const queue = new Int32Array(columns * rows * 4);
  let [head, tail] = [0, 1];
  seen[0] = 1;
  while (head < tail) {
    const state = queue[head++]!;
    const cell = state >> 2;
    const [x, y] = [cell % columns, Math.floor(cell / columns)];
    for (let d = 0; d < 4; d++) {
      const [nx, ny] = [x + (d === 0 ? 1 : d === 2 ? -1 : 0), y + (d === 1 ? 1 : d === 3 ? -1 : 0)];
      if (nx < 0 || ny < 0 || nx >= columns || ny >= rows) continue;
      const next = (ny * columns + nx) * 4 + d;
      if (seen[next]) continue;
      seen[next] = 1;
      queue[tail++] = next;
    }
  }
  return tail;
}
