import { findingTest } from '../../testing/findingTest.ts';
import { item, lampBoard } from '../../testing/kit.ts';

findingTest('interrupt-rating', {
  speaks: () => item(lampBoard(), 'F1', 'partId', 'holder-sf51'),
  silent: () => lampBoard(),
  severity: 'stop',
  says: /-F1 can interrupt 2\.0 kA/,
  fix: /Use Battery fuse holder, Class T/,
});
