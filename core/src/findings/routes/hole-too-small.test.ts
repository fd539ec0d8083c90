import { findingTest } from '../../testing/findingTest.ts';
import { cable, hole, lampBoard, locked, panel, throughHole } from '../../testing/kit.ts';

/** A thick lead through a hole. */
const through = (diameterMm: number) => {
  const board = panel(lampBoard(), { holes: [hole(1, 600, 300, diameterMm, 'grommet')], backClearanceMm: 40 });
  return cable(cable(board, 4, throughHole('h1')), 4, { conductorMm2: locked(25) });
};

findingTest('hole-too-small', {
  speaks: () => through(10),
  silent: () => through(30),
  says: /Hole 1 of Main board leaves 6 mm, W4 needs \d+ mm/,
  fix: /Drill it \d+ mm/,
});
