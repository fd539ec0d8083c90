import { findingTest } from '../../testing/findingTest.ts';
import { cable, item, lamp, locked } from '../../testing/kit.ts';

/** A thick lead held above a thin one on the same stud, or left to be worked out. */
const upsideDown = (held: boolean) => {
  const board = cable(lamp().wire('X1:s1', 'X1:s3').board, 2, { conductorMm2: locked(70) });
  const thin = cable(board, 8, { conductorMm2: locked(6) });
  return held ? item(thin, 'X1', 'stacks', [{ terminalId: 's1', order: locked(['cn_8', 'cn_2']) }]) : thin;
};

findingTest('stud-order', {
  speaks: () => upsideDown(true),
  silent: () => upsideDown(false),
  says: /lies above the narrower/,
  fix: /Widest at the bottom/,
});
