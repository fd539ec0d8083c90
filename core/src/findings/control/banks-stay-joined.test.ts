import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** An engine's battery and a house battery, joined by a relay. */
const joined = (relay: string, coil: [string, string][]) => {
  const b = bench({ chemistry: 'agm', profileId: 'fixed-iec' })
    .item('G1', 'battery-agm-12-100', shelf)
    .item('G2', 'feed-12-signal', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
    .item('F1', 'holder-anl', { at: [100, 100] })
    .item('F2', 'holder-anl', { at: [100, 200] })
    .item('K1', relay, { at: [300, 150] })
    .item('X1', 'bar-minus-4x8', { at: [500, 400] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('G2:plus', 'F2:line', { runMm: 150 })
    .wire('F2:load', 'K1:line')
    .wire('K1:load', 'F1:load')
    .wire('G1:minus', 'X1:s1', { runMm: 150 })
    .wire('G2:minus', 'X1:s2', { runMm: 150 });
  for (const [from, to] of coil) b.wire(from, to, { runMm: 300 });
  return b.board;
};

findingTest('banks-stay-joined', {
  speaks: () =>
    joined('relay-100', [
      ['K1:coilPlus', 'K1:load'],
      ['K1:coilMinus', 'X1:s3'],
    ]),
  silent: () =>
    joined('relay-100', [
      ['K1:coilPlus', 'G2:running'],
      ['K1:coilMinus', 'X1:s3'],
    ]),
  says: /-G2 and -G1 stay joined with the engine off/,
});
