import { findingTest } from '../../testing/findingTest.ts';
import { cable, lampBoard, load, locked, measured } from '../../testing/kit.ts';

findingTest('drop-over-limit', {
  speaks: () =>
    cable(cable(load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 60 } }), 6, measured(16_000)), 6, {
      conductorMm2: locked(1),
    }),
  silent: () => cable(load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 60 } }), 6, measured(16_000)),
  says: /-E1 Lamp loses \d+\.\d %, limit 10\.0 %/,
  fix: /Let W6 be worked out/,
});
