import { findingTest } from '../../testing/findingTest.ts';
import { item, lampBoard, without } from '../../testing/kit.ts';

findingTest('dead-part-wired', {
  speaks: () => item(lampBoard(), 'E1', 'inService', false),
  silent: () => without(item(lampBoard(), 'E1', 'inService', false), 6),
  says: /-E1 is left in place as dead, and W6 brings a live plus to it/,
});
