import { findingTest } from '../../testing/findingTest.ts';
import { hole, lampBoard, panel } from '../../testing/kit.ts';

findingTest('holes-close', {
  speaks: () => panel(lampBoard(), { holes: [hole(1, 600, 300, 30), hole(2, 640, 300, 30)] }),
  silent: () => panel(lampBoard(), { holes: [hole(1, 600, 300, 30), hole(2, 700, 300, 30)] }),
  says: /leave 10 mm between them, 30 mm is wanted/,
});
