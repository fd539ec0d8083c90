import { findingTest } from '../../testing/findingTest.ts';
import { cable, hole, lampBoard, panel, throughHole } from '../../testing/kit.ts';

findingTest('hole-unlined', {
  speaks: () => cable(panel(lampBoard(), { holes: [hole(1, 600, 300, 30)] }), 4, throughHole('h1')),
  silent: () => cable(panel(lampBoard(), { holes: [hole(1, 600, 300, 30, 'grommet')] }), 4, throughHole('h1')),
  says: /Hole 1 of Main board has a bare edge against W4/,
  fix: /Line it with a grommet/,
});
