import type { BuildRecord } from '@ombrik/core/build/buildState';
import { refusalOf } from './refusal.ts';

/** What a hand at a board says, before the server has it. */
export type Word = Pick<BuildRecord, 'key' | 'stepId' | 'fingerprint' | 'said' | 'saidAt'> & {
  revision: number;
  /** Which of several boards of the same. */
  unit: number;
};

/** Where words are kept until the server has them: they outlive the page, and a battery that ends. */
export interface WordBox {
  all(): Promise<Word[]>;
  keep(word: Word): Promise<void>;
  drop(keys: readonly string[]): Promise<void>;
}

export interface WordState {
  /** In the order they were said. */
  waiting: readonly Word[];
  /** `away`: the server is out of reach, they are tried again. */
  line: 'quiet' | 'sending' | 'away';
  /** Why the server would not take some; they are kept here and named, never dropped in silence. */
  refused: { words: readonly Word[]; problems: readonly string[] } | null;
}

interface Options {
  /** Takes words down; the same ones again do no harm. */
  send: (words: readonly Word[]) => Promise<void>;
  box: WordBox;
  onTaken?: () => void;
  later?: (work: () => void, ms: number) => void;
}

/** The server takes so many at a time. */
const AT_ONCE = 200;
const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 15_000;

/**
 * Words of the floor on their way: counted at once, kept until they are taken, sent in order and again under the same key
 * until the server answers. Knows no screen.
 */
export class WordQueue {
  readonly #options: Required<Options>;
  readonly #listeners = new Set<() => void>();
  #state: WordState = { waiting: [], line: 'quiet', refused: null };
  #sending = false;
  #failures = 0;
  #closed = false;

  constructor(options: Options) {
    this.#options = { onTaken: () => {}, later: (work, ms) => void setTimeout(work, ms), ...options };
  }

  get state(): WordState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Takes up what an earlier page, or one that ended, had not sent. */
  async open(): Promise<void> {
    const kept = await this.#options.box.all().catch(() => []);
    const known = new Set(this.#state.waiting.map((w) => w.key));
    const more = kept.filter((w) => !known.has(w.key));
    if (more.length > 0) this.#set({ waiting: [...more, ...this.#state.waiting] });
    void this.#run();
  }

  say(word: Word): void {
    void this.#options.box.keep(word).catch(() => {});
    this.#set({ waiting: [...this.#state.waiting, word] });
    void this.#run();
  }

  /** A line that is back. */
  tryNow(): void {
    this.#failures = 0;
    void this.#run();
  }

  /** What was refused is let go. */
  forgetRefused(): void {
    void this.#options.box.drop(this.#state.refused?.words.map((w) => w.key) ?? []).catch(() => {});
    this.#set({ refused: null });
  }

  /** Nothing more is sent; what waits stays in its box. */
  close(): void {
    this.#closed = true;
    this.#listeners.clear();
  }

  async #run(): Promise<void> {
    if (this.#sending || this.#closed) return;
    this.#sending = true;
    let again = false;
    while (this.#state.waiting.length > 0 && !this.#closed && !again) {
      const some = this.#state.waiting.slice(0, AT_ONCE);
      this.#set({ line: 'sending' });
      try {
        await this.#options.send(some);
        this.#failures = 0;
        await this.#taken(some);
      } catch (error) {
        const { status, problems } = refusalOf(error);
        if (status === null || status >= 500) again = true;
        else if (some.length > 1) await this.#oneByOne(some);
        else this.#refuse(some, problems);
      }
    }
    this.#sending = false;
    if (this.#closed) return;
    this.#set({ line: again ? 'away' : 'quiet' });
    if (again)
      this.#options.later(() => void this.#run(), Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** this.#failures++));
    else this.#options.onTaken();
  }

  /** One word the server will not take must not hold the others up. */
  async #oneByOne(words: readonly Word[]): Promise<void> {
    for (const word of words) {
      try {
        await this.#options.send([word]);
        await this.#taken([word]);
      } catch (error) {
        const { status, problems } = refusalOf(error);
        if (status === null || status >= 500) return;
        this.#refuse([word], problems);
      }
    }
  }

  async #taken(words: readonly Word[]): Promise<void> {
    const keys = new Set(words.map((w) => w.key));
    await this.#options.box.drop([...keys]).catch(() => {});
    this.#set({ waiting: this.#state.waiting.filter((w) => !keys.has(w.key)) });
  }

  #refuse(words: readonly Word[], problems: readonly string[]): void {
    const keys = new Set(words.map((w) => w.key));
    const before = this.#state.refused;
    this.#set({
      waiting: this.#state.waiting.filter((w) => !keys.has(w.key)),
      refused: {
        words: [...(before?.words ?? []), ...words],
        problems: [...new Set([...(before?.problems ?? []), ...problems])],
      },
    });
  }

  #set(change: Partial<WordState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
