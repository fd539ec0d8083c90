import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import type { SealedFolder } from '@ombrik/core/seal/seal';

const hex = (bytes: string | Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
/** SHA-256 of a text, as the seal has it. */
export const sha256 = (text: string): string => hex(text);

/** A folder on disk as a seal reads it. @throws when there is no such folder */
export function folderAt(root: string): SealedFolder {
  const bytesOf = (path: string): Buffer | null => {
    try {
      return readFileSync(join(root, path));
    } catch {
      return null;
    }
  };
  return {
    paths: readdirSync(root, { recursive: true, encoding: 'utf8' })
      .filter((path) => statSync(join(root, path)).isFile())
      .map((path) => relative('.', path).split(sep).join('/')),
    textOf: (path) => bytesOf(path)?.toString('utf8') ?? null,
    hashOf: (path) => {
      const bytes = bytesOf(path);
      return bytes && hex(bytes);
    },
  };
}
