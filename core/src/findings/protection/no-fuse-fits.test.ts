import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, load } from '../../testing/kit.ts';

findingTest('no-fuse-fits', {
  speaks: () => load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 400 } }),
  silent: () => lampBoard(),
  says: /No fuse fits -F10:f1: 42 A or more is needed/,
});
