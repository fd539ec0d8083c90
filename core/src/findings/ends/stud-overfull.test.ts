import { findingTest } from '../../testing/findingTest.ts';
import { lamp } from '../../testing/kit.ts';

/** So many more lugs on the first stud of the bar. */
const stacked = (more: number) => {
  const b = lamp();
  for (let n = 3; n < 3 + more; n++) b.wire('X1:s1', `X1:s${n}`);
  return b.board;
};

findingTest('stud-overfull', {
  speaks: () => stacked(4),
  silent: () => stacked(3),
  says: /5 lugs on -X1:s1, at most 4/,
});
