import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, load } from '../../testing/kit.ts';

findingTest('bank-small-for-loads', {
  speaks: () => load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 2000 } }),
  silent: () => lampBoard(),
  says: /D\.c\. loads together take 167 A, the bank may give 100 A/,
});
