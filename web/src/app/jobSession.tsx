import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Id } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import { applyCommands, type Command } from '@ombrik/core/document/commands';
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
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type Remote, wrap } from 'comlink';
import { nanoid } from 'nanoid';
import { createContext, type ReactNode, use, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Deriver } from '../worker/deriveWorker.ts';
import { ApiError, answer, api, problemsIn } from './api.ts';

interface PendingEdit {
  editId: string;
  label: string;
  commands: Command[];
}
type SaveState = 'saved' | 'saving' | 'offline' | 'conflict';
type Selection = { kind: 'item'; id: Id } | { kind: 'cable'; id: Id } | null;

export interface JobSession {
  jobId: string;
  jobNumber: number;
  wantedOn: string | null;
  revision: number;
  board: Board;
  /** The board as shown: with a change under the hand that is not yet made. */
  shown: Board;
  dossier: Dossier;
  parts: Map<Id, Part>;
  profile: Profile;
  workshop: Workshop;
  saveState: SaveState;
  pendingCount: number;
  problems: string[];
  undoLabel: string | null;
  redoLabel: string | null;
  selection: Selection;
  select(selection: Selection): void;
  /** The place a finding speaks of while it is looked at. */
  lit: Finding['where'] | null;
  light(where: Finding['where'] | null): void;
  /** Makes an edit: at once on screen, then on the server. */
  edit(label: string, commands: Command[]): boolean;
  /** Shows commands without making them; null ends it. */
  preview(commands: Command[] | null): void;
  undo(): void;
  redo(): void;
  applyAgain(): void;
  dropMine(): void;
  dismiss(): void;
  explain(address: string): Promise<Explanation | null>;
  about(kind: FindingId): Promise<FindingEntry | null>;
}

const Context = createContext<JobSession | null>(null);
export function useJob(): JobSession {
  const session = use(Context);
  if (!session) throw new Error('useJob outside a job');
  return session;
}

export const jobQuery = (jobId: string) => ({
  queryKey: ['job', jobId],
  queryFn: () => answer(api.jobs[':id'].$get({ param: { id: jobId } })),
});

type Loaded = Awaited<ReturnType<ReturnType<typeof jobQuery>['queryFn']>>;

/** Loads a job and holds its board, what is still to be saved, and the derived dossier. */
export function JobProvider({ jobId, children, waiting }: { jobId: string; children: ReactNode; waiting: ReactNode }) {
  const query = useQuery(jobQuery(jobId));
  if (query.error) return <p className="p-8 text-error">{problemsIn(query.error).join('; ')}</p>;
  if (!query.data) return waiting;
  return (
    <LoadedJob key={jobId} loaded={query.data} waiting={waiting}>
      {children}
    </LoadedJob>
  );
}

function useDeriver(shown: Board, workshop: Workshop) {
  const worker = useRef<Remote<Deriver> | null>(null);
  const [result, setResult] = useState<{ dossier: Dossier; board: Board; dossierFingerprint: string } | null>(null);
  const wanted = useRef<Board | null>(null);
  const running = useRef(false);
  useEffect(() => {
    const thread = new Worker(new URL('../worker/deriveWorker.ts', import.meta.url), { type: 'module' });
    worker.current = wrap<Deriver>(thread);
    return () => {
      worker.current = null;
      running.current = false;
      thread.terminate();
    };
  }, []);
  useEffect(() => {
    wanted.current = shown;
    const run = async () => {
      if (running.current) return;
      running.current = true;
      // While one derive runs only the newest wish is kept: a drag never queues up.
      while (wanted.current && worker.current) {
        const board = wanted.current;
        wanted.current = null;
        const derived = await worker.current.derive(board, workshop);
        setResult({ ...derived, board });
      }
      running.current = false;
    };
    void run();
  }, [shown, workshop]);
  return { worker, result };
}

function LoadedJob({ loaded, children, waiting }: { loaded: Loaded; children: ReactNode; waiting: ReactNode }) {
  const client = useQueryClient();
  const jobId = loaded.job.id;
  const [base, setBase] = useState({ revision: loaded.revision, board: loaded.board as Board });
  const [pending, setPending] = useState<PendingEdit[]>([]);
  const [saveState, setSaveState] = useState<SaveState>('saved');
  const [problems, setProblems] = useState<string[]>([]);
  const [labels, setLabels] = useState({ undo: loaded.undo?.label ?? null, redo: loaded.redo?.label ?? null });
  const [previewed, setPreviewed] = useState<Command[] | null>(null);
  const [selection, select] = useState<Selection>(null);
  const [lit, light] = useState<Finding['where'] | null>(null);
  const workshop = loaded.workshop as Workshop;
  const state = useRef({ base, pending, waiting: [] as ('undo' | 'redo')[], sending: false, halted: false });
  const drainLater = useRef<() => Promise<void>>(async () => {});

  const board = useMemo(
    () => pending.reduce((b, e) => applyCommands(b, e.commands).board, base.board),
    [base.board, pending],
  );
  const shown = useMemo(() => {
    if (!previewed) return board;
    try {
      return applyCommands(board, previewed).board;
    } catch {
      return board;
    }
  }, [board, previewed]);

  const put = useCallback((next: { base?: typeof base; pending?: PendingEdit[] }) => {
    if (next.base) {
      state.current.base = next.base;
      setBase(next.base);
    }
    if (next.pending) {
      state.current.pending = next.pending;
      setPending(next.pending);
    }
  }, []);

  /** Sends what is pending, oldest first. What the server has not taken stays in the list. */
  const flush = useCallback(async () => {
    const s = state.current;
    if (s.sending || s.halted) return;
    s.sending = true;
    while (s.pending.length > 0 && !s.halted) {
      const next = s.pending[0]!;
      setSaveState('saving');
      try {
        const got = await answer(
          api.jobs[':id'].edits.$post({
            param: { id: jobId },
            json: { editId: next.editId, baseRevision: s.base.revision, label: next.label, commands: next.commands },
          }),
        );
        const rest = s.pending.slice(1);
        put({
          base: { revision: got.revision, board: applyCommands(s.base.board, next.commands).board },
          pending: rest,
        });
        setLabels({ undo: next.label, redo: null });
      } catch (error) {
        if (error instanceof ApiError && error.status === 409) {
          s.halted = true;
          s.waiting = [];
          setSaveState('conflict');
        } else if (error instanceof ApiError && error.status < 500) {
          // This one can never be taken; the others may build on it, so they are tried one by one.
          put({ pending: keepApplicable(s.base.board, s.pending.slice(1)) });
          setProblems(error.problems);
        } else {
          setSaveState('offline');
          s.sending = false;
          setTimeout(() => void flush(), 3000);
          return;
        }
      }
    }
    s.sending = false;
    if (!s.halted) {
      if (s.waiting.length > 0) void drainLater.current();
      else setSaveState('saved');
      void client.invalidateQueries({ queryKey: ['floor', jobId] });
    }
  }, [client, jobId, put]);

  // Somebody else's newer revision is taken over while nothing of ours waits.
  useEffect(() => {
    const s = state.current;
    if (s.pending.length === 0 && !s.sending && loaded.revision > s.base.revision)
      put({ base: { revision: loaded.revision, board: loaded.board as Board } });
  }, [loaded, put]);

  const edit = useCallback(
    (label: string, commands: Command[]): boolean => {
      if (commands.length === 0) return false;
      const s = state.current;
      const now = s.pending.reduce((b, e) => applyCommands(b, e.commands).board, s.base.board);
      try {
        applyCommands(now, commands);
      } catch (error) {
        setProblems(problemsIn(error));
        return false;
      }
      setPreviewed(null);
      setProblems([]);
      put({ pending: [...s.pending, { editId: nanoid(), label: label.slice(0, 120), commands }] });
      void flush();
      return true;
    },
    [flush, put],
  );

  /** One step back or forth, once nothing else is on its way. */
  const takeOne = useCallback(
    async (way: 'undo' | 'redo') => {
      const s = state.current;
      s.sending = true;
      setSaveState('saving');
      try {
        const got = (await answer(
          api.jobs[':id'][':way{undo|redo}'].$post({
            param: { id: jobId, way },
            json: { editId: nanoid(), baseRevision: s.base.revision },
          }),
        )) as { revision: number; board: Board };
        put({ base: got });
        const fresh = await client.fetchQuery({ ...jobQuery(jobId), staleTime: 0 });
        setLabels({ undo: fresh.undo?.label ?? null, redo: fresh.redo?.label ?? null });
        // Steps asked for beyond the last there is are left.
        s.waiting = s.waiting.filter((w) => (w === 'undo' ? fresh.undo : fresh.redo));
        void client.invalidateQueries({ queryKey: ['floor', jobId] });
      } catch (error) {
        s.waiting = [];
        setProblems(problemsIn(error));
        void client.invalidateQueries({ queryKey: ['job', jobId] });
      }
      s.sending = false;
    },
    [client, jobId, put],
  );

  /** Steps asked for while something is on its way wait their turn: quick fingers lose none. */
  const drain = useCallback(async () => {
    const s = state.current;
    while (s.waiting.length > 0 && s.pending.length === 0 && !s.sending && !s.halted) await takeOne(s.waiting.shift()!);
    // What was changed while the answer was on its way has waited for it.
    if (s.pending.length > 0) void flush();
    else if (!s.sending && !s.halted) setSaveState('saved');
  }, [flush, takeOne]);
  drainLater.current = drain;
  const takeBack = useCallback(
    (way: 'undo' | 'redo') => {
      const s = state.current;
      if (s.halted || s.waiting.length >= 50) return;
      s.waiting.push(way);
      if (s.pending.length === 0 && !s.sending) void drain();
    },
    [drain],
  );

  const resolve = useCallback(
    async (keepMine: boolean) => {
      const s = state.current;
      const fresh = await client.fetchQuery({ ...jobQuery(jobId), staleTime: 0 });
      const current = { revision: fresh.revision, board: fresh.board as Board };
      const kept = keepMine ? keepApplicable(current.board, s.pending) : [];
      const lost = s.pending.length - kept.length;
      s.halted = false;
      // New ids: the server has not seen these edits on this revision.
      put({ base: current, pending: kept.map((e) => ({ ...e, editId: nanoid() })) });
      setProblems(keepMine && lost > 0 ? [`${lost} of your changes no longer apply: what they touched is gone`] : []);
      setSaveState(kept.length > 0 ? 'saving' : 'saved');
      void flush();
    },
    [client, flush, jobId, put],
  );

  const { worker, result } = useDeriver(shown, workshop);
  const parts = useMemo(() => partIndex({ customParts: shown.customParts }, genericCatalogue), [shown.customParts]);
  const authoritative = useAuthoritative(jobId, saveState, base, result);

  if (!result) return waiting;
  const session: JobSession = {
    jobId,
    jobNumber: loaded.job.number,
    wantedOn: loaded.job.wantedOn,
    revision: base.revision,
    board,
    shown,
    dossier: authoritative ?? result.dossier,
    parts,
    profile: profileOf(shown, workshop),
    workshop,
    saveState,
    pendingCount: pending.length,
    problems,
    undoLabel: labels.undo,
    redoLabel: labels.redo,
    selection,
    select,
    lit,
    light,
    edit,
    preview: setPreviewed,
    undo: () => takeBack('undo'),
    redo: () => takeBack('redo'),
    applyAgain: () => void resolve(true),
    dropMine: () => void resolve(false),
    dismiss: () => setProblems([]),
    about: async (kind) => (await worker.current?.about(kind)) ?? null,
    explain: async (address) => {
      // What past jobs took comes from the server; the quote sheet has fetched it.
      const past = client.getQueryData<{ past: PastTimes }>(['quotes', jobId])?.past ?? {};
      return (await worker.current?.explain(shown, workshop, result.dossier, address, past)) ?? null;
    },
  };
  return <Context value={session}>{children}</Context>;
}

/** Edits that still apply to a board, in order. */
function keepApplicable(board: Board, edits: readonly PendingEdit[]): PendingEdit[] {
  let at = board;
  return edits.filter((e) => {
    try {
      at = applyCommands(at, e.commands).board;
      return true;
    } catch {
      return false;
    }
  });
}

/** The server's dossier where it differs from the one derived here: the server's is the one that counts. */
function useAuthoritative(
  jobId: string,
  saveState: SaveState,
  base: { revision: number; board: Board },
  result: { board: Board; dossierFingerprint: string } | null,
): Dossier | null {
  const settled = saveState === 'saved' && result?.board === base.board;
  const query = useQuery({
    queryKey: ['dossier', jobId, base.revision],
    queryFn: () =>
      answer(
        api.jobs[':id'].dossier.$get({ param: { id: jobId }, query: { revision: String(base.revision) } } as never),
      ),
    enabled: settled,
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (!settled || !query.data || query.data.dossierFingerprint === result.dossierFingerprint) return null;
  return query.data.dossier as unknown as Dossier;
}
