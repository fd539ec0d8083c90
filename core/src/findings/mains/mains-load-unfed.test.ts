import { house } from '../../testing/controlBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A kettle on the panel; the inlet feeds the panel, or only the inverter. */
const kettle = (inletTo: string) => {
  const board = house('inverter-charger-12-1600', []);
  const b = bench();
  b.board.items = board.items;
  b.board.connections = board.connections;
  b.board.cables = board.cables;
  b.item('E1', 'load-mains', shelf, { name: 'Kettle', load: { rating: { kind: 'watts', powerW: 900 }, side: 'mains' } })
    .wire('X4:w2L', 'E1:acL', { runMm: 900 })
    .wire('X3:outL', inletTo === 'X4:inL' ? 'T1:inL' : inletTo, { runMm: 900 });
  return { ...board, ...b.board, panels: board.panels };
};

findingTest('mains-load-unfed', {
  speaks: () => kettle('X4:inL'),
  silent: () => kettle('X4:w4L'),
  says: /-E1 Kettle is wired on the mains side and fed by nothing/,
});
