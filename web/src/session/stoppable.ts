import { type Remote, wrap } from 'comlink';

/** Asks a thread for sums; a signal ends what it is at. */
export type Ask<T> = <R>(work: (remote: Remote<T>) => Promise<R>, signal?: AbortSignal) => Promise<R>;

/** What is over by then is left to end by itself: a new thread reads its sources for longer. */
const GRACE_MS = 500;

interface Thread<T> {
  remote: Remote<T>;
  /** Resolves when it was ended by hand; fails when it fails. */
  over: Promise<'ended'>;
  end(): void;
}

/**
 * One thread for all sums of a kind, started when the first is asked for. What is stopped fails at once; the thread ends
 * with it where it goes on past a moment, and what others asked beside it is asked anew of the next.
 * @throws what the work throws; an AbortError where it was stopped; an Error where the thread itself fails
 */
export function stoppable<T>(start: () => Worker): Ask<T> {
  let standing: Thread<T> | null = null;
  const stand = (): Thread<T> => {
    const own = start();
    let end = () => {};
    const over = new Promise<'ended'>((done, fail) => {
      const leave = () => {
        own.terminate();
        if (standing === thread) standing = null;
      };
      end = () => {
        leave();
        done('ended');
      };
      own.addEventListener('error', (e) => {
        leave();
        fail(new Error(`the sum stopped: ${e.message || 'its thread could not be started'}`));
      });
    });
    // Nobody may be waiting when it fails.
    over.catch(() => {});
    const thread: Thread<T> = { remote: wrap<T>(own), over, end };
    return thread;
  };
  return async function ask(work, signal) {
    signal?.throwIfAborted();
    standing ??= stand();
    const { remote, over, end } = standing;
    const asked = Date.now();
    let done = false;
    const given = new Promise<never>((_, fail) =>
      signal?.addEventListener(
        'abort',
        () => {
          fail(signal.reason);
          setTimeout(() => done || end(), GRACE_MS - (Date.now() - asked));
        },
        { once: true },
      ),
    );
    const value = work(remote).finally(() => {
      done = true;
    });
    const first = await Promise.race([value, over, given]);
    if (first !== 'ended' || done) return first as Awaited<typeof value>;
    return ask(work, signal);
  };
}
