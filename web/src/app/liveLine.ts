/** What a line says: something changed at an address (`*` is anything), how far something is, who is there. */
export interface Hears {
  changed: (address: string) => void;
  progress: (data: string) => void;
  present: (data: string) => void;
}

/**
 * The line to the server. A browser has few lines, so a page nobody looks at lets go of it, and takes it that anything
 * changed when it is looked at again. Where somebody looks goes with the line: who moves gets a new one before the old is
 * let go, and misses nothing.
 */
export class LiveLine {
  readonly #hears: Hears;
  #at: string;
  #open: EventSource | null = null;
  #next: EventSource | null = null;
  #missed = false;

  constructor(hears: Hears, at: string) {
    this.#hears = hears;
    this.#at = at;
  }

  open(): void {
    if (!this.#open) this.#open = this.#begin();
  }

  close(): void {
    this.#open?.close();
    this.#next?.close();
    this.#open = null;
    this.#next = null;
    this.#missed = true;
  }

  moveTo(at: string): void {
    if (at === this.#at) return;
    this.#at = at;
    if (!this.#open) return;
    this.#next?.close();
    this.#next = this.#begin();
  }

  #begin(): EventSource {
    const source = new EventSource(this.#at ? `/api/live?at=${encodeURIComponent(this.#at)}` : '/api/live');
    const on = (type: string, hear: (data: string) => void) =>
      source.addEventListener(type, (e) => hear((e as MessageEvent<string>).data));
    on('changed', this.#hears.changed);
    on('progress', this.#hears.progress);
    on('present', this.#hears.present);
    on('error', () => {
      if (source === this.#open) this.#missed = true;
    });
    on('ready', () => {
      if (source === this.#next) {
        this.#open?.close();
        this.#open = source;
        this.#next = null;
      }
      if (this.#missed) this.#hears.changed('*');
      this.#missed = false;
    });
    return source;
  }
}
