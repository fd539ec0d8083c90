import { findingTest } from '../../testing/findingTest.ts';
import { item, lampBoard, load, locked } from '../../testing/kit.ts';

findingTest('fuse-below-current', {
  speaks: () =>
    item(load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 120 } }), 'F10', 'inserts', [
      { seatId: 'f1', link: locked('blade-5') },
    ]),
  silent: () => load(lampBoard(), 'E1', { rating: { kind: 'watts', powerW: 120 } }),
  says: /-F10:f1 is locked at 5\.0 A; 13 A is the smallest/,
  fix: /Let the fuse be worked out/,
});
