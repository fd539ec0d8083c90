/** What a stage kept from the run before. */
export interface Slot {
  given: readonly unknown[];
  output: unknown;
  /** Outputs of an `each` stage by row. */
  rows: Map<unknown, RowSlot> | null;
  /** What an `each` stage last read beside its rows; the same list as long as all of it stays the same. */
  others: readonly unknown[] | null;
  runs: number;
}
export interface RowSlot {
  /** What was picked from: the row, its place, and what was read beside. */
  row: unknown;
  at: number;
  others: readonly unknown[];
  picked: object;
  output: unknown;
  /** Which run saw it last. */
  run: number;
}

/** Something that may be read: an input, a fact, or what a stage works out. */
export interface Node<out T> {
  readonly name: string;
  readonly reads: Reads;
  /**
   * Works the output out from the outputs of the reads, in their order; null for an input, whose value is handed in.
   * Called only when one of them is another value than before.
   */
  readonly make: ((given: readonly unknown[], slot: Slot) => T) | null;
}
// biome-ignore lint/suspicious/noExplicitAny: a node of any output may be read
export type Reads = Readonly<Record<string, Node<any>>>;

/** The outputs of what is read, by the names they are read under. */
export type Given<R extends Reads> = { readonly [K in keyof R]: R[K] extends Node<infer T> ? T : never };

export const named = <R extends Reads>(reads: R): ((given: readonly unknown[]) => Given<R>) => {
  const names = Object.keys(reads);
  return (given) => {
    const byName: Record<string, unknown> = {};
    for (let i = 0; i < names.length; i++) byName[names[i]!] = given[i];
    return byName as Given<R>;
  };
};
