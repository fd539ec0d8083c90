import { bytesOf } from './reading.ts';

/** What the server takes of a board. */
const MOST_MB = 4;

/** The bytes of a board document, where it is small enough. @throws Error in words */
export const boardBytes = (file: File): Promise<Uint8Array> => bytesOf(file, MOST_MB);
