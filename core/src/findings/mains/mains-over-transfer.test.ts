import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const passing = (breaker: string) => {
  const b = bench({ systemVoltageV: 24 })
    .item('X1', 'mains-inlet-32', shelf)
    .item('Q1', breaker, shelf)
    .item('T1', 'inverter-charger-24-3000', { at: [400, 300] });
  for (const pole of ['L', 'N', 'E'])
    b.wire(`X1:out${pole}`, `Q1:in${pole}`, { runMm: 900 }).wire(`Q1:out${pole}`, `T1:in${pole}`, { runMm: 900 });
  return b.board;
};

findingTest('mains-over-transfer', {
  speaks: () => passing('mains-breaker-32'),
  silent: () => passing('mains-breaker-16'),
  says: /-T1 passes 16 A, -X1 ahead of it lets through 32 A|-T1 passes 16 A, -Q1 ahead of it lets through 32 A/,
});
