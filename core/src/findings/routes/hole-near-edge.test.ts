import { findingTest } from '../../testing/findingTest.ts';
import { hole, lampBoard, panel } from '../../testing/kit.ts';

findingTest('hole-near-edge', {
  speaks: () => panel(lampBoard(), { holes: [hole(1, 20, 300, 30)] }),
  silent: () => panel(lampBoard(), { holes: [hole(1, 100, 300, 30)] }),
  severity: 'warn',
  says: /leaves 5 mm to the edge, 15 mm is wanted/,
});
