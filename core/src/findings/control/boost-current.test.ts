import { findingTest } from '../../testing/findingTest.ts';
import { bench, item, locked, power, shelf } from '../../testing/kit.ts';

/** A lead bank and a starter battery on a relay with a boost input, a fuse at both ends. */
const boosted = (button: boolean) => {
  const b = bench({ chemistry: 'agm' })
    .item('G1', 'battery-agm-12-200', shelf)
    .item('G9', 'feed-12', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11.5 } })
    .item('F8', 'holder-sf51', { at: [110, 90] })
    .item('F9', 'holder-sf51', shelf)
    .item('K1', 'relay-vsr-120-boost', { at: [420, 300] })
    .wire('G1:plus', 'F8:line', { runMm: 150, sheathed: true })
    .wire('F8:load', 'K1:load')
    .wire('K1:line', 'F9:load', { runMm: 2500 })
    .wire('F9:line', 'G9:plus', { runMm: 120 })
    .wire('K1:minus', 'G1:minus', { runMm: 600 })
    .wire('G1:minus', 'G9:minus', { runMm: 2500 });
  if (button)
    b.item('S1', 'button-momentary', shelf)
      .item('F3', 'holder-blade', shelf)
      .wire('F8:load', 'F3:line', { runMm: 300 })
      .wire('F3:load', 'S1:in', { runMm: 900 })
      .wire('S1:out', 'K1:boost', { runMm: 900 });
  // A link somebody had at hand: far too small for a start.
  return power(item(b.board, 'F8', 'inserts', [{ seatId: 'seat', link: locked('sf51-40') }]), {
    alternator: {
      nominalV: 12,
      chargingV: 14.2,
      ecoV: 13.2,
      ratedA: 60,
      shareMax: 0.5,
      maxA: 60,
      idleMaxA: 40,
      idleShare: 0.2,
      hoursPerDay: 1,
    },
  });
};

findingTest('boost-current', {
  speaks: () => boosted(true),
  silent: () => boosted(false),
  says: /With the button held up to \d+ A flow into -G9 for a start/,
  severity: 'warn',
});
