/** Papers a template is tiled to, mm. Sources: ISO 216; ANSI/ASME Y14.1. */
export const PAPERS = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
} as const;
export type PaperName = keyof typeof PAPERS;

/** What printers leave white at the edge, mm; and how much neighbouring sheets show of each other. Common practice, no source. */
export const PAPER_MARGIN_MM = 12;
export const TILE_OVERLAP_MM = 10;

export interface Tile {
  /** Sheet name: row letter and column number, such as `B3`. */
  name: string;
  /** What of the drawing it shows, mm from the drawing's top left corner. */
  leftMm: number;
  topMm: number;
  widthMm: number;
  heightMm: number;
}

export interface Tiling {
  paper: PaperName;
  landscape: boolean;
  columns: number;
  rows: number;
  tiles: Tile[];
}

function tiling(widthMm: number, heightMm: number, paper: PaperName, landscape: boolean): Tiling {
  const { widthMm: w, heightMm: h } = PAPERS[paper];
  const shown = {
    w: (landscape ? h : w) - 2 * PAPER_MARGIN_MM,
    h: (landscape ? w : h) - 2 * PAPER_MARGIN_MM - FOOT_MM,
  };
  const along = (whole: number, one: number) =>
    whole <= one ? 1 : 1 + Math.ceil((whole - one) / (one - TILE_OVERLAP_MM) - 1e-9);
  const [columns, rows] = [along(widthMm, shown.w), along(heightMm, shown.h)];
  const tiles = Array.from({ length: rows * columns }, (_, n): Tile => {
    const [column, row] = [n % columns, Math.floor(n / columns)];
    return {
      name: `${String.fromCharCode(65 + row)}${column + 1}`,
      leftMm: column * (shown.w - TILE_OVERLAP_MM),
      topMm: row * (shown.h - TILE_OVERLAP_MM),
      widthMm: shown.w,
      heightMm: shown.h,
    };
  });
  return { paper, landscape, columns, rows, tiles };
}
/** Room for the scale bar under each sheet's part of the drawing, mm. */
export const FOOT_MM = 16;

/**
 * Sheets a drawing is printed on at true size: whichever way round takes fewer; neighbours overlap to be taped.
 * @example
 * tilesOf(200, 100, 'A4').tiles.length; // 1
 */
export function tilesOf(widthMm: number, heightMm: number, paper: PaperName): Tiling {
  const [upright, across] = [tiling(widthMm, heightMm, paper, false), tiling(widthMm, heightMm, paper, true)];
  return across.tiles.length < upright.tiles.length ? across : upright;
}
