import { findingTest } from '../../testing/findingTest.ts';
import { lamp, lampBoard, shelf } from '../../testing/kit.ts';

findingTest('domain-mixed', {
  speaks: () => lamp().item('X3', 'mains-inlet', shelf).wire('X3:outL', 'X1:s3', { runMm: 500 }).board,
  silent: () => lampBoard(),
  says: /\(ac\) is wired to .* \(dc\)/,
  fix: /Remove W8/,
});
