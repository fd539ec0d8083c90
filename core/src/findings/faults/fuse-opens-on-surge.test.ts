import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, load } from '../../testing/kit.ts';

findingTest('fuse-opens-on-surge', {
  speaks: () => load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 60 }, surgeFactor: 6 }),
  silent: () => load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 60 }, surgeFactor: 6, softStart: true }),
  severity: 'warn',
  fix: /^Take .* A, with wire for it$/,
  says: /may open after .* while .* start/,
});
