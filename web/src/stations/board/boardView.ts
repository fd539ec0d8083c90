import type { Id, PointMm } from '@ombrik/core/document/basics';
import type { Face, Panel } from '@ombrik/core/document/panel/panel';
import type { RectMm } from '@ombrik/core/stages/lengths/geometry';
import { asSeen } from '@ombrik/core/stages/place/outlines';

/** What the hand does on the board. */
export type Tool = 'choose' | 'measure' | 'outline' | 'keepOut' | 'swing' | 'hole' | 'channel';

/** How the board is looked at: which panel, which face, with what in the hand, and which parts are chosen together. */
export interface BoardView {
  panel: Panel;
  face: Face;
  tool: Tool;
  /** Seen with the covers on, as the customer finds it. */
  covered: boolean;
  chosen: ReadonlySet<Id>;
  setTool(tool: Tool): void;
  setCovered(covered: boolean): void;
  /** Chooses one part, or puts it to the others or takes it from them. */
  choose(id: Id, together: boolean): void;
  chooseAll(ids: readonly Id[]): void;
}

/** Panel coordinates to what is seen, and back: the back is seen with left and right exchanged. */
export const seenBy =
  ({ panel, face }: Pick<BoardView, 'panel' | 'face'>) =>
  (p: PointMm): PointMm =>
    asSeen(panel, face, p);

/** Whether two views show the same face of the same panel at the same scale: for what nothing else is drawn from. */
export const sameSight = (a: Sight, b: Sight): boolean =>
  a.view.panel === b.view.panel && a.view.face === b.view.face && a.mmPerPx === b.mmPerPx;
interface Sight {
  view: Pick<BoardView, 'panel' | 'face'>;
  mmPerPx: number;
}

export function rectSeen(view: Pick<BoardView, 'panel' | 'face'>, r: RectMm): RectMm {
  const a = asSeen(view.panel, view.face, { xMm: r.leftMm, yMm: r.topMm });
  const b = asSeen(view.panel, view.face, { xMm: r.rightMm, yMm: r.bottomMm });
  return {
    leftMm: Math.min(a.xMm, b.xMm),
    rightMm: Math.max(a.xMm, b.xMm),
    topMm: a.yMm,
    bottomMm: b.yMm,
  };
}
