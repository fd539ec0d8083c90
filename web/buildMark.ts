import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';

/** Folders a page is built from: what changes there makes another page. */
const SOURCES = ['web/src', 'core/src', 'docs/guide'];

function markOf(root: string): string {
  const hash = createHash('sha256');
  for (const folder of SOURCES)
    for (const entry of readdirSync(join(root, folder), { recursive: true, withFileTypes: true })
      .filter((e) => e.isFile() && !/\.test\.tsx?$/.test(e.name))
      .map((e) => join(e.parentPath, e.name))
      .sort())
      hash.update(entry.slice(root.length)).update(readFileSync(entry));
  return hash
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
    .slice(0, 12);
}

/**
 * Gives a build a mark of what it was made from: the page knows its own, and the server tells that of the one it serves. A
 * page that is older than what is served learns of it with any answer.
 */
export function buildMark(root: string): Plugin {
  const mark = markOf(root);
  return {
    name: 'build-mark',
    config: () => ({ define: { __BUILD__: JSON.stringify(mark) } }),
    generateBundle() {
      this.emitFile({ type: 'asset', fileName: 'build.json', source: JSON.stringify({ build: mark }) });
    },
  };
}
