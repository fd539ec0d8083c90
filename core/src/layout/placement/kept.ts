import type { Layout } from './model.ts';

/** Where a part stood before it was moved. */
export interface Was {
  x: number;
  y: number;
}

/** Whether a part stands, or stood before it was moved, nearer to a place than so far to either side. */
export const nearTo = (
  atX: number,
  atY: number,
  { x, y }: Pick<Layout, 'x' | 'y'>,
  part: number,
  was: Was,
  farX: number,
  farY: number,
): boolean =>
  (Math.abs(atX - x[part]!) < farX && Math.abs(atY - y[part]!) < farY) ||
  (Math.abs(atX - was.x) < farX && Math.abs(atY - was.y) < farY);

/** A sum over many things that is kept while parts move one by one: what is not touched is not worked out again. */
export abstract class Kept {
  readonly #values: Float64Array;
  readonly #before: Float64Array;
  #sum = 0;
  #sumBefore = 0;

  constructor(count: number) {
    this.#values = new Float64Array(count);
    this.#before = new Float64Array(count);
  }

  get sum(): number {
    return this.#sum;
  }

  /** One thing's value as all stands now. */
  protected abstract of(k: number): number;
  /** Whether a part that has moved may change one thing's value. */
  protected abstract touches(k: number, part: number, was: Was): boolean;
  /** A part stands otherwise than before. */
  protected turned(_part: number): void {}

  /** Works everything out. */
  protected all(): void {
    this.#sum = 0;
    for (let k = 0; k < this.#values.length; k++) this.#sum += this.#values[k] = this.of(k);
    this.#before.set(this.#values);
    this.#sumBefore = this.#sum;
  }

  /** Parts have moved; `keep` or `takeBack` follows. */
  moved(parts: readonly number[], was: readonly Was[]): void {
    for (const part of parts) this.turned(part);
    let sum = 0;
    for (let k = 0; k < this.#values.length; k++) {
      for (let n = 0; n < parts.length; n++)
        if (this.touches(k, parts[n]!, was[n]!)) {
          this.#values[k] = this.of(k);
          break;
        }
      sum += this.#values[k]!;
    }
    this.#sum = sum;
  }

  keep(): void {
    this.#before.set(this.#values);
    this.#sumBefore = this.#sum;
  }

  /** The parts stand again where they stood. */
  takeBack(parts: readonly number[]): void {
    for (const part of parts) this.turned(part);
    this.#values.set(this.#before);
    this.#sum = this.#sumBefore;
  }
}
