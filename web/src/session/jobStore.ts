import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Id } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import { applyCommands, type Command } from '@ombrik/core/document/commands';
import type { Clash } from '@ombrik/core/document/difference/boardChanges';
import type { Part } from '@ombrik/core/document/part/part';
import { partIndex } from '@ombrik/core/document/references';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import type { Explanation } from '@ombrik/core/explain';
import type { FindingEntry } from '@ombrik/core/findings/entries';
import type { Finding, FindingId } from '@ombrik/core/findings/registry';
import type { PastTimes } from '@ombrik/core/power/quote/quote';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import type { Profile } from '@ombrik/core/profiles/profile';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Derives } from './deriver.ts';
import type { Edit, EditQueue, Loaded, SaveState } from './editQueue.ts';
import { type Asked, guardedEdits, ReleaseGuard } from './guardedEdits.ts';
import { lastOf } from './lastOf.ts';
import { Newest } from './newest.ts';
import { refusalOf } from './refusal.ts';

export type Selection = { kind: 'item'; id: Id } | { kind: 'cable'; id: Id } | null;

export interface JobSession {
  jobId: string;
  jobNumber: number;
  wantedOn: string | null;
  revision: number;
  board: Board;
  /** The board as shown: with a change under the hand that is not yet made. */
  shown: Board;
  /** Of the board as shown; the server's own where the two differ. */
  dossier: Dossier;
  /** The board it was worked out of: that shown last, which may be another one by now. */
  dossierOf: Board;
  /** Findings of the board as made: what a preview would change does not move under the hand. */
  findings: readonly Finding[];
  parts: Map<Id, Part>;
  profile: Profile;
  workshop: Workshop;
  saveState: SaveState;
  pendingCount: number;
  /** Where what waits clashes with what somebody else did. */
  clashes: readonly Clash[];
  /** What the server said when it could not keep a change. */
  awayWords: string | null;
  problems: readonly string[];
  undoLabel: string | null;
  redoLabel: string | null;
  /** Changes left behind by a page that went away. */
  left: readonly Edit[];
  /** An edit of a board that is on the floor: shown, and made only when somebody says so. */
  asked: Asked | null;
  /** Makes what is asked about, and asks no more until the board is released anew; or leaves it. */
  answerAsked(answer: 'make' | 'make, nothing touched' | 'leave'): void;
  selection: Selection;
  select(selection: Selection): void;
  /** The place a finding speaks of while it is looked at. */
  lit: Finding['where'] | null;
  light(where: Finding['where'] | null): void;
  /** Makes an edit: at once on screen, then on the server. */
  edit(label: string, commands: Command[]): boolean;
  /** Shows commands without making them; null ends it. */
  preview(commands: Command[] | null): void;
  /** While the hand moves something, what has been worked out waits: it would cost the hand a frame. */
  occupy(occupied: boolean): void;
  undo(): void;
  redo(): void;
  applyAgain(): void;
  dropMine(): void;
  settle(chosen: readonly ('mine' | 'theirs')[]): void;
  takeUpLeft(take: boolean): void;
  dismiss(): void;
  explain(address: string): Promise<Explanation | null>;
  about(kind: FindingId): Promise<FindingEntry | null>;
}

/** What was derived last, and of which board. */
export interface Derived {
  board: Board;
  dossier: Dossier;
  dossierFingerprint: string;
}

export interface JobMeta {
  number: number;
  wantedOn: string | null;
  workshop: Workshop;
}

export interface JobStore {
  store: StoreApi<JobSession>;
  /** Null until the board has been worked out once. */
  derived(): Derived | null;
  /** The server's dossier where it differs from the one derived here: it is the one that counts. */
  setAuthoritative(of: Derived, dossier: Dossier | null): void;
  takeOver(loaded: Loaded, meta: JobMeta): void;
  /** Which revision is on the floor, if any: from then on edits are asked about first. */
  guard(releasedRevision: number | null): void;
  close(): void;
}

interface Options {
  jobId: string;
  meta: JobMeta;
  queue: EditQueue;
  deriver: Derives;
  /** What past jobs took, for the figures of a quote. */
  past: () => PastTimes;
  /** Called each time the board has been worked out. */
  onDerived?: () => void;
}

const ended = (board: Board, commands: Command[]): Board => {
  try {
    return applyCommands(board, commands).board;
  } catch {
    return board;
  }
};

/**
 * One job under the hand: the queue of edits, what is selected and lit, and what the worker makes of the board, in one
 * store. Who reads a part of it is told of that part only.
 */
export function createJobStore({ jobId, meta, queue, deriver, past, onDerived = () => {} }: Options): JobStore {
  let { workshop } = meta;
  let previewed: Command[] | null = null;
  let derived: Derived | null = null;
  /** What was worked out last of a board as it is made, without what is shown only. */
  let made: { board: Board; dossier: Dossier } | null = null;
  let occupied = false;
  const guard = new ReleaseGuard();
  let waiting: (() => void) | null = null;
  /** Why the board as it stands could not be worked out. */
  let failure: string | null = null;
  const newest = new Newest<{ board: Board; workshop: Workshop }, Omit<Derived, 'board'>>(
    (wish) => deriver.derive(wish.board, wish.workshop),
    (result, { board }) => {
      const tell = () => show({ board, ...result });
      if (occupied) waiting = tell;
      else tell();
    },
    (error) => {
      failure = `The board could not be worked out: ${refusalOf(error).problems.join('; ')}`;
      sync();
    },
  );
  const show = (next: Derived) => {
    derived = next;
    if (failure !== null) {
      failure = null;
      sync();
    }
    const { board, dossier } = next;
    const asMade = board === queue.state.board;
    if (asMade) made = { board, dossier };
    const tells = asMade || store.getState().findings === NONE;
    store.setState({ dossier, dossierOf: board, ...(tells ? { findings: dossier.findings } : {}) });
    if (asMade) guarded.madeKnown(dossier);
    onDerived();
  };
  const seen = queueReader(queue);
  const fromQueue = () => seen(previewed, workshop, failure);
  let wished: { board: Board; workshop: Workshop } | null = null;
  const sync = () => {
    const next = fromQueue();
    store.setState(next);
    if (wished?.board === next.shown && wished.workshop === workshop) return;
    wished = { board: next.shown, workshop };
    newest.want(wished);
  };
  const preview = (commands: Command[] | null) => {
    if (commands === previewed) return;
    previewed = commands;
    sync();
  };
  const guarded = guardedEdits({
    guard,
    may: queue.changes,
    asked: () => store.getState().asked,
    made: () => (made?.board === queue.state.board ? made.dossier : null),
    setAsked: (asked) => store.setState({ asked }),
    show: preview,
    make: (label, commands) => {
      const was = previewed;
      previewed = null;
      const done = queue.edit(label, commands);
      if (!done && was) sync();
      return done;
    },
  });
  const store = createStore<JobSession>()(
    (set, get): JobSession => ({
      ...fromQueue(),
      jobId,
      jobNumber: meta.number,
      wantedOn: meta.wantedOn,
      // Nobody reads it before the board has been worked out once: see the provider.
      dossier: null as unknown as Dossier,
      dossierOf: queue.state.board,
      findings: NONE,
      selection: null,
      select: (selection) => set({ selection }),
      lit: null,
      light: (lit) => set({ lit }),
      asked: null,
      ...{ edit: guarded.edit, answerAsked: guarded.answerAsked },
      // What is asked about stays shown until it is answered.
      preview: (commands) => {
        if (!get().asked) preview(commands);
      },
      occupy: (now) => {
        occupied = now;
        if (now) return;
        waiting?.();
        waiting = null;
      },
      undo: () => queue.step('undo'),
      redo: () => queue.step('redo'),
      applyAgain: () => void queue.resolve(true),
      ...{ dropMine: () => void queue.resolve(false), settle: (chosen) => void queue.settle(chosen) },
      takeUpLeft: (take) => queue.takeUpLeft(take),
      dismiss: () => {
        failure = null;
        queue.dismiss();
        sync();
      },
      about: (kind) => deriver.about(kind),
      explain: async (address) => derived && deriver.explain(derived.board, workshop, derived.dossier, address, past()),
    }),
  );
  const unsubscribe = queue.subscribe(sync);
  sync();

  return {
    store,
    derived: () => derived,
    setAuthoritative(of, dossier) {
      if (of !== derived) return;
      const counts = dossier ?? of.dossier;
      if (store.getState().dossier === counts) return;
      if (made?.board === of.board) made = { board: of.board, dossier: counts };
      store.setState({ dossier: counts, findings: counts.findings });
    },
    takeOver(loaded, { number, wantedOn, workshop: newer }) {
      workshop = newer;
      store.setState({ jobNumber: number, wantedOn });
      queue.takeOver(loaded);
      sync();
    },
    guard(revision) {
      if (guard.setReleased(revision) && !guard.asks) store.getState().answerAsked('leave');
    },
    close() {
      waiting = null;
      unsubscribe();
      newest.close();
      queue.close();
      deriver.close();
    },
  };
}

const NONE: readonly Finding[] = [];

/** What the store takes from the queue of edits; what did not change stays the same object. */
function queueReader(queue: EditQueue) {
  const ending = lastOf(ended);
  const indexed = lastOf((customParts: Board['customParts']) => partIndex({ customParts }, genericCatalogue));
  const told = lastOf((problems: readonly string[], own: string | null) => (own ? [...problems, own] : problems));
  const rules = lastOf((board: Board, of: Workshop) => profileOf(board, of));
  return (previewed: Command[] | null, workshop: Workshop, failure: string | null) => {
    const q = queue.state;
    const shown = previewed ? ending(q.board, previewed) : q.board;
    return {
      revision: q.base.revision,
      board: q.board,
      shown,
      parts: indexed(shown.customParts),
      profile: rules(shown, workshop),
      workshop,
      saveState: q.saveState,
      pendingCount: q.waiting.filter((p) => p.kind === 'edit').length,
      clashes: q.clashes,
      awayWords: q.awayWords,
      problems: told(q.problems, failure),
      undoLabel: q.undoLabel,
      redoLabel: q.redoLabel,
      left: q.left,
    };
  };
}
