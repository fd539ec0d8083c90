import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const here = dirname(fileURLToPath(import.meta.url));
const files = readdirSync(here, { recursive: true, encoding: 'utf8' }).filter((f) => /\.tsx?$/.test(f));

/** Every import of a file of ours, as the file it names from `web/src`; packages by their name. */
const imports = files.flatMap((file) => {
  const text = readFileSync(join(here, file), 'utf8');
  return [...text.matchAll(/(?:from|import)\s*\(?\s*'([^']+)'/g)].map(([whole, name]) => ({
    file,
    to: name!.startsWith('.') ? relative(here, resolve(here, dirname(file), name!)) : name!,
    type: new RegExp(`import type[^;]*'${name!.replace(/[.*+?^$()|[\]\\]/g, '\\$&')}'`).test(text),
    lazily: whole.includes('('),
  }));
});
const against = (from: RegExp, to: RegExp) =>
  imports.filter((i) => from.test(i.file) && to.test(i.to)).map((i) => `${i.file} → ${i.to}`);

describe('rooms of the web application', () => {
  it('what is under way is held without any drawing of it', () => {
    const found = against(/^session\//, /^(stations|ui)\//);
    expect(found).toEqual([]);
    expect(against(/^session\/(editQueue|pressQueue|newest|outbox|jobStore)\.ts$/, /^react/)).toEqual([]);
  });
  it('what all stations share knows none of them', () => {
    expect(against(/^ui\//, /^stations\//)).toEqual([]);
  });
  it('of the server the browser knows the types of its routes, and nothing else', () => {
    const found = imports.filter((i) => i.to.startsWith('@ombrik/server'));
    expect(found.map((i) => [i.to, i.type])).toEqual([['@ombrik/server/app', true]]);
  });
  it('stations come when they are opened: the shell names them only lazily', () => {
    const shell = imports.filter((i) => /^app\/stationPieces\.ts$/.test(i.file) && /^stations\/.*Station/.test(i.to));
    expect(shell.length).toBeGreaterThan(6);
    expect(shell.filter((i) => !i.lazily).map((i) => i.to)).toEqual([]);
  });
});
