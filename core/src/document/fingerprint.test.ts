import fc from 'fast-check';
import { expect, it } from 'vitest';
import { demoBoards, deriveBoard } from '../testing/demoBoards.ts';
import { fingerprint } from './fingerprint.ts';

/** The same value with the keys of every object in the order jsonb keeps: by length, then by letters. */
function asJsonb<T>(value: T): T {
  if (Array.isArray(value)) return value.map(asJsonb) as T;
  if (typeof value !== 'object' || value === null) return value;
  const keys = Object.keys(value).sort((a, b) => a.length - b.length || (a < b ? -1 : 1));
  return Object.fromEntries(keys.map((k) => [k, asJsonb((value as Record<string, unknown>)[k])])) as T;
}

it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
  '%s: one fingerprint, in whatever order the database hands out its keys',
  (_, board) => {
    const stored = asJsonb(board);
    expect(JSON.stringify(stored)).not.toBe(JSON.stringify(board));
    expect(fingerprint(deriveBoard(stored))).toBe(fingerprint(deriveBoard(board)));
  },
);
it('shuffled keys change nothing, another value does', () => {
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      expect(fingerprint(asJsonb(value))).toBe(fingerprint(value));
    }),
    { seed: 7 },
  );
  expect(fingerprint({ a: 1 })).not.toBe(fingerprint({ a: 2 }));
  expect(fingerprint([1, 2])).not.toBe(fingerprint([2, 1]));
});
