import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

findingTest('posts-differ', {
  speaks: () => bench({ chemistry: 'agm' }).item('G1', 'battery-agm-12-100-m8-m6', shelf).board,
  silent: () => bench({ chemistry: 'agm' }).item('G1', 'battery-agm-12-100', shelf).board,
  says: /its plus is .*M8.*, its minus .*M6/,
});
