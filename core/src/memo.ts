/**
 * Remembers stage outputs by entity and input content, so that a derive after one edit redoes only what the edit
 * touched. A compute function must read nothing but its declared inputs; then incremental equals full.
 */
export class Memo {
  #kept = new Map<string, { input: string; output: unknown; run: number }>();
  #tokens = new WeakMap<object, number>();
  #nextToken = 1;
  #run = 0;

  /** Starts a derive; what the previous one did not touch is dropped. */
  begin(): void {
    for (const [key, entry] of this.#kept) if (entry.run < this.#run) this.#kept.delete(key);
    this.#run++;
  }

  /** A number that stands for this very object; a stage output keeps its token while its inputs stay the same. */
  token(value: object): number {
    let token = this.#tokens.get(value);
    if (token === undefined) {
      token = this.#nextToken++;
      this.#tokens.set(value, token);
    }
    return token;
  }

  /** @param input everything `compute` reads, as a plain value (tokens for large ones). */
  each<T>(stage: string, entityId: string, input: unknown, compute: () => T): T {
    const key = `${stage}/${entityId}`;
    const text = JSON.stringify(input);
    const known = this.#kept.get(key);
    if (known?.input === text) {
      known.run = this.#run;
      return known.output as T;
    }
    const output = compute();
    this.#kept.set(key, { input: text, output, run: this.#run });
    return output;
  }
}
