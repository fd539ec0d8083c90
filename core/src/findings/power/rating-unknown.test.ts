import { findingTest } from '../../testing/findingTest.ts';
import { item, lampBoard } from '../../testing/kit.ts';

findingTest('rating-unknown', {
  speaks: () => item(lampBoard(), 'F1', 'ratingKnown', false),
  silent: () => lampBoard(),
  says: /-F1's rating cannot be confirmed/,
});
