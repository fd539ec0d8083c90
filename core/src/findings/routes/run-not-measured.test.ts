import { findingTest } from '../../testing/findingTest.ts';
import { lamp, lampBoard, shelf } from '../../testing/kit.ts';

findingTest('run-not-measured', {
  speaks: () => lamp().item('E2', 'load-small', shelf, { load: {} }).wire('F10:w2', 'E2:plus').board,
  silent: () => lampBoard(),
  says: /W8 leaves the board and nobody has measured its run/,
});
