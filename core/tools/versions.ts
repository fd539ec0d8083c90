import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { genericCatalogue } from '../src/devices/genericCatalogue.ts';
import { fingerprint } from '../src/document/fingerprint.ts';
import { PROFILES } from '../src/profiles/profiles.ts';

const source = join(dirname(fileURLToPath(import.meta.url)), '..', 'src');
const target = join(source, 'versions.ts');

/** Every file the core is made of, tests and this very list of versions left out. */
const sourceFiles = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return entry.name === 'testing' ? [] : sourceFiles(path);
    return path === target || entry.name.endsWith('.test.ts') || entry.name.endsWith('.d.ts') ? [] : [path];
  });

function coreVersion(): string {
  const hash = createHash('sha256');
  for (const path of sourceFiles(source).sort())
    hash.update(`${relative(source, path)}\n${readFileSync(path, 'utf8')}\n`);
  return hash.digest('hex').slice(0, 12);
}

const short = (value: object): string => fingerprint({ ...value, version: '' }).slice(0, 8);

/** The text of core/src/versions.ts as it should stand. */
export function versionsText(): string {
  const profiles = PROFILES.map((p) => `    ${/^\w+$/.test(p.id) ? p.id : `'${p.id}'`}: '${short(p)}',\n`).join('');
  return `/**
 * Versions by content: of the core its source, of the catalogue and the profiles what they hold. They are pinned in every
 * revision of a board, so they must move whenever the same board may derive to something else.
 * Written by \`npm run versions\`; a test tells when that is due.
 */
export const VERSIONS = {
  core: '${coreVersion()}',
  catalogue: '${short(genericCatalogue)}',
  profiles: {
${profiles}  },
} as const;
`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) writeFileSync(target, versionsText());
