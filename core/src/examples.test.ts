import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { describe, expect, it } from 'vitest';

/** Examples in docstrings are run: `expression; // value`, with the exports of its own file at hand. */
const root = fileURLToPath(new URL('.', import.meta.url));
const files = readdirSync(root, { recursive: true, encoding: 'utf8' })
  .filter((f) => f.endsWith('.ts') && !/\.test\.ts$|^testing/.test(f))
  .map((f) => join(root, f));

interface Example {
  file: string;
  code: string;
  value: string;
}
const examples = files.flatMap((file): Example[] =>
  [...readFileSync(file, 'utf8').matchAll(/@example\n((?: \* .*\n)+?) (?:\*\/|\* @)/g)].flatMap((block) =>
    block[1]!
      .split('\n')
      .map((line) => /^ \* (.+); \/\/ (.+)$/.exec(line))
      .flatMap((m) => (m ? [{ file, code: m[1]!, value: m[2]! }] : [])),
  ),
);

describe('examples in the docstrings', () => {
  it.each(examples.map((e) => [e.code, e] as const))('%s', async (code, { file, value }) => {
    const own = (await import(pathToFileURL(file).href)) as Record<string, unknown>;
    const run = (text: string) => new Function(...Object.keys(own), `return (${text});`)(...Object.values(own));
    const [is, told] = [run(code), run(value)];
    if (typeof told === 'number') expect(is).toBeCloseTo(told, 6);
    else expect(is).toEqual(told);
  });
  it('there are some in every room that computes', () => {
    for (const room of ['engine', 'solvers', 'document', 'tables', 'stock', 'stages'])
      expect(examples.filter((e) => e.file.startsWith(join(root, room))).length, room).toBeGreaterThan(0);
  });
});
