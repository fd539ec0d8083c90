const FILE = import.meta.glob<string>('../../../../docs/guide/words.md', { query: '?raw', import: 'default' });

/** The words of the guide, each with what it means here. */
export type Glossary = ReadonlyMap<string, string>;

let asked: Promise<Glossary> | null = null;

/** The list of words as the guide keeps it; fetched once, when something is first explained. */
export function glossary(): Promise<Glossary> {
  asked ??= Object.values(FILE)[0]!().then(
    (text) =>
      new Map(
        [...text.matchAll(/^\| ([^|]+) \| ([^|]+) \|$/gm)].map(
          ([, word, says]) => [word!.trim(), says!.trim()] as const,
        ),
      ),
  );
  return asked;
}

/** A stretch of a text: plain, or a word that can be asked. */
export interface Piece {
  text: string;
  word: string | null;
}

/**
 * Where words that can be asked stand in a text: whole words, the longer before the shorter, each at its first place.
 * @example pieces('Its let-through.', ['let-through']) gives 'Its ', the word, '.'
 */
export function pieces(text: string, words: readonly string[]): Piece[] {
  const longest = [...words].sort((a, b) => b.length - a.length);
  const found = new Set<string>();
  const mark = new RegExp(`(?<![\\p{L}-])(?:${longest.join('|')})(?:s|es)?(?![\\p{L}-])`, 'giu');
  const out: Piece[] = [];
  let at = 0;
  for (const { 0: said, index } of longest.length === 0 ? [] : text.matchAll(mark)) {
    const word = longest.find((w) => said.toLowerCase().startsWith(w))!;
    if (found.has(word)) continue;
    found.add(word);
    if (index > at) out.push({ text: text.slice(at, index), word: null });
    out.push({ text: said, word });
    at = index + said.length;
  }
  if (at < text.length) out.push({ text: text.slice(at), word: null });
  return out;
}
