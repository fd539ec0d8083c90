import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard } from '../../testing/kit.ts';

/** The lamp's two wires exchanged. */
const crossed = () => {
  const board = lampBoard();
  const [plus, minus] = ['cn_6', 'cn_7'].map((id) => board.connections.find((c) => c.id === id)!);
  return {
    ...board,
    connections: board.connections.map((c) =>
      c === plus ? { ...c, to: minus!.to } : c === minus ? { ...c, to: plus!.to } : c,
    ),
  };
};

findingTest('polarity-reversed', {
  speaks: () => crossed(),
  silent: () => lampBoard(),
  says: /-E1 Lamp is connected the wrong way round/,
  fix: /Swap its two wires/,
});
