import type { ReadParts } from '@ombrik/core/devices/partFile';
import type { Part } from '@ombrik/core/document/part/part';
import { bytesOf, reading } from './reading.ts';

const MOST_MB = 2;

/** Parts of a file, JSON or CSV; what cannot be read is a problem like any other. */
export async function readPartFile(file: File, known: ReadonlyMap<string, Part>): Promise<ReadParts> {
  try {
    return await reading('parts', await bytesOf(file, MOST_MB), known);
  } catch (error) {
    return { parts: [], problems: [(error as Error).message] };
  }
}
