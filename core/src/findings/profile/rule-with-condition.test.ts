import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard } from '../../testing/kit.ts';

findingTest('rule-with-condition', {
  speaks: () => lampBoard(),
  silent: () => lampBoard(),
  silentProfile: { conditional: [] },
  says: /^If a mains inlet is fitted/,
});
