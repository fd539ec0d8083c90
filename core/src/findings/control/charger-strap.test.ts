import { findingTest } from '../../testing/findingTest.ts';
import { bench } from '../../testing/kit.ts';

const curve = () => bench().item('T1', 'dcdc-12-12-30-trigger', { at: [400, 300] });

findingTest('charger-strap', {
  speaks: () => curve().board,
  silent: () => curve().wire('T1:curveA', 'T1:curveB').board,
  says: /-T1's curve wires are open: that is its curve for lead/,
});
