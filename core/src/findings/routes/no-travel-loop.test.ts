import { findingTest } from '../../testing/findingTest.ts';
import { environment, lampBoard } from '../../testing/kit.ts';

findingTest('no-travel-loop', {
  speaks: () => environment(lampBoard(), 6, { surroundings: 'moving' }),
  silent: () => environment(lampBoard(), 6, { surroundings: 'moving', travelMm: 300 }),
  says: /runs between parts that move, with no loop/,
});
