import { describe, expect, it } from 'vitest';
import { deriveBoard } from '../../testing/demoBoards.ts';
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

/** The same in the line of a module, before its controller. */
const inTheSun = (line: string, far: string) =>
  bench({ systemVoltageV: 24 })
    .item('G1', 'battery-lifepo4-24-200', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', 'mppt-150-35', { at: [500, 300] })
    .item('P1', 'solar-400', shelf)
    .item('Q1', 'breaker-hydraulic-100', { at: [300, 90] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'T1:outPlus')
    .wire('G1:minus', 'T1:outMinus', { runMm: 300 })
    .wire('P1:plus', `Q1:${line}`, { runMm: 4000 })
    .wire(`Q1:${far}`, 'T1:inPlus', { runMm: 400 })
    .wire('P1:minus', 'T1:inMinus', { runMm: 4000 }).board;

describe('a polarised breaker under sun', () => {
  it('must face the modules: they feed the arc', () => {
    const says = (board: ReturnType<typeof inTheSun>) =>
      deriveBoard(board)
        .findings.filter((f) => f.kind === 'breaker-reversed')
        .map((f) => f.says);
    expect(says(inTheSun('line', 'load'))).toEqual([]);
    expect(says(inTheSun('load', 'line'))).toEqual([
      '-Q1 stands the wrong way round: its line side faces the controller, not the modules',
    ]);
  });
});
