import { findingTest } from '../../testing/findingTest.ts';
import { item, locked, twoLamps } from '../../testing/kit.ts';

/** A main fuse ahead of a branch fuse. */
const behind = (main: string, branch: string) =>
  item(item(twoLamps(), 'F1', 'inserts', [{ seatId: 'seat', link: locked(main) }]), 'F10', 'inserts', [
    { seatId: 'f1', link: locked(branch) },
  ]);

findingTest('not-selective', {
  speaks: () => behind('classT-30', 'blade-30'),
  silent: () => behind('classT-400', 'blade-3'),
  severity: 'warn',
  says: /is only a switch/,
});
