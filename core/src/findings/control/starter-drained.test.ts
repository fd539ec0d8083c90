import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const driven = (charger: string) => {
  const b = bench()
    .item('G9', charger.endsWith('trigger') ? 'feed-12-signal' : 'feed-12', shelf, {
      feed: { restingVoltageV: 12.6, lowestVoltageV: 11.5 },
    })
    .item('F9', 'holder-sf51', shelf)
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', charger, { at: [450, 300] })
    .wire('G9:plus', 'F9:line', { runMm: 100 })
    .wire('F9:load', 'T1:inPlus', { runMm: 2500 })
    .wire('G9:minus', 'T1:inMinus', { runMm: 2500 })
    .wire('T1:outPlus', 'F1:load')
    .wire('F1:line', 'G1:plus', { runMm: 150 })
    .wire('T1:outMinus', 'G1:minus', { runMm: 300 });
  if (charger.endsWith('trigger')) b.wire('G9:running', 'T1:trigger', { runMm: 2500 });
  return b.board;
};

findingTest('starter-drained', {
  speaks: () => driven('dcdc-12-12-30'),
  silent: () => driven('dcdc-12-12-30-trigger'),
  says: /-T1 draws about 32 mA on -G9, engine or not: half of 60 Ah is gone in \d+ weeks/,
});
