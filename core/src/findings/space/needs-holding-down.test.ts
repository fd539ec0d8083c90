import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('needs-holding-down', {
  speaks: () => standing({}, ['battery-agm-12-100', {}]),
  silent: () => standing({}, ['isolator-100', {}]),
  says: /needs a tray, cleats or a strap/,
});
