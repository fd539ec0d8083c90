import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A polarised breaker between battery and lamp, one way round or the other. */
const breaker = (line: string, far: string) =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('Q1', 'breaker-hydraulic-100', { at: [300, 90] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 300 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', `Q1:${line}`)
    .wire(`Q1:${far}`, 'E1:plus', { runMm: 900 })
    .wire('G1:minus', 'E1:minus', { runMm: 900 }).board;

findingTest('breaker-reversed', {
  speaks: () => breaker('load', 'line'),
  silent: () => breaker('line', 'load'),
  severity: 'stop',
  says: /-Q1 stands the wrong way round/,
  fix: /Turn it round/,
});
