import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { lampBoard } from '../testing/kit.ts';
import { checkBoard } from './checkBoard.ts';
import { commandProblems } from './commandSchema.ts';
import { list, MOST_PROBLEMS, num, problemsOf, record, text } from './schemaKit.ts';

const problemsOfBoard = (change: object): string[] => {
  const checked = checkBoard({ ...lampBoard(), ...change }, genericCatalogue);
  return checked.ok ? [] : checked.problems;
};

describe('a validator that holds nobody up', () => {
  it('says that a list is too long and looks at none of its entries', () => {
    let looked = 0;
    const entry = Object.defineProperty({}, 'id', { enumerable: true, get: () => looked++ });
    const problems = problemsOfBoard({ items: new Array(200_000).fill(entry) });
    expect(problems).toEqual([expect.stringMatching(/^items is .*; accepted: a list of 0 to 400 entries$/)]);
    // The first few are shown in the message.
    expect(looked).toBeLessThan(12);
  });
  it('stops after fifty problems', () => {
    let looked = 0;
    const items = Array.from({ length: 400 }, () =>
      Object.defineProperty({}, 'id', {
        enumerable: true,
        get: () => {
          looked++;
          return 7;
        },
      }),
    );
    expect(problemsOfBoard({ items })).toHaveLength(MOST_PROBLEMS);
    expect(looked).toBeLessThan(20);
    const bad = Array.from({ length: 6000 }, () => ({ kind: 'setBrief', field: 'notes', value: 7 }));
    expect(commandProblems(bad).length).toBeLessThanOrEqual(MOST_PROBLEMS);
  });
  it('a value nested without end is refused, not followed', () => {
    let deep: unknown = 1;
    for (let n = 0; n < 100_000; n++) deep = [deep];
    expect(problemsOfBoard({ items: deep })).not.toEqual([]);
    expect(problemsOfBoard({ brief: { ...lampBoard().brief, notes: deep } }).join()).toMatch(/^brief.notes is /);
  });
});

describe('what no field may hold', () => {
  const named = record({ name: text(0, 40) });
  it.each([
    ['a NUL character', 'a\u0000b'],
    ['half of a character', 'a\ud800b'],
    ['half of a character', '\udc00'],
  ])('%s', (what, name) => {
    expect(problemsOf(named, { name })).toEqual([`name holds ${what}; accepted: plain text`]);
  });
  it('whole characters beyond the first plane are text like any other', () => {
    expect(problemsOf(named, { name: '😀 Ω' })).toEqual([]);
  });
  it.each(['__proto__', 'constructor', 'toString', 'hasOwnProperty'])('a field called %s', (field) => {
    const own = JSON.parse(`{"name":"a","${field}":1}`);
    expect(problemsOf(named, own)).toEqual([`this has unknown field ${field}; accepted: name`]);
    for (const kind of ['setBrief', 'setPower', 'setSetting'])
      expect(commandProblems([{ kind, field, value: 1 }]).join()).toMatch(/is not a field that can be set/);
  });
  it('many unknown fields are named shortly', () => {
    const own = Object.fromEntries(Array.from({ length: 5000 }, (_, n) => [`f${n}${'x'.repeat(100)}`, n]));
    const [problem] = problemsOf(named, { name: 'a', ...own });
    expect(problem).toMatch(/and 4992 more; accepted: name$/);
    expect(problem!.length).toBeLessThan(600);
  });
});

describe('where a problem is', () => {
  const rows = record({ rows: list(record({ n: num({ min: 0, max: 5 }) }), { min: 1, max: 3 }) });
  it('is named by its path', () => {
    expect(problemsOf(rows, { rows: [{ n: 1 }, { n: 9 }, {}] })).toEqual([
      'rows[1].n is 9; accepted: a number from 0 to 5',
      'rows[2].n is missing; accepted: a number from 0 to 5',
    ]);
    expect(problemsOf(rows, { rows: [] })).toEqual(['rows is []; accepted: a list of 1 to 3 entries']);
    expect(problemsOf(rows, { rows: null })).toEqual(['rows is null; accepted: a list of 1 to 3 entries']);
    expect(problemsOf(rows, { rows: [3] })).toEqual(['rows[0] is 3; accepted: an object with n']);
    expect(problemsOf(rows, [])).toEqual(['this is []; accepted: an object with rows']);
  });
});
