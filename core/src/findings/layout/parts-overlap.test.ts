import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('parts-overlap', {
  speaks: () => standing({}, ['isolator-100', {}], ['isolator-100', { xMm: 420 }]),
  silent: () => standing({}, ['isolator-100', {}], ['isolator-100', { xMm: 420 }, { standOffMm: 90 }]),
  says: /overlap by \d+ × \d+ mm/,
  fix: /^Move /,
});
