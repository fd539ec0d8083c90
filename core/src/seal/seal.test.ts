import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { canonical, chainOf, chainProblems, type SealedEntry } from './chain.ts';
import { CHAIN_FILE, FILES_FILE, folderProblems, SEAL_FILE, type Seal } from './seal.ts';

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');
const entries = (count: number): SealedEntry[] =>
  Array.from({ length: count }, (_, i) => ({
    n: i + 1,
    at: `2026-11-30T08:${String(i).padStart(2, '0')}:00.000Z`,
    kind: 'reading',
    by: 'Ada Fenn',
    data: { value: i * 1.5, step: `s${i}` },
  }));

describe('a chain of entries', () => {
  it('is whole as it was written, and goes on from another', () => {
    const first = chainOf(entries(5), sha256);
    expect(chainProblems(first.lines, sha256, first.head)).toEqual([]);
    const second = chainOf(entries(2), sha256, first.head);
    expect(chainProblems(second.lines, sha256, second.head, first.head)).toEqual([]);
    expect(chainProblems(second.lines, sha256, second.head)).not.toEqual([]);
  });
  // Whatever is done to it, it is told.
  it('a changed byte, a missing or a moved entry breaks it and is named', () => {
    const { lines, head } = chainOf(entries(8), sha256);
    const broken = (by: (lines: string[]) => string[]) => chainProblems(by([...lines]), sha256, head);
    expect(broken((l) => l.with(3, l[3]!.replace('4.5', '4.6')))[0]).toBe('entry 4 was changed after it was sealed');
    expect(broken((l) => l.toSpliced(2, 1))[0]).toBe('entry 3 is missing');
    expect(broken((l) => l.toSpliced(2, 3))[0]).toBe('entries 3 to 5 are missing');
    expect(broken((l) => [l[1]!, l[0]!, ...l.slice(2)])).toContain(
      'entry 1 stands in another place than it was written',
    );
    expect(broken((l) => l.slice(0, -1))[0]).toMatch(/entries are missing at its end/);
    expect(broken((l) => l.with(0, 'nonsense'))[0]).toBe('line 1 is no entry');
  });
  it('any one character anywhere', () => {
    const { lines, head } = chainOf(entries(4), sha256);
    const text = lines.join('\n');
    fc.assert(
      fc.property(fc.nat(text.length - 1), fc.constantFrom(...'0aZ".'), (at, by) => {
        if (text[at] === by || text[at] === '\n') return;
        const changed = text.slice(0, at) + by + text.slice(at + 1);
        expect(chainProblems(changed.split('\n'), sha256, head).length).toBeGreaterThan(0);
      }),
    );
  });
  it('the same thing is always the same text', () => {
    expect(canonical({ b: [1, undefined, null], a: { d: 'x', c: undefined } })).toBe(
      '{"a":{"d":"x"},"b":[1,null,null]}',
    );
  });
});

describe('a sealed folder', () => {
  const paper = 'the drawing';
  const files = `${sha256(paper)}  papers/drawing.pdf\n`;
  const record = [
    ...entries(3),
    { n: 4, at: 'x', kind: 'sealed', by: 'Mira Holt', data: { filesSha256: sha256(files) } },
  ];
  const { lines, head } = chainOf(record, sha256);
  const seal: Seal = {
    format: 'ombrik-seal-1',
    job: 401,
    jobName: 'Board',
    revision: 3,
    serials: ['401'],
    number: 1,
    sealedAt: 'x',
    sealedBy: 'Mira Holt',
    head,
    before: null,
    entries: 4,
  };
  const folder = (change: Record<string, string | null> = {}, more: string[] = []) => {
    const all: Record<string, string | null> = {
      [SEAL_FILE]: JSON.stringify(seal),
      [CHAIN_FILE]: `${lines.join('\n')}\n`,
      [FILES_FILE]: files,
      'papers/drawing.pdf': paper,
      ...change,
    };
    const textOf = (p: string) => all[p] ?? null;
    const hashOf = (p: string) => (all[p] == null ? null : sha256(all[p]));
    return { textOf, hashOf, paths: [...Object.keys(all).filter((p) => all[p] !== null), ...more] };
  };
  it('is good as it left the shop, and by the seal somebody has in hand', () => {
    expect(folderProblems(folder(), sha256, null)).toEqual([]);
    expect(folderProblems(folder(), sha256, head)).toEqual([]);
    expect(folderProblems(folder(), sha256, 'f'.repeat(64))[0]).toMatch(/another record, or one made up since/);
  });
  it.each([
    [{ 'papers/drawing.pdf': 'another drawing' }, 'papers/drawing.pdf was changed after it was sealed'],
    [{ 'papers/drawing.pdf': null }, 'papers/drawing.pdf is missing'],
    [{ [FILES_FILE]: `${sha256('another')}  papers/drawing.pdf\n` }, 'files.sha256 was changed after it was sealed'],
    [{ [CHAIN_FILE]: null }, 'record.txt is missing: this is no sealed record, or not all of it'],
    [{ [SEAL_FILE]: '{}' }, 'seal.json is no seal; accepted: a seal of format ombrik-seal-1'],
    [{ [CHAIN_FILE]: `${lines.slice(0, 3).join('\n')}\n` }, 'the record has 3 entries, its seal says 4'],
  ])('%j', (change, words) => {
    expect(folderProblems(folder(change), sha256, null)).toContain(words);
  });
  it('a file put in afterwards is told', () => {
    expect(folderProblems(folder({}, ['papers/extra.pdf']), sha256, null)).toEqual([
      'papers/extra.pdf was not there when it was sealed',
    ]);
  });
});
