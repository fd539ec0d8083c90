import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, load } from '../../testing/kit.ts';

findingTest('bank-short-of-days', {
  speaks: () =>
    load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 120 }, usage: { kind: 'perDay', hoursPerDay: 20 } }),
  silent: () => lampBoard(),
  says: /The bank lasts \d\.\d days, 2 are wished for/,
});
