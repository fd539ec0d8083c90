/** Somebody who looks at a place of the workshop, on one open page. */
export interface Present {
  personId: string;
  name: string;
  /** Job and station, as `jb_1/board`; empty where they look at the workshop as a whole. */
  at: string;
}

/** What servers tell each other: these lines are open, this one is not any more, or who is there? */
type Word = { open: (Present & { line: string })[] } | { shut: string } | { ask: true };

/** A server that was killed says no farewell: a line nobody speaks of for so long is gone. */
const GONE_MS = 75_000;
export const PRESENCE_BEAT_MS = 20_000;
/** Several who move at once are told as one. */
const TOGETHER_MS = 250;
/** PostgreSQL takes messages shorter than 8000 bytes; one line of names takes up to some 300. */
const AT_ONCE = 20;

interface Options {
  /** Tells every server on this database, this one too. */
  say: (workshopId: string, word: string) => void;
  /** Somebody of this workshop came, went or moved. */
  onChanged: (workshopId: string) => void;
  now?: () => number;
}

/**
 * Who looks at what, over all servers on one database: each tells the others of its own open lines, again and again, and
 * forgets those it hears no more of. Nothing of it is kept.
 */
export class Presence {
  readonly #options: Required<Options>;
  readonly #own = new Map<string, Map<string, Present>>();
  readonly #heard = new Map<string, Map<string, { present: Present; until: number }>>();
  readonly #changed = new Map<string, NodeJS.Timeout>();

  constructor(options: Options) {
    this.#options = { now: () => performance.now(), ...options };
  }

  /** @returns what ends it */
  come(workshopId: string, line: string, present: Present): () => void {
    const own = this.#own.get(workshopId) ?? new Map<string, Present>();
    this.#own.set(workshopId, own.set(line, present));
    this.#say(workshopId, { open: [{ line, ...present }] });
    return () => {
      if (!own.delete(line)) return;
      if (own.size === 0 && this.#own.get(workshopId) === own) this.#own.delete(workshopId);
      this.#say(workshopId, { shut: line });
    };
  }

  /** Everybody of a workshop, one entry for a person at a place. */
  of(workshopId: string): Present[] {
    const all = [...(this.#heard.get(workshopId)?.values() ?? [])].map((h) => h.present);
    const one = new Map(all.map((p) => [`${p.personId} ${p.at}`, p]));
    return [...one.values()].sort((a, b) => a.name.localeCompare(b.name) || a.at.localeCompare(b.at));
  }

  /** A word of a server, this one or another. */
  heard(workshopId: string, text: string): void {
    const word = JSON.parse(text) as Word;
    if ('ask' in word) {
      this.#tellOwn(workshopId);
      return;
    }
    const lines = this.#heard.get(workshopId) ?? new Map();
    this.#heard.set(workshopId, lines);
    let news = false;
    if ('shut' in word) news = lines.delete(word.shut);
    else
      for (const { line, ...present } of word.open) {
        const was = lines.get(line)?.present;
        news ||= was?.at !== present.at || was.name !== present.name;
        lines.set(line, { present, until: this.#options.now() + GONE_MS });
      }
    if (lines.size === 0) this.#heard.delete(workshopId);
    if (news) this.#tell(workshopId);
  }

  /** Asks the other servers who is there: for one that has heard nothing yet, or nothing for a while. */
  ask(workshopId: string): void {
    this.#say(workshopId, { ask: true });
  }

  /** Tells of one’s own lines again and forgets those of servers that fell silent. */
  beat(): void {
    for (const workshopId of this.#own.keys()) this.#tellOwn(workshopId);
    const now = this.#options.now();
    for (const [workshopId, lines] of this.#heard) {
      const before = lines.size;
      for (const [line, { until }] of lines) if (until < now) lines.delete(line);
      if (lines.size === 0) this.#heard.delete(workshopId);
      if (lines.size < before) this.#tell(workshopId);
    }
  }

  close(): void {
    for (const timer of this.#changed.values()) clearTimeout(timer);
    this.#changed.clear();
  }

  #say(workshopId: string, word: Word): void {
    this.#options.say(workshopId, JSON.stringify(word));
  }

  #tellOwn(workshopId: string): void {
    const own = [...(this.#own.get(workshopId) ?? [])].map(([line, present]) => ({ line, ...present }));
    for (let n = 0; n < own.length; n += AT_ONCE) this.#say(workshopId, { open: own.slice(n, n + AT_ONCE) });
  }

  #tell(workshopId: string): void {
    if (this.#changed.has(workshopId)) return;
    const timer = setTimeout(() => {
      this.#changed.delete(workshopId);
      this.#options.onChanged(workshopId);
    }, TOGETHER_MS).unref();
    this.#changed.set(workshopId, timer);
  }
}
