/** What a stage output depends on: plain values and objects by identity, lists of them item by item. */
export type Depends = readonly unknown[];

/** An entity that is gone, or that stands inside a stage nobody asked to redo, is kept for this many derives. */
const KEPT_RUNS = 64;

function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (!Array.isArray(a) || !Array.isArray(b) || a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (!same(a[i], b[i])) return false;
  return true;
}

/**
 * Remembers stage outputs by entity and by what they depend on, so that a derive after one edit redoes only what the
 * edit touched. A compute function must read nothing but what it says it depends on; then incremental equals full.
 * Objects are told apart by identity, which holds because edits never change an object in place.
 */
export class Memo {
  #kept = new Map<string, Map<string, { depends: Depends; output: unknown; run: number }>>();
  #run = 0;

  /** Starts a derive; now and then what has long not been asked for is dropped. */
  begin(): void {
    this.#run++;
    if (this.#run % KEPT_RUNS > 0) return;
    for (const entities of this.#kept.values())
      for (const [id, entry] of entities) if (entry.run < this.#run - KEPT_RUNS) entities.delete(id);
  }

  /** @param depends everything `compute` reads */
  each<T>(stage: string, entityId: string, depends: Depends, compute: () => T): T {
    let entities = this.#kept.get(stage);
    if (!entities) {
      entities = new Map();
      this.#kept.set(stage, entities);
    }
    const known = entities.get(entityId);
    if (known && same(known.depends, depends)) {
      known.run = this.#run;
      return known.output as T;
    }
    const output = compute();
    if (known) {
      known.depends = depends;
      known.output = output;
      known.run = this.#run;
    } else entities.set(entityId, { depends, output, run: this.#run });
    return output;
  }

  /** The list itself as long as its entries stay the same, so that what depends on it need not look inside again. */
  list<T>(stage: string, entries: T[]): T[] {
    return this.each(stage, 'list', entries, () => entries);
  }
}
