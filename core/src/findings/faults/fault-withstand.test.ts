import { findingTest } from '../../testing/findingTest.ts';
import { cable, item, locked, twoLamps } from '../../testing/kit.ts';

/** A large main fuse over a lead somebody locked thin. */
const behind400 = (mm2: number) =>
  cable(item(twoLamps(), 'F1', 'inserts', [{ seatId: 'seat', link: locked('classT-400') }]), 2, {
    conductorMm2: locked(mm2),
  });

findingTest('fault-withstand', {
  speaks: () => behind400(1.5),
  silent: () => behind400(95),
  says: /W2 would not survive a short: -F1 lets .* through/,
});
