import fc from 'fast-check';
import { expect, it } from 'vitest';
import { isTooDeep } from './notTooDeep.ts';
import { isJson } from './zippedJson.ts';

const bytes = (text: string) => new TextEncoder().encode(text);
/** How deep what has been read is nested: another way to count. */
const depthOf = (value: unknown): number =>
  typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(depthOf)) : 0;

it('counts brackets and braces, and none that stand in words', () => {
  for (const [open, close] of [
    ['[', ']'],
    ['{"a":', '}'],
  ] as const) {
    const of = (depth: number) => bytes(`${open.repeat(depth)}1${close.repeat(depth)}`);
    expect([isTooDeep(of(100)), isTooDeep(of(101)), isTooDeep(of(500_000))]).toEqual([false, true, true]);
  }
  expect(isTooDeep(bytes(JSON.stringify({ a: '['.repeat(500), ['{'.repeat(300)]: '\\"[[' })))).toBe(false);
  expect(isTooDeep(bytes(`"${'\\"['.repeat(300)}"`))).toBe(false);
});
it('whatever is written as JSON is judged by its depth (property)', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 6 }), fc.integer({ min: 0, max: 110 }), (inner, more) => {
      let value: unknown = inner;
      for (let n = 0; n < more; n++) value = n % 2 ? [value] : { 'k"[': value };
      expect(isTooDeep(bytes(JSON.stringify(value)))).toBe(depthOf(value) > 100);
    }),
  );
});
it('JSON is what the door takes for it, however it is written', () => {
  for (const type of ['application/json', 'Application/JSON', 'application/json; charset=utf-8'])
    expect(isJson(type)).toBe(true);
  for (const type of [null, '', 'application/jsonlines', 'text/html']) expect(isJson(type)).toBe(false);
});
it('half a text, and no JSON at all, are no reason to fail', () => {
  for (const text of ['', '"', '"\\', '[[[', ']]]]', '{"a":"\\u00'.repeat(3)])
    expect(isTooDeep(bytes(text))).toBe(false);
});
