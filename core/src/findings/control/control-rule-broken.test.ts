import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A wish that an output is closed, or open, while the cells take no charge. */
const wished = (must: 'closed' | 'open') => ({
  ...bench().item('G1', 'battery-lifepo4-12-100-outputs', shelf).board,
  control: [
    {
      id: 'cr_1',
      condition: 'cellsTakeCharge' as const,
      holds: false,
      itemId: 'it_G1',
      contactId: 'chargeOkOut',
      must,
    },
  ],
});

findingTest('control-rule-broken', {
  speaks: () => wished('closed'),
  silent: () => wished('open'),
  says: /-G1 is not closed with cells full or frozen/,
});
