import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, load } from '../../testing/kit.ts';

findingTest('fuse-opens-on-surge', {
  speaks: () => load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 90 }, surgeFactor: 9 }),
  silent: () => load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 90 }, surgeFactor: 9, softStart: true }),
  severity: 'warn',
  says: /may open after .* while .* start/,
});
