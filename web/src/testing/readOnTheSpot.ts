import { readers } from '../worker/readers.ts';

/** In the place of `ui/reading.ts` where there are no threads: files are read on the spot. */
export const reading = async (name: keyof typeof readers, ...args: never[]): Promise<unknown> =>
  (readers[name] as (...a: never[]) => unknown)(...args);
export const bytesOf = async (file: File): Promise<Uint8Array> => new Uint8Array(await file.arrayBuffer());
