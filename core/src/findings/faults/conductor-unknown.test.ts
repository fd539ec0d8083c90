import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard } from '../../testing/kit.ts';

findingTest('conductor-unknown', {
  speaks: () => cable(lampBoard(), 4, { material: 'unknown' }),
  silent: () => lampBoard(),
  says: /W4 is reused cable of unknown make/,
  fix: /copper-clad/,
});
