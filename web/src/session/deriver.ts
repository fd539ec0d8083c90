import type { Board } from '@ombrik/core/document/board';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { type Remote, wrap } from 'comlink';
import type { Deriver } from '../worker/deriveWorker.ts';

/** What the session asks of whoever derives: a worker in the browser. */
export interface Derives {
  derive(board: Board, workshop: Workshop): Promise<{ dossier: Dossier; dossierFingerprint: string }>;
  about(...asked: Parameters<Deriver['about']>): Promise<ReturnType<Deriver['about']>>;
  explain(...asked: Parameters<Deriver['explain']>): Promise<ReturnType<Deriver['explain']>>;
  close(): void;
}

/** The worker that derives. One that dies fails what it was at, and a new one stands ready for the next. */
export function workerDeriver(): Derives {
  let closed = false;
  let thread: Worker;
  let remote: Remote<Deriver>;
  let died: Promise<never>;
  const start = () => {
    thread = new Worker(new URL('../worker/deriveWorker.ts', import.meta.url), { type: 'module' });
    remote = wrap<Deriver>(thread);
    died = new Promise((_, fail) => {
      const own = thread;
      own.addEventListener('error', (e) => {
        fail(new Error(`working the board out stopped: ${e.message || 'the worker could not be started'}`));
        own.terminate();
        if (!closed && own === thread) start();
      });
    });
    // Nobody may be waiting when it dies.
    died.catch(() => {});
  };
  start();
  return {
    derive: (board, workshop) => Promise.race([remote.derive(board, workshop), died]),
    about: (kind) => remote.about(kind),
    explain: (...asked) => remote.explain(...asked),
    close: () => {
      closed = true;
      thread.terminate();
    },
  };
}
