import { inflateSync } from 'node:zlib';

const SIGNATURE = Buffer.from('89504e470d0a1a0a', 'hex');
/** Larger than any telephone takes; unpacked it would fill the memory of who prints. */
const MOST_PIXELS = 60e6;
/** Samples of a pixel by colour type, and the bits a sample may have (PNG, ISO/IEC 15948, table 11.1). */
const SAMPLES: Readonly<Record<number, readonly [count: number, bits: readonly number[]]>> = {
  0: [1, [1, 2, 4, 8, 16]],
  2: [3, [8, 16]],
  3: [1, [1, 2, 4, 8]],
  4: [2, [8, 16]],
  6: [4, [8, 16]],
};
const LAST_FILTER = 4;

/** A PNG's chunks, in their order; null where they do not end with its end. */
function chunksOf(bytes: Buffer): { kind: string; data: Buffer }[] | null {
  if (!bytes.subarray(0, 8).equals(SIGNATURE)) return null;
  const chunks: { kind: string; data: Buffer }[] = [];
  for (let at = 8; at + 12 <= bytes.length; ) {
    const length = bytes.readUInt32BE(at);
    const kind = bytes.toString('latin1', at + 4, at + 8);
    if (at + 12 + length > bytes.length) return null;
    chunks.push({ kind, data: bytes.subarray(at + 8, at + 8 + length) });
    if (kind === 'IEND') return chunks;
    at += 12 + length;
  }
  return null;
}

/**
 * Whether a PNG is whole and no larger than it says: its rows are unpacked, up to what its head says they are and no
 * further. What prints it unpacks all there is and fails where nobody can catch it.
 */
function isWholePng(bytes: Buffer): boolean {
  const chunks = chunksOf(bytes);
  const head = chunks?.[0];
  if (!chunks || head?.kind !== 'IHDR' || head.data.length !== 13) return false;
  const [width, height] = [head.data.readUInt32BE(0), head.data.readUInt32BE(4)];
  const [bits, colour, packing, filter, interlaced] = head.data.subarray(8) as unknown as number[];
  const samples = SAMPLES[colour!];
  if (!samples?.[1].includes(bits!) || packing !== 0 || filter !== 0 || interlaced !== 0) return false;
  if (width === 0 || height === 0 || width * height > MOST_PIXELS) return false;
  const palette = chunks.find((c) => c.kind === 'PLTE')?.data.length ?? 0;
  if (colour === 3 && (palette === 0 || palette % 3 !== 0)) return false;
  const rowBytes = 1 + Math.ceil((width * samples[0] * bits!) / 8);
  try {
    const packed = Buffer.concat(chunks.flatMap((c) => (c.kind === 'IDAT' ? [c.data] : [])));
    const rows = inflateSync(packed, { maxOutputLength: rowBytes * height });
    if (rows.length !== rowBytes * height) return false;
    for (let y = 0; y < height; y++) if (rows[y * rowBytes]! > LAST_FILTER) return false;
    return true;
  } catch {
    return false;
  }
}

/** Whether a picture somebody attached can be put on a page: PNG whose rows follow one another, and JPEG. */
export function isPrintable({ type, bytes }: { type: string; bytes: Uint8Array }): boolean {
  if (type === 'image/jpeg') return true;
  return type === 'image/png' && isWholePng(Buffer.from(bytes));
}
