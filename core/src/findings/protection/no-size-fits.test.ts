import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard } from '../../testing/kit.ts';

findingTest('no-size-fits', {
  speaks: () => cable(lampBoard(), 6, { material: 'flatCopper' }),
  silent: () => lampBoard(),
  says: /No catalogue size fits W6/,
});
