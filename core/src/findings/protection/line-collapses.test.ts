import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard, load, measured } from '../../testing/kit.ts';

findingTest('line-collapses', {
  speaks: () =>
    cable(
      cable(load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 300 } }), 6, measured(150_000)),
      7,
      measured(150_000),
    ),
  silent: () => load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 300 } }),
  says: /-E1 cannot be fed: the line collapses at/,
});
