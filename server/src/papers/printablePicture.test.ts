import { deflateSync } from 'node:zlib';
import { seededRandom } from '@ombrik/core/solvers/random';
import PDFDocument from 'pdfkit';
import { type ColorType, PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { isPrintable } from './printablePicture.ts';

const picture = (colorType: ColorType): Buffer => {
  const png = new PNG({ width: 40, height: 30 });
  const { next } = seededRandom(colorType);
  png.data.forEach((_, i) => {
    png.data[i] = Math.floor(next() * 256);
  });
  return PNG.sync.write(png, { colorType, inputHasAlpha: true });
};
const PNGS = ([0, 2, 4, 6] as const).map(picture);
const png = (bytes: Buffer) => isPrintable({ type: 'image/png', bytes });

/** Chunks laid together without their sums, which who prints does not look at. */
const chunk = (kind: string, data: Buffer): Buffer => {
  const length = Buffer.alloc(4);
  length.writeUInt32BE(data.length);
  return Buffer.concat([length, Buffer.from(kind, 'latin1'), data, Buffer.alloc(4)]);
};
const head = (width: number, height: number, more = [8, 6, 0, 0, 0]): Buffer => {
  const data = Buffer.alloc(13);
  data.writeUInt32BE(width);
  data.writeUInt32BE(height, 4);
  data.set(more, 8);
  return chunk('IHDR', data);
};
const file = (...chunks: Buffer[]): Buffer =>
  Buffer.concat([PNGS[0]!.subarray(0, 8), ...chunks, chunk('IEND', Buffer.alloc(0))]);
const rows = (count: number) => chunk('IDAT', deflateSync(Buffer.alloc(count)));

/** Puts it on a page as the paper does. @returns how many bytes the page came to */
async function printed(bytes: Buffer): Promise<number> {
  const doc = new PDFDocument();
  let size = 0;
  doc.on('data', (d: Buffer) => {
    size += d.length;
  });
  const ended = new Promise((go) => doc.on('end', go));
  doc.image(bytes, 0, 0, { fit: [100, 100] });
  doc.end();
  await ended;
  return size;
}

describe('pictures from outside', () => {
  it('whole ones of every kind of colour are printable, and print', async () => {
    for (const bytes of PNGS) {
      expect(png(bytes)).toBe(true);
      expect(await printed(bytes)).toBeGreaterThan(1000);
    }
  });
  it('one that says it is small and unpacks to 600 MB is left out before it has, and one that says it is huge', () => {
    const packed = deflateSync(Buffer.alloc(600e6), { level: 1 });
    const before = process.memoryUsage().rss;
    expect(png(file(head(20, 20), chunk('IDAT', packed)))).toBe(false);
    expect(png(file(head(30_000, 30_000), chunk('IDAT', packed)))).toBe(false);
    expect(process.memoryUsage().rss - before).toBeLessThan(100e6);
  });
  it.each([
    ['too few rows', file(head(20, 20), rows(100))],
    ['one byte too many', file(head(20, 20), rows(20 * 81 + 1))],
    ['no rows', file(head(20, 20))],
    ['no end', Buffer.concat([PNGS[0]!.subarray(0, 8), head(20, 20), rows(20 * 81)])],
    ['no head', file(rows(20 * 81))],
    ['a head of another length', file(chunk('IHDR', Buffer.alloc(12)), rows(20 * 81))],
    ['nothing wide', file(head(0, 20), rows(20))],
    ['a palette that is not there', file(head(20, 20, [8, 3, 0, 0, 0]), rows(20 * 21))],
    ['bits there are not', file(head(20, 20, [3, 6, 0, 0, 0]), rows(20 * 81))],
    ['rows out of order', file(head(20, 20, [8, 6, 0, 0, 1]), rows(20 * 81))],
    ['an unknown filter', file(head(20, 20), chunk('IDAT', deflateSync(Buffer.alloc(20 * 81, 9))))],
    ['a chunk longer than the file', Buffer.concat([PNGS[0]!.subarray(0, 8), head(20, 20).fill(255, 0, 4)])],
    ['a picture of another kind', Buffer.from('GIF89a')],
    ['nothing', Buffer.alloc(0)],
  ])('%s: left out', (_, bytes) => expect(png(bytes)).toBe(false));
  it('whatever is bent in them, what is taken for printable prints', { timeout: 60_000 }, async () => {
    const { next } = seededRandom(7);
    let taken = 0;
    for (let n = 0; n < 600; n++) {
      const bytes = Buffer.from(PNGS[n % PNGS.length]!);
      // Heads and the lengths of chunks as often as all the rest.
      const reach = next() < 0.5 ? 60 : bytes.length;
      for (let k = 0; k <= next() * 4; k++) bytes[8 + Math.floor(next() * (reach - 8))] = Math.floor(next() * 256);
      if (!png(bytes)) continue;
      taken++;
      expect(await printed(bytes)).toBeGreaterThan(500);
    }
    // Some are whole all the same: a bent sum, or a word nobody reads.
    expect(taken).toBeGreaterThan(4);
  });
});
