import { refusalOf } from './refusal.ts';

export interface PressState<Wish, Out> {
  /** What waits or is on its way, in the order of the presses. */
  pending: readonly Wish[];
  error: Error | null;
  data: Out | undefined;
  /** The wish that was answered last. */
  answered: Wish | undefined;
}

interface Options<Wish, Out> {
  /** Sends one press; the key is the same at every try. */
  send: (wish: Wish, key: string) => Promise<Out>;
  newKey: () => string;
  now?: () => number;
  wait?: (ms: number) => Promise<void>;
  onState?: () => void;
}

/** Two presses of the same thing within this are one, by a hand that double-clicks. */
export const DOUBLE_MS = 500;
const TRIES = 5;
const FIRST_WAIT_MS = 300;

interface Running<Wish, Out> {
  wish: Wish;
  key: string;
  of: string;
  at: number;
  answer: Promise<Out>;
}

/**
 * Presses of one kind, one after the other: the same thing pressed again while it runs, or within a double click, is one
 * press; other things wait their turn. Each has one key, and where the line breaks it is tried again under it.
 */
export class PressQueue<Wish, Out> {
  readonly #options: Required<Options<Wish, Out>>;
  #state: PressState<Wish, Out> = { pending: [], error: null, data: undefined, answered: undefined };
  #line: Promise<unknown> = Promise.resolve();
  #running: Running<Wish, Out>[] = [];
  #last: Running<Wish, Out> | null = null;

  constructor(options: Options<Wish, Out>) {
    this.#options = {
      now: () => Date.now(),
      wait: (ms) => new Promise((go) => setTimeout(go, ms)),
      onState: () => {},
      ...options,
    };
  }

  get state(): PressState<Wish, Out> {
    return this.#state;
  }

  /** @returns what the server answers; the same promise for a press that is one with an earlier one */
  press(wish: Wish): Promise<Out> {
    const of = wordOf(wish);
    const now = this.#options.now();
    const same = this.#running.find((r) => r.of === of);
    if (same) return same.answer;
    if (this.#last?.of === of && now - this.#last.at < DOUBLE_MS) return this.#last.answer;
    const key = this.#options.newKey();
    const answer = this.#line.then(() => this.#tried(wish, key));
    const running: Running<Wish, Out> = { wish, key, of, at: now, answer };
    this.#running.push(running);
    this.#set({ error: null });
    this.#line = answer.then(
      (data) => this.#end(running, { data, answered: wish, error: null }),
      (error: unknown) =>
        this.#end(running, { error: error instanceof Error ? error : new Error(String(error)), answered: wish }),
    );
    return answer;
  }

  /** How long the one that waits longest has waited, ms; 0 where none does. */
  waitedMs(): number {
    return Math.max(0, ...this.#running.map((r) => this.#options.now() - r.at));
  }

  /** Sends all that has no answer yet, in its order and under its keys, without waiting for anything: the page goes away. */
  sendLeft(): void {
    for (const { wish, key } of this.#running) void this.#options.send(wish, key).catch(() => {});
  }

  reset(): void {
    this.#set({ error: null, data: undefined });
  }

  async #tried(wish: Wish, key: string): Promise<Out> {
    for (let tried = 1; ; tried++)
      try {
        return await this.#options.send(wish, key);
      } catch (error) {
        const { status } = refusalOf(error);
        if (tried >= TRIES || (status !== null && status < 500)) throw error;
        await this.#options.wait(FIRST_WAIT_MS * 2 ** (tried - 1));
      }
  }

  #end(running: Running<Wish, Out>, change: Partial<PressState<Wish, Out>>): void {
    this.#running = this.#running.filter((r) => r !== running);
    // What was refused may be pressed again at once.
    this.#last = 'data' in change ? running : null;
    this.#set(change);
  }

  #set(change: Partial<PressState<Wish, Out>>): void {
    this.#state = { ...this.#state, ...change, pending: this.#running.map((r) => r.wish) };
    this.#options.onState();
  }
}

/** Wishes that read the same are the same; a file is told by its name, size and time. */
const wordOf = (wish: unknown): string =>
  wish instanceof File ? `${wish.name} ${wish.size} ${wish.lastModified}` : (JSON.stringify(wish) ?? '');
