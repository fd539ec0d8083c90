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

interface Letters {
  whole: string;
  name: string;
  /** Words of the name. */
  own: string[];
}
const known = new WeakMap<object, Letters>();

/** An entry's letters as they are compared, put in order once. */
function lettersOf(entry: Pick<Entry, 'title' | 'note'>): Letters {
  const before = known.get(entry);
  if (before) return before;
  const name = plain(entry.title);
  const letters = { whole: plain(`${entry.title} ${entry.note ?? ''}`), name, own: name.split(/[^\p{L}\p{N}.]+/u) };
  known.set(entry, letters);
  return letters;
}
const askedOf = (words: string): string[] => plain(words).split(/\s+/).filter(Boolean);

/**
 * How well an entry answers to words; null where one of them is nowhere in it. What begins with them comes first, then what
 * has a word that does.
 */
export const fit = (entry: Pick<Entry, 'title' | 'note'>, words: string): number | null => off(entry, askedOf(words));

function off(entry: Pick<Entry, 'title' | 'note'>, asked: readonly string[]): number | null {
  const { whole, name, own } = lettersOf(entry);
  if (asked.some((w) => !whole.includes(w))) return null;
  return asked.reduce(
    (sum, w) =>
      sum +
      (name === w ? 0 : name.startsWith(w) || name.startsWith(`-${w}`) ? 1 : own.some((o) => o.startsWith(w)) ? 2 : 4),
    0,
  );
}

/** What answers to the words, the best of each group first and the groups in the order they came in. */
export function found(entries: readonly Entry[], words: string): Entry[] {
  const groups = new Map<string, { entry: Entry; by: number }[]>();
  const asked = askedOf(words);
  for (const entry of entries) {
    const by = off(entry, asked);
    if (by === null) continue;
    const own = groups.get(entry.group) ?? [];
    groups.set(entry.group, own);
    own.push({ entry, by });
  }
  return [...groups.values()].flatMap((own) =>
    own
      .sort((a, b) => a.by - b.by)
      .slice(0, MOST_OF_GROUP)
      .map(({ entry }) => entry),
  );
}
