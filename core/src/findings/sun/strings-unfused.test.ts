import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A controller with modules side by side on its input. */
const strings = (count: number) => {
  const b = bench({ systemVoltageV: 24 })
    .item('G1', 'battery-lifepo4-24-200', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', 'mppt-150-35', { at: [500, 300] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'T1:outPlus')
    .wire('G1:minus', 'T1:outMinus', { runMm: 300 });
  for (let n = 1; n <= count; n++)
    b.item(`P${n}`, 'solar-400', shelf)
      .wire(`P${n}:plus`, 'T1:inPlus', { runMm: 4000 })
      .wire(`P${n}:minus`, 'T1:inMinus', { runMm: 4000 });
  return b.board;
};

findingTest('strings-unfused', {
  speaks: () => strings(3),
  silent: () => strings(2),
  says: /3 strings side by side, 3 without a fuse/,
});
