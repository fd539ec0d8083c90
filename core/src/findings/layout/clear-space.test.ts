import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('clear-space', {
  speaks: () => standing({}, ['mains-charger-12-30', {}], ['isolator-100', { xMm: 533 }]),
  silent: () => standing({}, ['mains-charger-12-30', {}], ['isolator-100', { xMm: 740 }]),
  says: /breathes too little/,
});
