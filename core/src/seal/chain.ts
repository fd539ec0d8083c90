/** Something that happened on the way of a board: a reading, a sign-off, a step of the build, a paper. */
export interface SealedEntry {
  /** Its place, from 1. */
  n: number;
  at: string;
  kind: string;
  by: string;
  data: unknown;
}

/** The hash the first line stands on. */
export const BEGINNING = '0'.repeat(64);

export type Sha256 = (text: string) => string;

/** JSON with its keys in order, so that the same thing is always the same text. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map((v) => canonical(v === undefined ? null : v)).join(',')}]`;
  if (value !== null && typeof value === 'object')
    return `{${Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`)
      .join(',')}}`;
  return JSON.stringify(value ?? null);
}

/**
 * Entries as lines, each with the SHA-256 of the hash before it, a blank and its own text: nothing before a line can be
 * changed, left out or moved without the line no longer fitting.
 * Source: hash chain, textbook; SHA-256: FIPS 180-4.
 * @param before the head of the chain this one goes on from
 * @returns lines of `hash entry`, and the hash of the last
 * @example
 * chainOf([], String).head === BEGINNING; // true
 */
export function chainOf(
  entries: readonly SealedEntry[],
  sha256: Sha256,
  before: string = BEGINNING,
): { lines: string[]; head: string } {
  let head = before;
  const lines = entries.map((entry) => {
    const text = canonical(entry);
    head = sha256(`${head} ${text}`);
    return `${head} ${text}`;
  });
  return { lines, head };
}

/**
 * What is wrong with a chain, in words; nothing where it is whole.
 * @param head the hash it must end with, where somebody knows it from elsewhere
 * @example
 * chainProblems([], String, null); // []
 */
export function chainProblems(
  lines: readonly string[],
  sha256: Sha256,
  head: string | null,
  before: string = BEGINNING,
): string[] {
  const problems: string[] = [];
  let last = before;
  let expected = 1;
  for (const [i, line] of lines.entries()) {
    const blank = line.indexOf(' ');
    const [hash, text] = [line.slice(0, blank), line.slice(blank + 1)];
    const n = numberOf(text);
    if (n === null) {
      problems.push(`line ${i + 1} is no entry`);
      last = hash;
      continue;
    }
    const fits = sha256(`${last} ${text}`) === hash;
    if (n > expected)
      problems.push(
        n === expected + 1 ? `entry ${expected} is missing` : `entries ${expected} to ${n - 1} are missing`,
      );
    else if (n < expected) problems.push(`entry ${n} stands in another place than it was written`);
    else if (!fits) problems.push(`entry ${n} was changed after it was sealed`);
    last = hash;
    expected = Math.max(expected, n) + 1;
  }
  if (problems.length === 0 && head !== null && last !== head)
    problems.push(
      `the record ends at ${last.slice(0, 12)}…, its seal says ${head.slice(0, 12)}…: entries are missing at its end`,
    );
  return problems;
}

function numberOf(text: string): number | null {
  try {
    const { n } = JSON.parse(text) as { n?: unknown };
    return typeof n === 'number' ? n : null;
  } catch {
    return null;
  }
}
