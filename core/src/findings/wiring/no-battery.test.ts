import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, without } from '../../testing/kit.ts';

const bare = () => {
  const board = without(lampBoard(), 1, 3);
  return { ...board, items: board.items.filter((i) => i.id !== 'it_G1') };
};

findingTest('no-battery', {
  speaks: bare,
  silent: lampBoard,
  says: /-E1 wired, and no battery/,
});
