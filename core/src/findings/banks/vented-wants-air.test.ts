import { findingTest } from '../../testing/findingTest.ts';
import { bench } from '../../testing/kit.ts';

// Worked in the handbook of the trade: 6 cells, 100 Ah boosted: 0.6 m³/h, 17 cm² in and out.
findingTest('vented-wants-air', {
  speaks: () => bench({ chemistry: 'vented' }).item('G1', 'battery-vented-12-100', { location: 'battery box' }).board,
  silent: () => bench({ chemistry: 'agm' }).item('G1', 'battery-agm-12-100', { location: 'battery box' }).board,
  says: /-G1, battery box: 0.6 m³ of air an hour, openings of 17 cm² low and high/,
});
