import { createHash } from 'node:crypto';
import { chainOf, type SealedEntry } from '@ombrik/core/seal/chain';
import { CHAIN_FILE, FILES_FILE, SEAL_FILE, type Seal } from '@ombrik/core/seal/seal';
import { zipSync } from 'fflate';

export const sha256 = (bytes: string | Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** A name that is a name on every system. */
export const plainName = (name: string): string => name.replaceAll(/[^\p{L}\p{N}._-]+/gu, '-');

/**
 * A record sealed: entries in their chain, files with their hashes, the seal, as one archive. The last entry is the hash of
 * the list of files, so that the chain holds them too.
 */
export function sealedArchive(
  files: ReadonlyMap<string, Uint8Array>,
  entries: readonly Omit<SealedEntry, 'n'>[],
  about: Omit<Seal, 'format' | 'head' | 'entries'>,
): { archive: Uint8Array; seal: Seal } {
  const list = [...files].map(([path, bytes]) => `${sha256(bytes)}  ${path}\n`).join('');
  const sealing = {
    at: about.sealedAt,
    kind: 'sealed',
    by: about.sealedBy,
    data: { filesSha256: sha256(list), before: about.before, number: about.number },
  };
  const numbered = [...entries, sealing].map((e, i): SealedEntry => ({ n: i + 1, ...e }));
  const { lines, head } = chainOf(numbered, sha256);
  const seal: Seal = { format: 'ombrik-seal-1', ...about, head, entries: numbered.length };
  const text = (s: string) => new TextEncoder().encode(s);
  const archive = zipSync(
    {
      [SEAL_FILE]: text(`${JSON.stringify(seal, null, 2)}\n`),
      [CHAIN_FILE]: text(`${lines.join('\n')}\n`),
      [FILES_FILE]: text(list),
      ...Object.fromEntries(files),
    },
    { level: 6 },
  );
  return { archive, seal };
}
