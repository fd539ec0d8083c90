import type { Board } from '@ombrik/core/document/board';
import { BoardBuilder } from '@ombrik/demo/boardBuilder';

const ACROSS = 20;
const PITCH_MM = 110;

/** So many fuse holders in rows on one panel, each row a chain from a bank of its own. */
export function boardOfParts(count: number): Board {
  const rows = Math.ceil(count / ACROSS);
  const b = new BoardBuilder(
    { jobName: `${count} parts`, systemVoltageV: 24, chemistry: 'lifepo4', profileId: 'fixed-iec', ambientC: 25 },
    [ACROSS * PITCH_MM + 200, rows * PITCH_MM + 200],
  );
  b.item('G1', 'battery-lifepo4-24-100', { location: 'shelf' });
  for (let n = 0; n < count - 1; n++) {
    const [column, row] = [n % ACROSS, Math.floor(n / ACROSS)];
    b.item(`F${n + 1}`, 'holder-sf30', { at: [120 + column * PITCH_MM, 120 + row * PITCH_MM] });
    if (column > 0) b.wire(`F${n}:load`, `F${n + 1}:line`);
  }
  b.wire('G1:plus', 'F1:line', { runMm: 400, sheathed: true });
  return b.board;
}
