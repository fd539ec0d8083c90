import type { KeptPhoto, PhotoBox } from './photoBox.ts';
import { refusalOf } from './refusal.ts';

export interface PhotoState {
  waiting: readonly KeptPhoto[];
  /** What the server would not take, and why: told once, the photo stays on the device. */
  refused: string | null;
}

interface Options {
  box: PhotoBox;
  /** Sends a picture; the same key again is the same picture. @returns its id among the files of the job */
  send: (photo: KeptPhoto) => Promise<string>;
  /** The picture has arrived: it belongs to its step. */
  onSent: (photo: KeptPhoto, fileId: string) => void;
  later?: (work: () => void, ms: number) => void;
}

const AGAIN_MS = 5000;

/** Photos on their way: kept on the device until the server has each, sent one by one, each once. Knows no screen. */
export class PhotoQueue {
  readonly #options: Required<Options>;
  readonly #listeners = new Set<() => void>();
  #state: PhotoState = { waiting: [], refused: null };
  #sending = false;
  #closed = false;

  constructor(options: Options) {
    this.#options = { later: (work, ms) => void setTimeout(work, ms), ...options };
  }

  get state(): PhotoState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Takes up what an earlier page left. */
  async open(): Promise<void> {
    const kept = await this.#options.box.all();
    const known = new Set(this.#state.waiting.map((p) => p.key));
    this.#set({ waiting: [...kept.filter((p) => !known.has(p.key)), ...this.#state.waiting] });
    void this.tryNow();
  }

  async add(photo: KeptPhoto): Promise<void> {
    this.#set({ waiting: [...this.#state.waiting, photo] });
    await this.#options.box.keep(photo).catch(() => {});
    void this.tryNow();
  }

  async tryNow(): Promise<void> {
    if (this.#sending || this.#closed) return;
    this.#sending = true;
    try {
      for (;;) {
        const [next] = this.#state.waiting;
        if (!next || this.#closed) return;
        const fileId = await this.#options.send(next);
        this.#options.onSent(next, fileId);
        await this.#options.box.drop(next.key).catch(() => {});
        this.#set({ waiting: this.#state.waiting.filter((p) => p.key !== next.key), refused: null });
      }
    } catch (error) {
      const { status, problems } = refusalOf(error);
      // A server that is busy or broken is asked again; one that says no is not.
      const refused = status !== null && status < 500;
      this.#set({ refused: refused ? problems.join('; ') : null });
      if (!refused) this.#options.later(() => void this.tryNow(), AGAIN_MS);
    } finally {
      this.#sending = false;
    }
  }

  /** Lets go of a photo the server would not take. */
  async forget(key: string): Promise<void> {
    await this.#options.box.drop(key).catch(() => {});
    this.#set({ waiting: this.#state.waiting.filter((p) => p.key !== key), refused: null });
    void this.tryNow();
  }

  close(): void {
    this.#closed = true;
  }

  #set(change: Partial<PhotoState>): void {
    this.#state = { ...this.#state, ...change };
    for (const tell of this.#listeners) tell();
  }
}
