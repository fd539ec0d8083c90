import { evaluate } from 'mathjs';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from './devices/genericCatalogue.ts';
import type { Board } from './document/board.ts';
import { defaultWorkshop } from './document/workshop/workshop.ts';
import type { TraceEntry } from './engine/formula.ts';
import { traceAll } from './explain.ts';
import { profileOf } from './profiles/ownRules.ts';
import { demoBoards } from './testing/demoBoards.ts';
import { anyBoard, boardsOf } from './testing/randomBoards.ts';

const near = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b));

/** What is wrong with the figures of a board: dangling addresses, inputs that differ, texts that give another value. */
function disagreements(entries: ReadonlyMap<string, TraceEntry>): string[] {
  return [...entries.values()].flatMap((entry) => {
    const inputs = entry.inputs.flatMap(({ name, value, origin }) => {
      if (!('figure' in origin)) return [];
      const from = entries.get(origin.figure);
      if (!from) return [`${entry.address}: ${name} leads to ${origin.figure}, which is no figure`];
      return near(from.value, value)
        ? []
        : [`${entry.address}: ${name} is ${value}, ${origin.figure} is ${from.value}`];
    });
    if (entry.chosen) return inputs;
    const scope = Object.fromEntries(entry.inputs.map((i) => [i.name, i.value]));
    const own = evaluate(entry.formula, scope) as number;
    const agrees = Math.abs(own - entry.value) <= 1e-6 * Math.max(1, Math.abs(own));
    return agrees ? inputs : [...inputs, `${entry.address}: ${entry.formula} is ${own}, told is ${entry.value}`];
  });
}
const trace = (board: Board) => traceAll(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);

describe('why never disagrees with what is', () => {
  it.each(
    demoBoards().flatMap((b) =>
      (['summedLoads', 'summedFuses'] as const).map(
        (feederSchool) =>
          [`${b.brief.jobName}, ${feederSchool}`, { ...b, settings: { ...b.settings, feederSchool } }] as const,
      ),
    ),
  )('%s: no figure dangles, differs or miscounts', (_, board) => {
    const entries = trace(board);
    expect(entries.size).toBeGreaterThan(100);
    expect(disagreements(entries)).toEqual([]);
  });
  it('100 boards wired any way at all', { timeout: 120_000 }, () => {
    const wrong = boardsOf(anyBoard, 100, 20261127).flatMap((board, n) =>
      disagreements(trace(board)).map((w) => `board ${n}: ${w}`),
    );
    expect(wrong).toEqual([]);
  });
});
