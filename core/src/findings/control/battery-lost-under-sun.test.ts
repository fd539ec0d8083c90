import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A relay on the battery's charge output: between controller and bank, or between modules and controller. */
const sun = (side: 'battery' | 'sun') => {
  const b = bench()
    .item('G1', 'battery-lifepo4-12-100-outputs', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', 'mppt-100-20', { at: [500, 300] })
    .item('K1', 'relay-100', { at: [300, 300] })
    .item('P1', 'solar-200', shelf)
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('G1:minus', 'T1:outMinus', { runMm: 500 })
    .wire('P1:minus', 'T1:inMinus', { runMm: 4000 })
    .wire('G1:chargeOk', 'K1:coilPlus', { runMm: 600 })
    .wire('K1:coilMinus', 'T1:outMinus');
  return side === 'battery'
    ? b.wire('F1:load', 'K1:line').wire('K1:load', 'T1:outPlus').wire('P1:plus', 'T1:inPlus', { runMm: 4000 }).board
    : b.wire('F1:load', 'T1:outPlus').wire('P1:plus', 'K1:line', { runMm: 4000 }).wire('K1:load', 'T1:inPlus').board;
};

findingTest('battery-lost-under-sun', {
  speaks: () => sun('battery'),
  silent: () => sun('sun'),
  says: /-K1 takes the battery off -T1 while the sun is on it/,
});
