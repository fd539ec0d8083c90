/**
 * Works on the newest wish only: while one is worked on, later ones replace each other, so that a drag never queues up.
 * One that fails is told, and the next is worked on all the same.
 */
export class Newest<In, Out> {
  readonly #work: (wish: In) => Promise<Out>;
  readonly #done: (out: Out, wish: In) => void;
  readonly #failed: (error: unknown, wish: In) => void;
  #wanted: { wish: In } | null = null;
  #running = false;
  #closed = false;

  constructor(
    work: (wish: In) => Promise<Out>,
    done: (out: Out, wish: In) => void,
    failed: (error: unknown, wish: In) => void,
  ) {
    this.#work = work;
    this.#done = done;
    this.#failed = failed;
  }

  want(wish: In): void {
    this.#wanted = { wish };
    void this.#run();
  }

  close(): void {
    this.#closed = true;
    this.#wanted = null;
  }

  async #run(): Promise<void> {
    if (this.#running) return;
    this.#running = true;
    while (this.#wanted) {
      const { wish } = this.#wanted;
      this.#wanted = null;
      try {
        const out = await this.#work(wish);
        if (!this.#closed) this.#done(out, wish);
      } catch (error) {
        if (!this.#closed) this.#failed(error, wish);
      }
    }
    this.#running = false;
  }
}
