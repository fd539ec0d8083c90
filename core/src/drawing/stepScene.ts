import type { BuildStep } from '../build/step.ts';
import type { Id, PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Panel } from '../document/panel/panel.ts';
import type { Part } from '../document/part/part.ts';
import { onPanel } from '../stages/lengths/geometry.ts';
import { itemOutline, panelBox } from '../stages/place/outlines.ts';
import type { PicturedWay } from './picturedWays.ts';

/** As much of the panel as this is shown at least, so that a hand finds its way about. */
const LEAST_SHARE = 0.45;
const AROUND_MM = 60;
const EDGE_MM = 8;

export interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What a step is shown by: the part of a panel it is about, what it touches in ink and all else as a ghost. Millimetres. */
export interface StepScene {
  panel: Panel;
  frame: Frame;
  items: readonly {
    id: Id;
    designation: string;
    at: PointMm;
    points: readonly PointMm[];
    inked: boolean;
    /** On the other face. */
    behind: boolean;
  }[];
  ways: readonly (PicturedWay & { inked: boolean })[];
  studs: readonly (PointMm & { id: string })[];
}

/** The part of a panel that some points are about, with something around it. */
function frameOf(panel: Panel, points: readonly PointMm[]): Frame {
  const box = panelBox(panel);
  const [width, height] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
  if (points.length === 0)
    return {
      x: box.leftMm - EDGE_MM,
      y: box.topMm - EDGE_MM,
      width: width + 2 * EDGE_MM,
      height: height + 2 * EDGE_MM,
    };
  const xs = points.map((p) => p.xMm);
  const ys = points.map((p) => p.yMm);
  const share = Math.min(
    1,
    Math.max(
      LEAST_SHARE,
      (Math.max(...xs) - Math.min(...xs) + 2 * AROUND_MM) / width,
      (Math.max(...ys) - Math.min(...ys) + 2 * AROUND_MM) / height,
    ),
  );
  const [w, h] = [width * share, height * share];
  const middle = (values: number[], low: number, most: number, part: number) =>
    Math.max(low, Math.min(low + most - part, (Math.max(...values) + Math.min(...values)) / 2 - part / 2));
  return {
    x: middle(xs, box.leftMm, width, w) - EDGE_MM,
    y: middle(ys, box.topMm, height, h) - EDGE_MM,
    width: w + 2 * EDGE_MM,
    height: h + 2 * EDGE_MM,
  };
}

/**
 * The picture of a step; null where its panel is no longer there.
 * @example
 * stepScene(board, new Map(), [], { panelId: 'none', face: 'front', itemIds: [], cableIds: [], terminals: [] }); // null
 */
export function stepScene(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  ways: readonly PicturedWay[],
  step: Pick<BuildStep, 'panelId' | 'face' | 'itemIds' | 'cableIds' | 'terminals'>,
): StepScene | null {
  const panel = board.panels.find((p) => p.id === step.panelId);
  if (!panel) return null;
  const touched = new Set(step.itemIds);
  const cables = new Set(step.cableIds);
  const here = board.items.flatMap((item) => {
    const part = parts.get(item.partId);
    const { place } = item;
    if (!part || place.kind !== 'panel' || place.panelId !== panel.id) return [];
    return [{ item, part, place, points: itemOutline(item, part)!, inked: touched.has(item.id) }];
  });
  const studs = step.terminals.flatMap((t) => {
    const own = here.find((h) => h.item.id === t.itemId);
    const terminal = own?.part.terminals.find((x) => x.id === t.terminalId);
    const at = own && terminal && onPanel(own.item, terminal);
    return at ? [{ ...at, id: `${t.itemId} ${t.terminalId}` }] : [];
  });
  return {
    panel,
    frame: frameOf(panel, studs.length > 0 ? studs : here.filter((h) => h.inked).flatMap((h) => h.points)),
    items: here.map(({ item, points, place, inked }) => ({
      id: item.id,
      designation: item.designation,
      at: { xMm: place.xMm, yMm: place.yMm },
      points,
      inked,
      behind: place.face !== step.face,
    })),
    ways: ways
      .filter((w) => w.panelId === panel.id && w.face === step.face)
      .map((w) => ({ ...w, inked: cables.has(w.cableId) })),
    studs,
  };
}
