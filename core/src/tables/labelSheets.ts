/** A sheet of stickers, or tube laid flat: where each label lies on the paper, mm. Sizes: common practice, no source. */
export interface LabelSheet {
  id: string;
  name: string;
  kind: 'wrap' | 'flag';
  paper: 'A4' | 'Letter';
  columns: number;
  rows: number;
  widthMm: number;
  heightMm: number;
  leftMm: number;
  topMm: number;
  pitchXMm: number;
  pitchYMm: number;
  /** Height of the white part of a wrap label; the rest is clear and goes over it. */
  printMm: number;
}

export const LABEL_SHEETS: readonly LabelSheet[] = [
  {
    id: 'wrap-a4-25x75',
    name: 'Wrap, A4, 7 × 3, 25 × 75 mm',
    kind: 'wrap',
    paper: 'A4',
    columns: 7,
    rows: 3,
    widthMm: 25,
    heightMm: 75,
    leftMm: 13,
    topMm: 30,
    pitchXMm: 26.5,
    pitchYMm: 80,
    printMm: 20,
  },
  {
    id: 'wrap-a4-25x38',
    name: 'Wrap, A4, 7 × 7, 25 × 38 mm',
    kind: 'wrap',
    paper: 'A4',
    columns: 7,
    rows: 7,
    widthMm: 25,
    heightMm: 38,
    leftMm: 13,
    topMm: 14,
    pitchXMm: 26.5,
    pitchYMm: 38.5,
    printMm: 14,
  },
  {
    id: 'wrap-letter-25x38',
    name: 'Wrap, Letter, 7 × 6, 25.4 × 38.1 mm',
    kind: 'wrap',
    paper: 'Letter',
    columns: 7,
    rows: 6,
    widthMm: 25.4,
    heightMm: 38.1,
    leftMm: 13,
    topMm: 22,
    pitchXMm: 27,
    pitchYMm: 39.5,
    printMm: 14,
  },
  {
    id: 'flag-a4-70x37',
    name: 'Flags, A4, 3 × 8, 70 × 37 mm',
    kind: 'flag',
    paper: 'A4',
    columns: 3,
    rows: 8,
    widthMm: 70,
    heightMm: 37,
    leftMm: 0,
    topMm: 0.5,
    pitchXMm: 70,
    pitchYMm: 37,
    printMm: 37,
  },
  {
    id: 'flag-letter-67x25',
    name: 'Flags, Letter, 3 × 10, 66.7 × 25.4 mm',
    kind: 'flag',
    paper: 'Letter',
    columns: 3,
    rows: 10,
    widthMm: 66.7,
    heightMm: 25.4,
    leftMm: 4.8,
    topMm: 12.7,
    pitchXMm: 69.9,
    pitchYMm: 25.4,
    printMm: 25.4,
  },
];
/** Length of a mark on tube, mm. Common practice, no source. */
export const TUBE_MARK_MM = 42;
export const PAPER_MM = { A4: [210, 297], Letter: [215.9, 279.4] } as const;
