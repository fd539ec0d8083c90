import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** Modules of 400 W and 49.5 V open in series through an isolator into a controller. */
function string(modules: number, isolator: string) {
  const poles = isolator === 'isolator-solar-32';
  const b = bench({ systemVoltageV: 24, profileId: 'fixed-iec' })
    .item('G1', 'battery-lifepo4-24-100', shelf)
    .item('F1', 'holder-classT', { at: [100, 100] })
    .item('T1', 'mppt-150-35', { at: [400, 300] })
    .item('Q1', isolator, { at: [700, 300] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'T1:outPlus')
    .wire('G1:minus', 'T1:outMinus', { runMm: 500 });
  for (let n = 1; n <= modules; n++) {
    b.item(`G${n + 1}`, 'solar-400', shelf);
    if (n > 1) b.wire(`G${n}:minus`, `G${n + 1}:plus`, { runMm: 300 });
  }
  return b
    .wire('G2:plus', poles ? 'Q1:plusLine' : 'Q1:line', { runMm: 4000 })
    .wire(poles ? 'Q1:plusLoad' : 'Q1:load', 'T1:inPlus')
    .wire(`G${modules + 1}:minus`, 'T1:inMinus', { runMm: 4000 }).board;
}

findingTest('string-too-high', {
  // Three times 49.5 V are 148.5 V at 25 °C: past 150 V as soon as it is cold (worked).
  speaks: () => string(3, 'isolator-solar-32'),
  silent: () => string(2, 'isolator-solar-32'),
  says: /3 modules in series reach 1\d\d V in the cold, -T1 bears 150 V/,
});
