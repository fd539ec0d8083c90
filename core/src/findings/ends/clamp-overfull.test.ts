import { findingTest } from '../../testing/findingTest.ts';
import { lamp, shelf } from '../../testing/kit.ts';

/** Further lamps looped on from the clamp of the first. */
const looped = (lamps: number) => {
  const b = lamp();
  for (let n = 2; n < 2 + lamps; n++)
    b.item(`E${n}`, 'load-small', shelf, { load: { rating: { kind: 'watts', powerW: 5 } } }).wire(
      'E1:plus',
      `E${n}:plus`,
      {
        runMm: 500,
      },
    );
  return b.board;
};

findingTest('clamp-overfull', {
  speaks: () => looped(2),
  silent: () => looped(1),
  says: /3 conductors in the clamp -E1:plus, at most 2/,
});
