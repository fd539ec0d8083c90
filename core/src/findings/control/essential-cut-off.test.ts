import { findingTest } from '../../testing/findingTest.ts';
import { lamp, load, without } from '../../testing/kit.ts';

/** A disconnect before the block; the essential lamp behind it, or past it. */
const behindRelay = (from: string) => {
  const b = lamp()
    .item('K1', 'relay-lvd-100', { at: [700, 300] })
    .wire('X1:s3', 'K1:line')
    .wire('K1:load', 'F10:feed')
    .wire(from, 'E1:plus', { runMm: 2000 });
  return load(without(b.board, 4, 6), 'E1', { essential: true });
};

findingTest('essential-cut-off', {
  speaks: () => behindRelay('F10:w1'),
  silent: () => behindRelay('X1:s4'),
  says: /-E1 Lamp is essential, yet -K1 takes it off/,
});
