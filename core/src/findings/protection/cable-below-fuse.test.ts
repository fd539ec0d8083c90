import { findingTest } from '../../testing/findingTest.ts';
import { item, locked, twoLamps } from '../../testing/kit.ts';

findingTest('cable-below-fuse', {
  speaks: () => item(twoLamps(), 'F1', 'inserts', [{ seatId: 'seat', link: locked('classT-400') }]),
  silent: () => twoLamps(),
  says: /W\d(, W\d)* and W\d are below their fuse: .* mm² carries .* A, -F1 holds 400 A/,
});
