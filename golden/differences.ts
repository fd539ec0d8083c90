/** What today's core says otherwise than the pinned one, and why: each is a named defect mended since the pin. */
export interface Difference {
  why: string;
  /** Brings the pinned dossier to what is expected today. */
  expect: (pinned: any, board: any) => any;
}

export const DIFFERENCES: readonly Difference[] = [];
