import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { findingEntries, findingsBook, limitText } from './entries.ts';
import { SUBJECTS } from './finding.ts';
import { FINDINGS } from './registry.ts';

const here = dirname(fileURLToPath(import.meta.url));

describe('the registry of findings', () => {
  it('has each kind once', () => {
    const ids = FINDINGS.map((f) => f.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.length).toBeGreaterThan(110);
  });
  // With a test beside it.
  it('holds every file, named for its id, in the folder of its subject', () => {
    for (const { id, subject } of FINDINGS)
      for (const name of [`${id}.ts`, `${id}.test.ts`])
        expect(existsSync(join(here, subject, name)), `${subject}/${name}`).toBe(true);
    const files = SUBJECTS.flatMap((s) => readdirSync(join(here, s)))
      .filter((f) => f.endsWith('.test.ts'))
      .map((f) => f.replace('.test.ts', ''));
    expect(files.sort()).toEqual(FINDINGS.map((f) => f.id as string).sort());
  });
  it('says of each what it protects, by which limits, from which source', () => {
    for (const e of findingEntries()) {
      expect(e.protects, e.id).not.toBe('');
      expect(e.source, e.id).not.toBe('');
      for (const l of e.limits) expect(limitText(l) && l.source, `${e.id} ${l.name}`).not.toBe('');
    }
  });
  it('is printed in docs/findings.md as it stands', () => {
    expect(readFileSync(join(here, '../../../docs/findings.md'), 'utf8')).toBe(findingsBook());
  });
});
