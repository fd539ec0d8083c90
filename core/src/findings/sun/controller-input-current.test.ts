import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** Modules of 200 W side by side, each behind a fuse of its own, on a small controller. */
const strings = (count: number) => {
  const b = bench()
    .item('G1', 'battery-lifepo4-12-200', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', 'mppt-100-20', { at: [500, 300] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'T1:outPlus')
    .wire('G1:minus', 'T1:outMinus', { runMm: 300 });
  for (let n = 1; n <= count; n++)
    b.item(`P${n}`, 'solar-200', shelf)
      .item(`F${n + 1}`, 'breaker-din-1p', shelf)
      .wire(`P${n}:plus`, `F${n + 1}:line`, { runMm: 4000 })
      .wire(`F${n + 1}:load`, 'T1:inPlus', { runMm: 300 })
      .wire(`P${n}:minus`, 'T1:inMinus', { runMm: 4000 });
  return b.board;
};

findingTest('controller-input-current', {
  speaks: () => strings(4),
  silent: () => strings(2),
  says: /4 strings bring up to 4\d A into -T1, whose input stands 30 A/,
});
