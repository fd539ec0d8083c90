import { findingTest } from '../../testing/findingTest.ts';
import { bench, item, parts, shelf } from '../../testing/kit.ts';

/** A charger that senses the batteries' temperature, or does not, away from them. */
const sensing = (sensesBattery: boolean) => {
  const charger = parts.get('mains-charger-12-30')!;
  const own = { ...charger, id: 'own-sensing', body: { ...charger.body, sensesBattery } };
  const { board } = bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('T1', charger.id, { at: [400, 300] });
  return item({ ...board, customParts: [own] }, 'T1', 'partId', 'own-sensing');
};

findingTest('sensor-far', {
  speaks: () => sensing(true),
  silent: () => sensing(false),
  says: /senses the batteries' temperature but none stands on its board/,
});
