import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { describe, expect, it } from 'vitest';
import { exampleWorld } from './testing/exampleWorld.ts';

/** Examples in docstrings are run: `expression; // value`, with the exports of their file and a small board at hand. */
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

/** Functions and values of the core that server, browser, command line and demo call, by module. */
function calledFromOutside(): Map<string, Set<string>> {
  const called = new Map<string, Set<string>>();
  for (const workspace of ['server', 'web', 'cli', 'demo']) {
    const source = join(root, '../..', workspace, 'src');
    for (const f of readdirSync(source, { recursive: true, encoding: 'utf8' })) {
      if (!/\.tsx?$/.test(f) || f.includes('.test.')) continue;
      const text = readFileSync(join(source, f), 'utf8');
      for (const [, names, module] of text.matchAll(/import \{([^}]*)\} from '@ombrik\/core\/([^']*)'/g))
        for (const name of names!.split(',').map((n) => n.trim().split(' as ')[0]!))
          if (name && !name.startsWith('type ')) called.set(module!, (called.get(module!) ?? new Set()).add(name));
    }
  }
  return called;
}

const world = exampleWorld();

describe('examples in the docstrings', () => {
  it.each(examples.map((e) => [e.code, e] as const))('%s', async (code, { file, value }) => {
    const own = (await import(pathToFileURL(file).href)) as Record<string, unknown>;
    const scope = { ...world, ...own };
    const run = (text: string) => new Function(...Object.keys(scope), `return (${text});`)(...Object.values(scope));
    const [is, told] = [run(code), run(value)];
    if (typeof told === 'number') expect(is).toBeCloseTo(told, 6);
    else expect(is).toEqual(told);
  });
  it('there are some in every room that computes', () => {
    for (const room of ['engine', 'solvers', 'document', 'tables', 'stock', 'stages'])
      expect(examples.filter((e) => e.file.startsWith(join(root, room))).length, room).toBeGreaterThan(0);
  });
  it('every function another workspace calls has one', () => {
    const missing = [...calledFromOutside()].flatMap(([module, names]) => {
      const text = readFileSync(join(root, `${module}.ts`), 'utf8');
      return [...names].flatMap((name) => {
        const at = text.search(new RegExp(`^export (function\\*? ${name}\\b|const ${name} = (<[^>]*>)?\\()`, 'm'));
        const before = text.slice(0, Math.max(0, at));
        const doc = before.trimEnd().endsWith('*/') ? before.slice(before.lastIndexOf('/**')) : '';
        return at < 0 || doc.includes('@example') ? [] : [`${module} ${name}`];
      });
    });
    expect(missing).toEqual([]);
  });
});
