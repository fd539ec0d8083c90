import { describe, expect, it } from 'vitest';
import { demoBoards } from '../../testing/demoBoards.ts';
import { bench, shelf } from '../../testing/kit.ts';
import { applyCommands } from '../commands.ts';
import { measureRuns, offBoardRuns, readLengthMm, readRuns } from './offBoardRuns.ts';

/** A lamp fed from one part of the board and returning to another, and two batteries tied to one another off the board. */
const board = () =>
  bench()
    .item('F10', 'fuse-block-6', { at: [190, 250] })
    .item('X2', 'bar-minus-6x6', { at: [330, 490] })
    .item('E1', 'load-small', shelf, { load: {} })
    .item('G1', 'battery-agm-12-100', shelf)
    .item('G2', 'battery-agm-12-100', shelf)
    .wire('F10:w1', 'E1:plus')
    .wire('X2:s2', 'E1:minus')
    .wire('G1:plus', 'G2:plus')
    .wire('G1:minus', 'G2:minus')
    .wire('X2:s1', 'F10:minus').board;

describe('runs off the board', () => {
  it('a load’s plus and minus are one run, although they end at different parts of the board', () => {
    const runs = offBoardRuns(board());
    expect(runs.map((r) => [r.itemIds, r.cables.length])).toEqual([
      [['it_E1'], 2],
      [['it_G1', 'it_G2'], 2],
    ]);
    expect(runs[0]!.between[0]).toBe(board().panels[0]!.name);
  });
  it('what never leaves the board is none', () => {
    const ids = offBoardRuns(board()).flatMap((r) => r.cables.map((c) => c.cableId));
    expect(ids).toHaveLength(4);
    expect(new Set(ids).size).toBe(4);
  });
  it('every run of every demo board stands in exactly one row', () => {
    for (const demo of demoBoards()) {
      const all = demo.cables
        .flatMap((c) => c.segments.filter((s) => s.kind === 'measuredRun').map((s) => s.id))
        .sort();
      const listed = offBoardRuns(demo)
        .flatMap((r) => r.cables.map((c) => c.segmentId))
        .sort();
      expect(listed).toEqual(all);
    }
  });
  it('measured, every cable of it is as long and no guess; the others stay as they were', () => {
    const before = board();
    const [run] = offBoardRuns(before);
    const after = applyCommands(before, measureRuns(before, [{ run: run!, lengthMm: 3100 }])).board;
    const [now, other] = offBoardRuns(after);
    expect([now!.lengthMm, now!.measured, other!.measured]).toEqual([3100, true, false]);
    expect(measureRuns(after, [{ run: now!, lengthMm: 3100 }])).toHaveLength(2);
  });
  it('cables of one run that differ say so', () => {
    const before = board();
    const [run] = offBoardRuns(before);
    const one = { ...run!, cables: run!.cables.slice(0, 1) };
    const after = applyCommands(before, measureRuns(before, [{ run: one, lengthMm: 900 }])).board;
    expect(offBoardRuns(after)[0]).toMatchObject({ lengthMm: null, measured: false });
  });
});

describe('lengths as a hand writes them', () => {
  it.each([
    ['2600', 2600],
    [' 2,6 m ', 2600],
    ['2.6 M', 2600],
    ['2600 MM', 2600],
    ['2.6m', 2600],
    ['260 cm', 2600],
    ['0.4', null],
    ['1', 1],
    ['200 m', 200_000],
    ['201 m', null],
    ['-4', null],
    ['two', null],
    ['2 600', null],
    ['', null],
  ])('"%s"', (text, lengthMm) => {
    expect(readLengthMm(text)).toBe(lengthMm);
  });
});

describe('lengths pasted', () => {
  const runs = () => offBoardRuns(board());
  it('a line each from the chosen run on; an empty line leaves its run', () => {
    expect(readRuns('2600\n2,8 m\n', runs()).lengths.map((l) => l.lengthMm)).toEqual([2600, 2800]);
    expect(readRuns('\n2.8 m', runs()).lengths.map((l) => l.run.itemIds)).toEqual([['it_G1', 'it_G2']]);
  });
  it('of several cells the last one counts: the name may stand before it', () => {
    expect(readRuns('Lamp\tcounter\t3,1 m', runs()).lengths[0]!.lengthMm).toBe(3100);
  });
  it('a bad line and none comes in; too many lines neither', () => {
    expect(readRuns('2600\nlong', runs())).toEqual({
      lengths: [],
      problems: ['line 2: "long"; accepted: a length from 1 to 200000 mm, such as 2600 or 2.6 m'],
    });
    expect(readRuns('1\n2\n3', runs()).problems).toEqual(['3 lines for 2 runs from here on']);
  });
});
