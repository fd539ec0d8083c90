import { deviceOf } from '../devices/registry.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Item } from '../document/item/item.ts';
import { placeItem } from '../document/item/items.ts';
import type { Panel } from '../document/panel/panel.ts';
import { rectanglePanel } from '../document/panel/rectanglePanel.ts';
import type { Part } from '../document/part/part.ts';
import type { LayOf } from '../layout/cableLays.ts';
import { panelBox } from '../stages/place/outlines.ts';

/** From the edge: a cable that comes in from outside bends there. */
const MARGIN_MM = 60;
/** Between parts: a lug, a first bend and the hand with its spanner. Common practice, no source. */
const GAP_MM = 45;
const ROW_GAP_MM = 60;
/** A panel larger than this is no panel any more, mm. */
const MOST_MM = { width: 2000, height: 1250 };
/** Width to height boards are liked at, and what each step away from it costs of the area. Common practice, no source. */
const [SHAPE, PLANK] = [1.4, 0.5];
/** By how much a panel grows from one try to the next. */
const STEP = 1.08;

interface Waiting {
  item: Item;
  part: Part;
  row: number;
  /** What its thickest cable asks for to leave it and turn, mm. */
  bendMm: number;
}
interface Spot {
  itemId: Id;
  xMm: number;
  yMm: number;
}

/** The room the thickest cable of each part asks for: its lug, and the bend after it. */
function roomFor(board: Pick<Board, 'cables' | 'connections'>, layOf: LayOf): (itemId: Id) => number {
  const wires = new Map(board.connections.map((c) => [c.id, c]));
  const room = new Map<Id, number>();
  for (const cable of board.cables) {
    const lay = layOf(cable.id);
    const needMm = lay.lugMm + lay.bendMm + lay.diameterMm;
    for (const core of cable.cores) {
      const wire = wires.get(core.connectionId);
      for (const itemId of wire ? [wire.from.itemId, wire.to.itemId] : [])
        room.set(itemId, Math.max(room.get(itemId) ?? 0, needMm));
    }
  }
  return (itemId) => room.get(itemId) ?? 0;
}

/** How many wires each part lies from the nearest battery. */
function hopsFromBank(board: Pick<Board, 'items' | 'connections'>, parts: ReadonlyMap<Id, Part>): Map<Id, number> {
  const found = new Map<Id, number>(
    board.items.flatMap(({ id, partId }): [Id, number][] => (parts.get(partId)?.kind === 'battery' ? [[id, 0]] : [])),
  );
  let edge = [...found.keys()];
  for (let n = 1; edge.length > 0; n++) {
    const reached = new Set(edge);
    edge = board.connections
      .flatMap(({ from, to }) => [
        ...(reached.has(from.itemId) ? [to.itemId] : []),
        ...(reached.has(to.itemId) ? [from.itemId] : []),
      ])
      .filter((id) => !found.has(id));
    for (const id of edge) found.set(id, n);
  }
  return found;
}

/** Row by row on a rectangle, each with half of the space its sheet asks for. @returns what found room */
function rowsOn(waiting: readonly Waiting[], widthMm: number, heightMm: number): Spot[] {
  const [right, bottom] = [widthMm - MARGIN_MM, heightMm - MARGIN_MM];
  const spots: Spot[] = [];
  let [x, y, rowHeight, row] = [MARGIN_MM, MARGIN_MM, 0, waiting[0]?.row ?? 0];
  let [beforeMm, rowBendMm] = [0, 0];
  for (const { item, part, row: own, bendMm } of waiting) {
    const side = Math.max(part.clearSpaceMm.left, part.clearSpaceMm.right) / 2;
    const above = Math.max(part.clearSpaceMm.top, part.clearSpaceMm.bottom) / 2;
    const [w, h] = [part.widthMm + 2 * side, part.heightMm + 2 * above];
    // Between two parts there is room for the thicker of the cables that leave them.
    const gapMm = x > MARGIN_MM ? Math.max(GAP_MM, beforeMm, bendMm) : Math.max(0, bendMm - MARGIN_MM);
    if (own !== row || x + gapMm + w > right) {
      x = MARGIN_MM + Math.max(0, bendMm - MARGIN_MM);
      y += rowHeight + Math.max(ROW_GAP_MM, rowBendMm, bendMm);
      rowHeight = 0;
      rowBendMm = 0;
      row = own;
    } else x += gapMm;
    beforeMm = bendMm;
    if (y + h > bottom || x + w > right) continue;
    spots.push({ itemId: item.id, xMm: Math.round(x + w / 2), yMm: Math.round(y + h / 2) });
    x += w;
    rowHeight = Math.max(rowHeight, h);
    rowBendMm = Math.max(rowBendMm, bendMm);
  }
  return spots;
}

/** Sizes to try, the panel as it is first; up to the opening it goes into, where somebody has said it. */
function sizesFor(board: Board, panel: Panel): { widthMm: number; heightMm: number }[] {
  const box = panelBox(panel);
  const [widthMm, heightMm] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
  // One that has been cut out, drilled or drawn on is somebody's: it stays as it is.
  const plain = panel.outline.length === 4 && panel.holes.length + panel.keepOuts.length + panel.channels.length === 0;
  if (!plain) return [{ widthMm, heightMm }];
  const { opening } = board.brief;
  const most = opening ? { width: opening.widthMm, height: opening.heightMm } : MOST_MM;
  const upTo = (from: number, to: number): number[] => {
    const steps = [from];
    for (let next = from; next < to; ) {
      next = Math.min(to, Math.ceil((next * STEP) / 10) * 10);
      steps.push(next);
    }
    return steps;
  };
  // The smallest that will do, along, up, or both: a board to stand before, not a plank.
  const cost = ({ widthMm: w, heightMm: h }: { widthMm: number; heightMm: number }) =>
    w * h * (1 + PLANK * Math.abs(Math.log(w / h / SHAPE)));
  return upTo(widthMm, most.width)
    .flatMap((w) => upTo(heightMm, most.height).map((h) => ({ widthMm: w, heightMm: h })))
    .sort((one, other) => cost(one) - cost(other));
}

/**
 * Puts unplaced parts on the first panel row by row, with room between them for lug, bend and spanner: a start to work
 * from, not an arrangement. A plain panel that is too small grows, up to the opening it goes into; what finds no room even
 * then stays unplaced. Nothing that is placed is moved.
 * @example
 * packOnPanel(board, parts, () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 })); // []
 */
export function packOnPanel(board: Board, parts: ReadonlyMap<Id, Part>, layOf: LayOf): Command[] {
  const panel = board.panels[0];
  if (!panel || board.items.some((i) => i.place.kind === 'panel')) return [];
  const bendMm = roomFor(board, layOf);
  const far = hopsFromBank(board, parts);
  const hops = (id: Id) => far.get(id) ?? Number.MAX_SAFE_INTEGER;
  // From the bank on, as the current runs: a cable from one part to the next need not turn round.
  const waiting = board.items
    .flatMap((item): Waiting[] => {
      const part = parts.get(item.partId);
      const row = part ? deviceOf(part.kind).packRow : null;
      return part && row !== null && item.place.kind === 'unplaced'
        ? [{ item, part, row, bendMm: bendMm(item.id) }]
        : [];
    })
    .sort((a, b) => a.row - b.row || hops(a.item.id) - hops(b.item.id));
  let best: { spots: Spot[]; widthMm: number; heightMm: number; grown: boolean } | null = null;
  const sizes = sizesFor(board, panel);
  // With all the room cables ask for; where no panel has that, with less, rather than leave a part without a place.
  for (const share of [1, 0.6, 0]) {
    const asking = waiting.map((w) => ({ ...w, bendMm: w.bendMm * share }));
    for (const [n, size] of sizes.entries()) {
      const spots = rowsOn(asking, size.widthMm, size.heightMm);
      if (!best || spots.length > best.spots.length) best = { spots, ...size, grown: n > 0 };
      if (spots.length === waiting.length) break;
    }
    if (best?.spots.length === waiting.length) break;
  }
  if (!best) return [];
  const commands: Command[] = [];
  if (best.grown) {
    const { outline, fixings } = rectanglePanel(panel.name, best.widthMm, best.heightMm);
    commands.push(
      { kind: 'set', collection: 'panels', id: panel.id, field: 'outline', value: outline },
      { kind: 'set', collection: 'panels', id: panel.id, field: 'fixings', value: fixings },
    );
  }
  let at = applyCommands(board, commands).board;
  const box = panelBox(at.panels[0]!);
  for (const { itemId, xMm, yMm } of best.spots) {
    const own = placeItem(at, itemId, {
      kind: 'panel',
      panelId: panel.id,
      face: 'front',
      xMm: box.leftMm + xMm,
      yMm: box.topMm + yMm,
      rotationDeg: 0,
    });
    at = applyCommands(at, own).board;
    commands.push(...own);
  }
  return commands;
}
