/** One thing that can be gone to or done. */
export interface Entry {
  id: string;
  group: string;
  title: string;
  /** What tells it from others of the same name. */
  note?: string;
  /** The key that does the same. */
  keys?: string;
  run: () => void;
}

/** So many of a group are offered; who wants others says more of them. */
const MOST_OF_GROUP = 7;

const plain = (text: string): string => text.toLowerCase().normalize('NFKD').replaceAll(/\p{M}/gu, '');

/**
 * How well an entry answers to words; null where one of them is nowhere in it. What begins with them comes first, then what
 * has a word that does.
 */
export function fit({ title, note = '' }: Pick<Entry, 'title' | 'note'>, words: string): number | null {
  const asked = plain(words).split(/\s+/).filter(Boolean);
  const whole = plain(`${title} ${note}`);
  if (asked.some((w) => !whole.includes(w))) return null;
  const name = plain(title);
  const own = name.split(/[^\p{L}\p{N}.]+/u);
  return asked.reduce(
    (sum, w) =>
      sum +
      (name === w ? 0 : name.startsWith(w) || name.startsWith(`-${w}`) ? 1 : own.some((o) => o.startsWith(w)) ? 2 : 4),
    0,
  );
}

/** What answers to the words, the best of each group first and the groups in the order they came in. */
export function found(entries: readonly Entry[], words: string): Entry[] {
  const groups = new Map<string, { entry: Entry; off: number }[]>();
  for (const entry of entries) {
    const off = fit(entry, words);
    if (off === null) continue;
    const own = groups.get(entry.group) ?? [];
    groups.set(entry.group, own);
    own.push({ entry, off });
  }
  return [...groups.values()].flatMap((own) =>
    own
      .sort((a, b) => a.off - b.off)
      .slice(0, MOST_OF_GROUP)
      .map(({ entry }) => entry),
  );
}
