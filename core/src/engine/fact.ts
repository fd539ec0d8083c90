import type { Node } from './node.ts';
import { same } from './same.ts';

type Fields = Record<string, unknown>;

/**
 * A value handed in from outside: the document, a table of parts.
 * @example
 * input('board').name; // 'board'
 */
export const input = <T>(name: string): Node<T> => ({ name, reads: {}, make: null });

/** Nodes that say the same are one node, so that what two functions read alike is narrowed once. */
const known = new WeakMap<Node<unknown>, Map<string, Node<unknown>>>();
function once<T>(of: Node<unknown>, name: string, make: () => Node<T>): Node<T> {
  let own = known.get(of);
  if (!own) {
    own = new Map();
    known.set(of, own);
  }
  let node = own.get(name);
  if (!node) {
    node = make();
    own.set(name, node);
  }
  return node as Node<T>;
}

/** One field of an object. */
export const field = <T extends object, F extends keyof T & string>(of: Node<T>, name: F): Node<T[F]> =>
  once(of, `${of.name}.${name}`, () => ({
    name: `${of.name}.${name}`,
    reads: { of },
    make: ([whole]) => (whole as T)[name],
  }));

function narrow(row: Fields, fields: readonly string[]): Fields {
  const made: Fields = {};
  for (const f of fields) made[f] = row[f];
  return made;
}
function alike(row: Fields, kept: Fields, fields: readonly string[]): boolean {
  for (const f of fields) if (!same(row[f], kept[f])) return false;
  return true;
}

/** Some fields of an object, in an object that has no others; the same object as long as they stay what they are. */
export function part<T extends object, const F extends keyof T & string>(
  of: Node<T>,
  fields: readonly F[],
): Node<Readonly<Pick<T, F>>> {
  const name = `${of.name}{${[...fields].sort().join(',')}}`;
  return once(of, name, () => ({
    name,
    reads: { of },
    make: ([whole], slot) => {
      const kept = slot.output as Fields | undefined;
      const made = kept && alike(whole as Fields, kept, fields) ? kept : narrow(whole as Fields, fields);
      return made as Readonly<Pick<T, F>>;
    },
  }));
}

interface KeptRows {
  from: readonly Fields[];
  /** Where each kept row stands, by its id; made when rows have moved. */
  at: Map<unknown, number> | null;
}

/**
 * Some fields of every row of a list, in rows that have no others. A row stays the same object as long as those fields
 * stay what they are, and the list as long as all its rows do: an edit of another field changes nothing here.
 *
 * Rows with an `id` are found again when the list has moved; others are matched by their place.
 */
export function rows<T extends object, const F extends keyof T & string>(
  of: Node<readonly T[]>,
  fields: readonly F[],
): Node<readonly Readonly<Pick<T, F>>[]> {
  const name = `${of.name}[${[...fields].sort().join(',')}]`;
  return once(of, name, () => {
    const before = new WeakMap<object, KeptRows>();
    return {
      name,
      reads: { of },
      make: ([list], slot) => {
        const kept = slot.output as readonly Fields[] | undefined;
        const from = kept && before.get(kept);
        const next = list as readonly Fields[];
        if (!kept || !from) {
          const made = next.map((row) => narrow(row, fields));
          before.set(made, { from: next, at: null });
          return made as unknown as readonly Readonly<Pick<T, F>>[];
        }
        let changed = kept.length !== next.length;
        const made: Fields[] = [];
        for (let i = 0; i < next.length; i++) {
          const row = next[i]!;
          let k = i;
          if (row.id !== undefined && from.from[i]?.id !== row.id) {
            from.at ??= new Map(from.from.map((r, n) => [r.id, n]));
            k = from.at.get(row.id) ?? -1;
          }
          const was = kept[k];
          const out = was && (from.from[k] === row || alike(row, was, fields)) ? was : narrow(row, fields);
          if (out !== kept[i]) changed = true;
          made.push(out);
        }
        const output = changed ? made : kept;
        before.set(output, { from: next, at: null });
        return output as unknown as readonly Readonly<Pick<T, F>>[];
      },
    };
  });
}
