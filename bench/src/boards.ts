import type { Board } from '@ombrik/core/document/board';
import { BoardBuilder } from '@ombrik/demo/boardBuilder';

/** A board with at least this many connections: one bank, one pair of bars, blocks of twelve loads. */
export function boardWith(connections: number): Board {
  const b = new BoardBuilder(
    {
      jobName: `${connections} connections`,
      systemVoltageV: 24,
      chemistry: 'lifepo4',
      profileId: 'fixed-iec',
      ambientC: 25,
    },
    [2400, 1600 + Math.max(0, Math.ceil(connections / 108) - 1) * 1500],
  );
  b.item('G1', 'battery-lifepo4-24-100', { location: 'shelf' })
    .item('G2', 'battery-lifepo4-24-100', { location: 'shelf' })
    .item('F1', 'holder-classT', { at: [100, 80] })
    .item('F2', 'holder-classT', { at: [100, 160] })
    .item('F3', 'holder-classT', { at: [300, 40] })
    .item('Q1', 'isolator-300', { at: [300, 120] })
    .item('X1', 'bar-plus-6x8', { at: [560, 120] })
    .item('R1', 'shunt-500', { at: [120, 1500] })
    .item('X2', 'bar-minus-6x8', { at: [480, 1500] })
    .wire('G1:plus', 'F1:line', { runMm: 250, sheathed: true })
    .wire('G2:plus', 'F2:line', { runMm: 250, sheathed: true })
    .wire('F1:load', 'F3:line')
    .wire('F2:load', 'F3:line')
    .wire('F3:load', 'Q1:line')
    .wire('Q1:load', 'X1:s1')
    .wire('G1:minus', 'R1:battery', { runMm: 250, sheathed: true })
    .wire('G2:minus', 'R1:battery', { runMm: 250, sheathed: true })
    .wire('R1:load', 'X2:s1');
  let [plus, minus] = ['X1', 'X2'];
  for (let block = 0; b.board.connections.length < connections; block++) {
    // Each pair of bars feeds four blocks; its last studs feed the next pair.
    const [slot, row] = [block % 4, Math.floor(block / 4)];
    const [x, y] = [300 + slot * 480, row * 1500];
    if (slot === 0 && row > 0) {
      const next = [`X${1 + row * 2}`, `X${2 + row * 2}`] as const;
      b.item(next[0], 'bar-plus-6x8', { at: [560, y + 120] })
        .item(next[1], 'bar-minus-6x8', { at: [480, y + 1500] })
        .wire(`${plus}:s6`, `${next[0]}:s1`)
        .wire(`${minus}:s6`, `${next[1]}:s1`);
      [plus, minus] = next;
    }
    b.item(`F${10 + block}`, 'fuse-block-12', { at: [x, y + 800] })
      .item(`F${100 + block}`, 'holder-sf30', { at: [x, y + 400], turn: 90 })
      .wire(`${plus}:s${2 + slot}`, `F${100 + block}:line`)
      .wire(`F${100 + block}:load`, `F${10 + block}:feed`)
      .wire(`${minus}:s${2 + slot}`, `F${10 + block}:minus`);
    for (let way = 1; way <= 12 && b.board.connections.length < connections; way++) {
      const name = `E${block * 12 + way}`;
      b.item(
        name,
        'load-small',
        { location: 'site' },
        {
          name,
          load: {
            rating: { kind: 'watts', powerW: 6 + ((block * 12 + way) % 7) * 4 },
            usage: { kind: 'perDay', hoursPerDay: 4 },
          },
        },
      )
        .wire(`F${10 + block}:w${way}`, `${name}:plus`, { runMm: 1500 + way * 300 })
        .wire(`F${10 + block}:m${way}`, `${name}:minus`, { runMm: 1500 + way * 300 });
    }
  }
  return b.board;
}
