import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const onEngine = (chemistry: 'agm' | 'lifepo4') =>
  bench({ chemistry })
    .item('G1', `battery-${chemistry}-12-100`, shelf)
    .item('G2', 'feed-12', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
    .item('K1', 'relay-vsr-120', { at: [200, 200] })
    .wire('G2:plus', 'K1:line', { runMm: 200, sheathed: true })
    .wire('K1:load', 'G1:plus', { runMm: 200, sheathed: true })
    .wire('G2:minus', 'G1:minus', { runMm: 900 }).board;

findingTest('lithium-on-alternator', {
  speaks: () => onEngine('lifepo4'),
  silent: () => onEngine('agm'),
  says: /-G1 hangs straight on the alternator's battery -G2/,
});
