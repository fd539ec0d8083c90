import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { checkBoard } from '@ombrik/core/document/checkBoard';
import { applyCommands, type Command } from '@ombrik/core/document/commands';
import { type Clash, clashesOf, mergedCommands } from '@ombrik/core/document/difference/boardChanges';
import { refusalOf } from './refusal.ts';

/** One press: a change of the board, or a step back or forth. Its key is made once and kept over every try. */
export type Press = { key: string } & (
  | { kind: 'edit'; label: string; commands: Command[] }
  | { kind: 'step'; way: 'undo' | 'redo' }
);
export type Edit = Extract<Press, { kind: 'edit' }>;

/** A board as the server has it. */
interface Base {
  revision: number;
  board: Board;
}
export interface Loaded extends Base {
  undo: string | null;
  redo: string | null;
}

/** What the queue asks of the server. Failures carry a status; one without is a broken line. */
export interface Line {
  send(edit: Edit, baseRevision: number): Promise<{ revision: number }>;
  step(key: string, way: 'undo' | 'redo', baseRevision: number): Promise<Base>;
  load(): Promise<Loaded>;
  /** Of these keys the ones the server has taken already. */
  known(keys: readonly string[]): Promise<string[]>;
}

/** Where presses are kept until the server has them: they outlive the page. */
export interface Outbox {
  /** What another page of this job left behind: nobody sends it any more. */
  left(): Promise<Edit[]>;
  keep(edit: Edit): Promise<void>;
  drop(keys: readonly string[]): Promise<void>;
}

export type SaveState = 'saved' | 'saving' | 'offline' | 'conflict';

export interface QueueState {
  base: Base;
  /** The board with everything that waits. */
  board: Board;
  waiting: readonly Press[];
  saveState: SaveState;
  problems: readonly string[];
  /** Where what waits clashes with what somebody else did meanwhile; asked about, one by one. */
  clashes: readonly Clash[];
  /** What the server said when it could not keep a change; null where nothing was heard of it. */
  awayWords: string | null;
  undoLabel: string | null;
  redoLabel: string | null;
  /** Changes a page that went away had not sent; empty once they are taken up or dropped. */
  left: readonly Edit[];
}

/** More presses than this wait for nobody. */
const MOST_STEPS = 50;
const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 15_000;
const LABEL_LENGTH = 120;

interface Options {
  line: Line;
  outbox: Outbox;
  newKey: () => string;
  /** Why whoever is signed in changes nothing here; null where they may. */
  looksOnly?: string | null;
  /** Called after the server took something. */
  onTaken?: () => void;
  later?: (work: () => void, ms: number) => void;
}

/**
 * What a hand does to one board, on its way to the server: at once on screen, sent in the order of the presses, tried
 * again with the same key until it is answered, kept until it is acknowledged. Knows no screen.
 */
export class EditQueue {
  readonly #options: Required<Options>;
  readonly #listeners = new Set<() => void>();
  #state: QueueState;
  #sending = false;
  #failures = 0;
  #closed = false;

  constructor(loaded: Loaded, options: Options) {
    this.#options = { looksOnly: null, onTaken: () => {}, later: (work, ms) => void setTimeout(work, ms), ...options };
    this.#state = {
      base: { revision: loaded.revision, board: loaded.board },
      board: loaded.board,
      waiting: [],
      saveState: 'saved',
      problems: [],
      clashes: [],
      awayWords: null,
      undoLabel: loaded.undo,
      redoLabel: loaded.redo,
      left: [],
    };
  }

  get state(): QueueState {
    return this.#state;
  }

  subscribe(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Looks for what an earlier page left. */
  async open(): Promise<void> {
    const { line, outbox } = this.#options;
    const all = await outbox.left().catch(() => []);
    if (all.length === 0) return;
    // The answer may have been lost with the page: what the server has is not offered again.
    const known = await line.known(all.map((e) => e.key)).catch(() => null);
    if (this.#closed) return;
    if (known === null) return this.#options.later(() => void this.open(), LONGEST_WAIT_MS);
    void outbox.drop(known).catch(() => {});
    const left = all.filter((e) => !known.includes(e.key));
    if (left.length > 0) this.#set({ left });
  }

  /** Nothing more is sent; what waits stays in the outbox. */
  close(): void {
    this.#closed = true;
    this.#listeners.clear();
  }

  /** Makes a change. @returns false where it does not apply; the reasons are among the problems then */
  edit(label: string, commands: Command[]): boolean {
    if (commands.length === 0 || !this.#mayChange()) return false;
    try {
      applyCommands(this.#state.board, commands);
    } catch (error) {
      this.#set({ problems: refusalOf(error).problems });
      return false;
    }
    const press: Edit = { kind: 'edit', key: this.#options.newKey(), label: label.slice(0, LABEL_LENGTH), commands };
    this.#set({ problems: [] });
    this.#push([press]);
    return true;
  }

  step(way: 'undo' | 'redo'): void {
    if (!this.#mayChange()) return;
    const { waiting, saveState } = this.#state;
    if (saveState === 'conflict' || waiting.filter((p) => p.kind === 'step').length >= MOST_STEPS) return;
    this.#push([{ kind: 'step', key: this.#options.newKey(), way }]);
  }

  dismiss(): void {
    if (this.#state.problems.length > 0) this.#set({ problems: [] });
  }

  /** A line that is back: what waits is tried at once. */
  tryNow(): void {
    this.#failures = 0;
    void this.#run();
  }

  /** Somebody else's newer revision is taken over while nothing of ours waits. */
  takeOver(loaded: Loaded): void {
    const { base, waiting } = this.#state;
    if (waiting.length > 0 || this.#sending || loaded.revision <= base.revision) return;
    this.#set({
      base: { revision: loaded.revision, board: loaded.board },
      undoLabel: loaded.undo,
      redoLabel: loaded.redo,
    });
  }

  /** After a conflict: the newest board, with what waits on top of it as far as it still applies, or without. */
  async resolve(keepMine: boolean): Promise<void> {
    const loaded = await this.#options.line.load();
    const { waiting } = this.#state;
    const edits = waiting.filter((p): p is Edit => p.kind === 'edit');
    const kept = keepMine ? applicable(loaded.board, edits) : [];
    const lost = edits.filter((e) => !kept.includes(e));
    // The keys stay: the server refused these, so under their keys it knows nothing yet.
    this.#set({
      base: { revision: loaded.revision, board: loaded.board },
      waiting: kept,
      clashes: [],
      saveState: kept.length > 0 ? 'saving' : 'saved',
      undoLabel: loaded.undo,
      redoLabel: loaded.redo,
      problems:
        keepMine && lost.length > 0
          ? [
              `${lost.length} of your changes no longer ${lost.length === 1 ? 'applies' : 'apply'}: what they touched is gone`,
            ]
          : [],
    });
    void this.#options.outbox.drop(lost.map((e) => e.key)).catch(() => {});
    void this.#run();
  }

  /** After a clash: theirs with all of mine beside it, and in each place of a clash whose was chosen. */
  async settle(chosen: readonly ('mine' | 'theirs')[]): Promise<void> {
    const loaded = await this.#options.line.load().catch(() => null);
    if (!loaded) return this.#set({ problems: ['the server is out of reach; choose again in a moment'] });
    const { base, waiting } = this.#state;
    const edits = waiting.filter((p): p is Edit => p.kind === 'edit');
    const mine = shownOf(base.board, edits);
    const clashes = clashesOf(base.board, mine, loaded.board);
    // They went on meanwhile: what was chosen was another question.
    if (JSON.stringify(clashes) !== JSON.stringify(this.#state.clashes)) return this.#set({ clashes });
    const commands = mergedCommands(base.board, mine, loaded.board, chosen);
    if (commands.length > 0 && applicable(loaded.board, [{ commands }]).length === 0)
      return this.#set({ problems: ['these choices leave something pointing at what is gone; choose others'] });
    const label = edits.map((e) => e.label).join(', ');
    const merged: Edit = { kind: 'edit', key: this.#options.newKey(), label: label.slice(0, LABEL_LENGTH), commands };
    const { outbox } = this.#options;
    if (commands.length > 0) await outbox.keep(merged).catch(() => {});
    void outbox.drop(edits.map((e) => e.key)).catch(() => {});
    this.#set({
      base: { revision: loaded.revision, board: loaded.board },
      waiting: commands.length > 0 ? [merged] : [],
      saveState: commands.length > 0 ? 'saving' : 'saved',
      clashes: [],
      problems: [],
      undoLabel: loaded.undo,
      redoLabel: loaded.redo,
    });
    void this.#run();
  }

  /** What an earlier page left: sent after all, as far as it still applies, or forgotten. */
  takeUpLeft(take: boolean): void {
    const { left, board } = this.#state;
    const kept = take ? applicable(board, left) : [];
    const lost = left.filter((e) => !kept.includes(e));
    this.#set({
      left: [],
      problems: take && lost.length > 0 ? [`${lost.length} of the changes left behind no longer apply`] : [],
    });
    void this.#options.outbox.drop(lost.map((e) => e.key)).catch(() => {});
    if (kept.length > 0) this.#push(kept);
  }

  #push(presses: readonly Press[]): void {
    for (const p of presses) if (p.kind === 'edit') void this.#options.outbox.keep(p).catch(() => {});
    this.#set({ waiting: [...this.#state.waiting, ...presses] });
    void this.#run();
  }

  async #run(): Promise<void> {
    if (this.#sending || this.#closed || this.#halted()) return;
    this.#sending = true;
    let again = false;
    while (this.#state.waiting.length > 0 && !this.#closed) {
      this.#set({ saveState: 'saving' });
      const next = this.#state.waiting[0]!;
      const went = await (next.kind === 'edit' ? this.#sendEdit(next) : this.#takeStep(next));
      if (went === 'taken') {
        this.#failures = 0;
        continue;
      }
      again = went === 'broken';
      break;
    }
    this.#sending = false;
    if (this.#closed) return;
    if (again) {
      const ms = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** this.#failures++);
      this.#options.later(() => void this.#run(), ms);
    } else if (!this.#halted()) {
      this.#set({ saveState: 'saved' });
      this.#options.onTaken();
    }
  }

  async #sendEdit(edit: Edit): Promise<'taken' | 'broken' | 'halted'> {
    const { base } = this.#state;
    try {
      const { revision } = await this.#options.line.send(edit, base.revision);
      const rest = this.#state.waiting.slice(1);
      // An answer that was lost on the way: what it did is in our base already.
      const known = revision <= base.revision;
      this.#set({
        base: known ? base : { revision, board: applyCommands(base.board, edit.commands).board },
        waiting: rest,
        undoLabel: edit.label,
        redoLabel: null,
      });
      void this.#options.outbox.drop([edit.key]).catch(() => {});
      return 'taken';
    } catch (error) {
      const { status, problems } = refusalOf(error);
      if (status === 409) return this.#overtaken();
      if (status === null || status >= 500) return this.#broken(status === null ? null : problems.join('; '));
      // This one can never be taken; those behind it may build on it, so only what still applies is kept.
      const kept = this.#state.waiting.slice(1);
      const good = applicable(
        base.board,
        kept.filter((p): p is Edit => p.kind === 'edit'),
      );
      const lost = [edit, ...kept.filter((p): p is Edit => p.kind === 'edit' && !good.includes(p))];
      this.#set({ waiting: kept.filter((p) => p.kind === 'step' || good.includes(p)), problems });
      void this.#options.outbox.drop(lost.map((e) => e.key)).catch(() => {});
      return 'taken';
    }
  }

  async #takeStep({ key, way }: Extract<Press, { kind: 'step' }>): Promise<'taken' | 'broken' | 'halted'> {
    const { line } = this.#options;
    try {
      const done = await line.step(key, way, this.#state.base.revision);
      const fresh = await line.load();
      const newest = fresh.revision >= done.revision ? fresh : done;
      const rest = this.#state.waiting.slice(1);
      const edits = applicable(
        newest.board,
        rest.filter((p): p is Edit => p.kind === 'edit'),
      );
      this.#set({
        base: { revision: newest.revision, board: newest.board },
        // Steps asked for beyond the last there is are left.
        waiting: rest.filter((p) =>
          p.kind === 'edit' ? edits.includes(p) : p.way === 'undo' ? fresh.undo !== null : fresh.redo !== null,
        ),
        undoLabel: fresh.undo,
        redoLabel: fresh.redo,
      });
      return 'taken';
    } catch (error) {
      const { status, problems } = refusalOf(error);
      if (status === null || status >= 500) return this.#broken(status === null ? null : problems.join('; '));
      // Steps are wishes: where one cannot be, those behind it are not meant any more.
      this.#set({ waiting: this.#state.waiting.filter((p) => p.kind === 'edit'), problems });
      const loaded = await line.load().catch(() => null);
      if (loaded && loaded.revision > this.#state.base.revision) {
        if (this.#state.waiting.length > 0) return this.#halt();
        this.#set({
          base: { revision: loaded.revision, board: loaded.board },
          undoLabel: loaded.undo,
          redoLabel: loaded.redo,
        });
      }
      return 'taken';
    }
  }

  /** Whether this person may change the board at all. */
  get changes(): boolean {
    return this.#options.looksOnly === null;
  }

  /** Says so where they may not. */
  #mayChange(): boolean {
    const { looksOnly } = this.#options;
    if (looksOnly !== null) this.#set({ problems: [looksOnly] });
    return looksOnly === null;
  }

  #halted(): boolean {
    return this.#state.saveState === 'conflict';
  }

  /** Somebody was quicker: what waits goes on top where nothing clashes and all of it still applies; else it is asked about. */
  async #overtaken(): Promise<'taken' | 'broken' | 'halted'> {
    const loaded = await this.#options.line.load().catch(() => null);
    if (!loaded) return this.#broken(null);
    const { base, waiting } = this.#state;
    const edits = waiting.filter((p): p is Edit => p.kind === 'edit');
    const clashes = clashesOf(base.board, shownOf(base.board, edits), loaded.board);
    if (clashes.length > 0 || applicable(loaded.board, edits).length < edits.length) {
      this.#set({ clashes });
      return this.#halt();
    }
    this.#set({
      base: { revision: loaded.revision, board: loaded.board },
      undoLabel: loaded.undo,
      redoLabel: loaded.redo,
    });
    return 'taken';
  }

  #halt(): 'halted' {
    this.#set({ saveState: 'conflict', waiting: this.#state.waiting.filter((p) => p.kind === 'edit') });
    return 'halted';
  }

  #broken(awayWords: string | null): 'broken' {
    this.#set({ saveState: 'offline', awayWords });
    return 'broken';
  }

  #set(change: Partial<QueueState>): void {
    const next = { ...this.#state, ...change };
    if (change.base || change.waiting) next.board = shownOf(next.base.board, next.waiting);
    this.#state = next;
    for (const listener of this.#listeners) listener();
  }
}

/** A board with the edits that wait on top; a step is seen once it is done. */
const shownOf = (board: Board, waiting: readonly Press[]): Board =>
  waiting.reduce((b, p) => (p.kind === 'edit' ? applyCommands(b, p.commands).board : b), board);

/** Edits that still apply to a board and leave a good one, in order. */
function applicable<E extends { commands: Command[] }>(board: Board, edits: readonly E[]): E[] {
  let at = board;
  return edits.filter((e) => {
    try {
      const next = applyCommands(at, e.commands).board;
      if (!checkBoard(next, genericCatalogue).ok) return false;
      at = next;
      return true;
    } catch {
      return false;
    }
  });
}
