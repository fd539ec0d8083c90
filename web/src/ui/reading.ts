import { type Remote, wrap } from 'comlink';
import type { Readers } from '../worker/readers.ts';

/** Longer than any list or drawing of a board takes; what takes longer holds nobody up. */
const LONGEST_MS = 15_000;

type Result<N extends keyof Readers> = Awaited<ReturnType<Readers[N]>>;

/**
 * Reads a file from outside in a thread of its own, which ends with it.
 * @throws Error in words: what was found in it, or that it took too long
 */
export async function reading<N extends keyof Readers>(name: N, ...args: Parameters<Readers[N]>): Promise<Result<N>> {
  const thread = new Worker(new URL('../worker/readerWorker.ts', import.meta.url), { type: 'module' });
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    const remote: Remote<Readers> = wrap<Readers>(thread);
    const read = remote[name] as unknown as (...a: Parameters<Readers[N]>) => Promise<Result<N>>;
    const given = new Promise<never>((_, fail) => {
      timer = setTimeout(
        () => fail(new Error(`it takes longer than ${LONGEST_MS / 1000} s to read; accepted: a simpler file`)),
        LONGEST_MS,
      );
      // A thread that ran out of memory says so to nobody else.
      thread.addEventListener('error', (e) => fail(new Error(`it cannot be read (${e.message || 'too large'})`)));
    });
    return await Promise.race([read(...args), given]);
  } finally {
    clearTimeout(timer);
    thread.terminate();
  }
}

/** The bytes of a file that is small enough. @throws Error in words */
export async function bytesOf(file: File, mostMb: number): Promise<Uint8Array> {
  if (file.size > mostMb * 1e6) throw new Error(`it has ${file.size} bytes; accepted: up to ${mostMb} MB`);
  return new Uint8Array(await file.arrayBuffer());
}
