import { findingTest } from '../../testing/findingTest.ts';
import { brief, lamp, load } from '../../testing/kit.ts';

/** Every stud of the plus bar taken. */
const full = () => {
  const b = lamp();
  for (const n of [3, 4, 5, 6]) b.item(`F${n}`, 'holder-blade', { at: [100 * n, 200] }).wire(`X1:s${n}`, `F${n}:line`);
  return b.board;
};

findingTest('bar-without-reserve', {
  speaks: () => brief(load(full(), 'E1', { rating: { kind: 'watts', powerW: 60 } }), { growthShare: 1 }),
  silent: () => brief(full(), { growthShare: 0 }),
  says: /-X1 has no stud left/,
});
