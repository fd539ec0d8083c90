import { findingTest } from '../../testing/findingTest.ts';
import { bench, lampBoard, shelf } from '../../testing/kit.ts';

findingTest('die-missing', {
  speaks: () => lampBoard(),
  silent: () => bench().item('G1', 'battery-lifepo4-12-100', shelf).board,
  says: /No tool in the shop has the die “.*”/,
  workshop: { tools: [] },
});
