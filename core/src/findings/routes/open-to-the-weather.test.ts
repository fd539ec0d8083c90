import { findingTest } from '../../testing/findingTest.ts';
import { environment, lampBoard } from '../../testing/kit.ts';

findingTest('open-to-the-weather', {
  speaks: () => environment(lampBoard(), 6, { surroundings: 'outdoors' }),
  silent: () => environment(lampBoard(), 6, { surroundings: 'outdoors', sheathed: true }),
  says: /runs outdoors with nothing over it/,
});
