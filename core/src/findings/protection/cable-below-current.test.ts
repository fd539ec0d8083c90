import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard, load, locked } from '../../testing/kit.ts';

findingTest('cable-below-current', {
  speaks: () =>
    cable(load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 240 } }), 6, { conductorMm2: locked(0.75) }),
  silent: () => load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 240 } }),
  says: /W6 is too thin for its current/,
  fix: /Let it be worked out/,
});
