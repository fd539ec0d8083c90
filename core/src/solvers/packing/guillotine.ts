/**
 * Cutting rectangles out of sheets with through cuts only (a saw's guillotine cuts). Up to `EXACT_PIECES` pieces to a sheet
 * are packed exactly: every box that some set of pieces can be built up to is known, and a set fits a sheet when one of its
 * boxes does. Source: build-up of guillotine patterns (P. Y. Wang 1983), here over all subsets, so nothing is lost.
 */
export interface Piece {
  id: string;
  widthMm: number;
  heightMm: number;
  /** May be laid turned by a quarter. */
  turns: boolean;
}

export interface SheetSize {
  widthMm: number;
  heightMm: number;
}

export interface PlacedPiece {
  id: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  turned: boolean;
}

export interface CutSheet {
  pieces: PlacedPiece[];
  /** Straight through cuts in order: each divides the rectangle it lies in. */
  cuts: { fromXMm: number; fromYMm: number; toXMm: number; toYMm: number }[];
  /** The smallest box from the sheet's corner that holds all pieces, mm. */
  usedWidthMm: number;
  usedHeightMm: number;
}

export interface Packing {
  sheets: CutSheet[];
  /** Pieces larger than any sheet. */
  tooLarge: string[];
  /** No packing with fewer sheets exists among through-cut ones; false where pieces were too many to prove it. */
  proven: boolean;
}

export const EXACT_PIECES = 9;

/** A box some set of pieces is built up to: one piece, or two boxes beside or below each other. */
interface Box {
  w: number;
  h: number;
  piece: { index: number; turned: boolean } | null;
  parts: [Box, Box] | null;
  upright: boolean;
}

/** Boxes that are not as wide and as high as another. */
function pareto(boxes: Box[]): Box[] {
  boxes.sort((a, b) => a.w - b.w || a.h - b.h);
  const kept: Box[] = [];
  let lowest = Number.POSITIVE_INFINITY;
  for (const box of boxes)
    if (box.h < lowest - 1e-9) {
      kept.push(box);
      lowest = box.h;
    }
  return kept;
}

/** Every set's boxes that fit a sheet; sizes hold one saw width to the right and below. */
function boxesOf(pieces: readonly Piece[], sheet: { w: number; h: number }, kerfMm: number): Box[][] {
  const all: Box[][] = Array.from({ length: 1 << pieces.length }, () => []);
  const fits = (w: number, h: number) => w <= sheet.w + 1e-9 && h <= sheet.h + 1e-9;
  for (let set = 1; set < all.length; set++) {
    const found: Box[] = [];
    if ((set & (set - 1)) === 0) {
      const index = Math.log2(set);
      const p = pieces[index]!;
      for (const turned of p.turns ? [false, true] : [false]) {
        const [w, h] = turned ? [p.heightMm, p.widthMm] : [p.widthMm, p.heightMm];
        if (fits(w + kerfMm, h + kerfMm))
          found.push({ w: w + kerfMm, h: h + kerfMm, piece: { index, turned }, parts: null, upright: false });
      }
    } else {
      // Each split once: the half with the lowest piece comes first.
      const low = set & -set;
      const rest = set ^ low;
      for (let sub = rest; ; sub = (sub - 1) & rest) {
        const a = low | sub;
        if (a !== set)
          for (const p of all[a]!)
            for (const q of all[set ^ a]!) {
              if (fits(p.w + q.w, Math.max(p.h, q.h)))
                found.push({ w: p.w + q.w, h: Math.max(p.h, q.h), piece: null, parts: [p, q], upright: true });
              if (fits(Math.max(p.w, q.w), p.h + q.h))
                found.push({ w: Math.max(p.w, q.w), h: p.h + q.h, piece: null, parts: [p, q], upright: false });
            }
        if (sub === 0) break;
      }
    }
    all[set] = pareto(found);
  }
  return all;
}

function lay(box: Box, pieces: readonly Piece[], x: number, y: number, kerfMm: number, sheet: CutSheet): void {
  if (box.piece) {
    const p = pieces[box.piece.index]!;
    sheet.pieces.push({
      id: p.id,
      xMm: x,
      yMm: y,
      widthMm: box.w - kerfMm,
      heightMm: box.h - kerfMm,
      turned: box.piece.turned,
    });
    return;
  }
  const [a, b] = box.parts!;
  const cut = box.upright
    ? { fromXMm: x + a.w - kerfMm / 2, fromYMm: y, toXMm: x + a.w - kerfMm / 2, toYMm: y + box.h - kerfMm }
    : { fromXMm: x, fromYMm: y + a.h - kerfMm / 2, toXMm: x + box.w - kerfMm, toYMm: y + a.h - kerfMm / 2 };
  sheet.cuts.push(cut);
  lay(a, pieces, x, y, kerfMm, sheet);
  if (box.upright) lay(b, pieces, x + a.w, y, kerfMm, sheet);
  else lay(b, pieces, x, y + a.h, kerfMm, sheet);
}

/** Splits pieces over sheets so that each part can be solved exactly; first-fit by falling area. */
function chunks(pieces: readonly Piece[]): Piece[][] {
  const sorted = [...pieces].sort((a, b) => b.widthMm * b.heightMm - a.widthMm * a.heightMm || (a.id < b.id ? -1 : 1));
  const out: Piece[][] = [];
  for (let i = 0; i < sorted.length; i += EXACT_PIECES) out.push(sorted.slice(i, i + EXACT_PIECES));
  return out;
}

/**
 * Packs pieces onto as few sheets of one size as possible; among those, the fullest sheets first and the last one in the
 * smallest box, so that what is left is one large piece.
 * @param kerfMm width of the saw cut
 */
export function packSheets(pieces: readonly Piece[], size: SheetSize, kerfMm: number): Packing {
  // The last cut of a row needs no kerf beyond the sheet's edge.
  const sheet = { w: size.widthMm + kerfMm, h: size.heightMm + kerfMm };
  const fits = (p: Piece) =>
    (p.widthMm <= size.widthMm + 1e-9 && p.heightMm <= size.heightMm + 1e-9) ||
    (p.turns && p.heightMm <= size.widthMm + 1e-9 && p.widthMm <= size.heightMm + 1e-9);
  const tooLarge = pieces.filter((p) => !fits(p)).map((p) => p.id);
  const groups = chunks(pieces.filter(fits));
  const sheets: CutSheet[] = [];
  for (const group of groups) {
    const boxes = boxesOf(group, sheet, kerfMm);
    const whole = (1 << group.length) - 1;
    const areaOf = (set: number) => {
      let area = 0;
      for (let i = 0; i < group.length; i++) if (set & (1 << i)) area += group[i]!.widthMm * group[i]!.heightMm;
      return area;
    };
    /** Fewest sheets for each set, and the set its last sheet holds. */
    const count = new Int32Array(whole + 1).fill(1 << 20);
    const last = new Int32Array(whole + 1);
    const score = new Float64Array(whole + 1);
    count[0] = 0;
    for (let set = 1; set <= whole; set++) {
      const low = set & -set;
      const rest = set ^ low;
      for (let sub = rest; ; sub = (sub - 1) & rest) {
        const one = low | sub;
        if (boxes[one]!.length > 0) {
          const n = count[set ^ one]! + 1;
          // Squares of the areas favour one full sheet and one nearly empty over two half full.
          const s = score[set ^ one]! + areaOf(one) ** 2;
          if (n < count[set]! || (n === count[set] && s > score[set]! + 1e-6)) {
            count[set] = n;
            last[set] = one;
            score[set] = s;
          }
        }
        if (sub === 0) break;
      }
    }
    const sets: number[] = [];
    for (let set = whole; set > 0; set ^= last[set]!) sets.push(last[set]!);
    sets.sort((a, b) => areaOf(b) - areaOf(a));
    for (const set of sets) {
      const best = boxes[set]!.reduce((a, b) => (a.w * a.h <= b.w * b.h ? a : b));
      const cut: CutSheet = { pieces: [], cuts: [], usedWidthMm: best.w - kerfMm, usedHeightMm: best.h - kerfMm };
      lay(best, group, 0, 0, kerfMm, cut);
      sheets.push(cut);
    }
  }
  const area = pieces.filter(fits).reduce((s, p) => s + p.widthMm * p.heightMm, 0);
  const least = Math.ceil(area / (size.widthMm * size.heightMm) - 1e-9);
  return { sheets, tooLarge, proven: groups.length <= 1 || sheets.length === least };
}
