import { findingTest } from '../../testing/findingTest.ts';
import { bench, load, shelf } from '../../testing/kit.ts';

/** A lamp at the end of so many bars, each 3 m further: more steps than the rounds there are take. */
function chain(bars: number) {
  const b = bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', shelf)
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 24 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150 });
  let [plus, minus] = ['F1:load', 'G1:minus'];
  for (let n = 1; n <= bars; n++) {
    b.item(`X${2 * n}`, 'bar-plus-4x8', shelf).item(`X${2 * n + 1}`, 'bar-minus-4x8', shelf);
    b.wire(plus, `X${2 * n}:s1`, { runMm: 3_000 }).wire(minus, `X${2 * n + 1}:s1`, { runMm: 3_000 });
    [plus, minus] = [`X${2 * n}:s2`, `X${2 * n + 1}:s2`];
  }
  return load(b.wire(plus, 'E1:plus', { runMm: 500 }).wire(minus, 'E1:minus', { runMm: 500 }).board, 'E1', {});
}

findingTest('sizing-unsettled', {
  speaks: () => chain(90),
  silent: () => chain(1),
  says: /Sizing did not settle in 60 rounds/,
  everyEdit: false,
});
