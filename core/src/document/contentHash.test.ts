import fc from 'fast-check';
import { expect, it } from 'vitest';
import { contentHash } from './contentHash.ts';

const shuffled = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(shuffled);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .reverse()
      .map(([k, v]) => [k, shuffled(v)]),
  );
};

it('values that are the same as JSON hash the same, in whatever order their keys stand', () => {
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      expect(contentHash(shuffled(value))).toBe(contentHash(value));
      expect(contentHash(JSON.parse(JSON.stringify(value)))).toBe(contentHash(value));
    }),
    { seed: 11 },
  );
});
it('one character, one digit, one place or one key changes it', () => {
  const base = { a: [1, 2, 'three'], b: { c: true, d: null } };
  const others = [
    { ...base, a: [1, 2, 'thref'] },
    { ...base, a: [2, 1, 'three'] },
    { ...base, a: [1, 2.0000000001, 'three'] },
    { ...base, a: [1, 2] },
    { ...base, b: { c: false, d: null } },
    { ...base, b: { c: true, e: null } },
    { ...base, b: { c: true } },
    { ...base, a: [[1, 2, 'three']] },
    { ...base, a: { 0: 1, 1: 2, 2: 'three' } },
    { ...base, a: ['1', 2, 'three'] },
  ];
  expect(new Set([base, ...others].map(contentHash)).size).toBe(others.length + 1);
});
it('no two of twenty thousand near neighbours meet', () => {
  const seen = new Set<string>();
  for (let n = 0; n < 20_000; n++) seen.add(contentHash({ xMm: n / 1000, name: `W${n % 7}` }));
  expect(seen.size).toBe(20_000);
});
