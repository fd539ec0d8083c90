import { chainProblems, type Sha256 } from './chain.ts';

/** What stands on the outside of a sealed record. */
export interface Seal {
  format: 'ombrik-seal-1';
  job: number;
  jobName: string;
  revision: number;
  serials: string[];
  /** How many times it was sealed: 1 when it first left the shop. */
  number: number;
  sealedAt: string;
  sealedBy: string;
  /** The head of the record's chain. */
  head: string;
  /** The head of the seal before this one; null for the first. */
  before: string | null;
  entries: number;
}

/** A folder as somebody was handed it. */
export interface SealedFolder {
  /** By path within the folder: its bytes as lower-case hexadecimal SHA-256; null where it cannot be read. */
  hashOf: (path: string) => string | null;
  textOf: (path: string) => string | null;
  /** Every file in it. */
  paths: readonly string[];
}

export const SEAL_FILE = 'seal.json';
export const CHAIN_FILE = 'record.txt';
export const FILES_FILE = 'files.sha256';

/**
 * What is wrong with a sealed folder, in words; nothing where it is as it left the shop.
 * The list of files is as `sha256sum` writes it; its own hash is the last entry of the record.
 * @param expectedHead the seal somebody has in hand, from the owner's sheet or the plate; null where nobody has
 * @example
 * folderProblems({ paths: [], textOf: () => null, hashOf: () => null }, String, null).length; // 3
 */
export function folderProblems(folder: SealedFolder, sha256: Sha256, expectedHead: string | null): string[] {
  const [sealText, chainText, filesText] = [SEAL_FILE, CHAIN_FILE, FILES_FILE].map(folder.textOf);
  const missing = [SEAL_FILE, CHAIN_FILE, FILES_FILE].filter((f) => folder.textOf(f) === null);
  if (missing.length > 0) return missing.map((f) => `${f} is missing: this is no sealed record, or not all of it`);
  const seal = sealOf(sealText!);
  if (!seal) return [`${SEAL_FILE} is no seal; accepted: a seal of format ombrik-seal-1`];
  const lines = chainText!.split('\n').filter(Boolean);
  const problems = chainProblems(lines, sha256, seal.head);
  if (lines.length !== seal.entries)
    problems.push(`the record has ${lines.length} entries, its seal says ${seal.entries}`);
  if (expectedHead !== null && seal.head !== expectedHead)
    problems.push(`its seal is ${seal.head}, the one in hand is ${expectedHead}: another record, or one made up since`);
  const last = lastData(lines.at(-1));
  if (last?.filesSha256 !== sha256(filesText!)) problems.push(`${FILES_FILE} was changed after it was sealed`);
  return [...problems, ...fileProblems(folder, filesText!)];
}

function fileProblems(folder: SealedFolder, filesText: string): string[] {
  const listed = filesText
    .split('\n')
    .filter(Boolean)
    .map((line) => ({ hash: line.slice(0, 64), path: line.slice(66) }));
  const own = new Set([SEAL_FILE, CHAIN_FILE, FILES_FILE]);
  const known = new Set(listed.map((f) => f.path));
  return [
    ...listed.flatMap(({ hash, path }) => {
      const found = folder.hashOf(path);
      if (found === null) return [`${path} is missing`];
      return found === hash ? [] : [`${path} was changed after it was sealed`];
    }),
    ...folder.paths.filter((p) => !own.has(p) && !known.has(p)).map((p) => `${p} was not there when it was sealed`),
  ];
}

function sealOf(text: string): Seal | null {
  try {
    const seal = JSON.parse(text) as Seal;
    return seal.format === 'ombrik-seal-1' ? seal : null;
  } catch {
    return null;
  }
}

function lastData(line: string | undefined): { filesSha256?: string } | null {
  if (!line) return null;
  try {
    return (JSON.parse(line.slice(line.indexOf(' ') + 1)) as { data: { filesSha256?: string } }).data;
  } catch {
    return null;
  }
}
