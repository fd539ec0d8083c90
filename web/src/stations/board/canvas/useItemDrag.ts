import type { Id, PointMm } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import type { Item } from '@ombrik/core/document/item/item';
import { type Move, shift, withGroups } from '@ombrik/core/layout/arrange';
import { moveItems } from '@ombrik/core/layout/moveItem';
import { itemRect, onPanel, type RectMm } from '@ombrik/core/stages/lengths/geometry';
import type { panelBox } from '@ombrik/core/stages/place/outlines';
import { type PointerEvent, type RefObject, useEffect, useRef } from 'react';
import { useJob } from '../../../session/useJob.ts';
import { type BoardView, rectSeen, seenBy } from '../boardView.ts';
import { gapsAround, snap } from '../snap.ts';
import { useLayOf } from '../useCableWidths.ts';
import type { HandStore } from './hand.ts';
import { Rest } from './rest.ts';
import { useLifted } from './useLifted.ts';
import { useNudge } from './useNudge.ts';

/** When the hand rests this long, cables and findings follow it. */
const REST_MS = 120;

interface Held {
  item: Item;
  grab: PointMm;
  moves: Move[] | null;
  /** What it may be caught by: worked out once for as long as the board stays as it is. */
  around: { board: Board; moving: ReadonlySet<Id>; rects: RectMm[]; studs: PointMm[] } | null;
}
interface Canvas {
  svg: RefObject<SVGSVGElement | null>;
  view: BoardView;
  hand: HandStore;
  box: ReturnType<typeof panelBox>;
  toBoard: (e: { clientX: number; clientY: number }) => PointMm;
  mmPerPx: number;
}

/** Size of a part as it lies, turned or not. */
function lyingSize(item: Item, part: { widthMm: number; heightMm: number }) {
  const sideways = item.place.kind === 'panel' && item.place.rotationDeg % 180 !== 0;
  return sideways
    ? { widthMm: part.heightMm, heightMm: part.widthMm }
    : { widthMm: part.widthMm, heightMm: part.heightMm };
}

/** Parts in the hand, dragged or nudged: caught by edges, studs and gaps of others; groups and the chosen go together. */
export function useItemDrag({ svg, view, hand, box, toBoard, mmPerPx }: Canvas) {
  const job = useJob();
  const { board, shown, parts } = job;
  const { panel, face, tool, chosen } = view;
  const seen = seenBy(view);
  const lifted = useLifted(svg, shown.items, seen);
  const nudge = useNudge(view, lifted);
  const layOf = useLayOf();
  const held = useRef<Held | null>(null);
  const rest = useRef(new Rest(REST_MS));
  const { occupy } = job;
  useEffect(
    () => () => {
      rest.current.stop();
      occupy(false);
    },
    [occupy],
  );

  const together = (id: Id): Set<Id> => withGroups(board, chosen.has(id) ? chosen : new Set([id]));
  const start = (e: PointerEvent, item: Item, centre: PointMm) => {
    if (tool !== 'choose') return;
    e.stopPropagation();
    if (e.button !== 0) return;
    if (e.shiftKey) return view.choose(item.id, true);
    if (!chosen.has(item.id)) view.choose(item.id, false);
    const said = item.held ? `${item.designation} is held where it is; let it go first.` : null;
    hand.setState({ said });
    if (said) return;
    const at = toBoard(e);
    held.current = {
      // Of now: a nudge may have been made a moment ago.
      item: job.board.items.find((i) => i.id === item.id) ?? item,
      grab: { xMm: at.xMm - centre.xMm, yMm: at.yMm - centre.yMm },
      moves: null,
      around: null,
    };
    svg.current?.setPointerCapture(e.pointerId);
  };
  const studsOf = (i: Item) =>
    (parts.get(i.partId)?.terminals ?? []).filter((t) => t.attachment.kind === 'stud').map((t) => seen(onPanel(i, t)!));
  const aroundOf = (h: Held): NonNullable<Held['around']> => {
    if (h.around?.board === board) return h.around;
    const moving = together(h.item.id);
    const others = board.items.filter(
      (i) =>
        !moving.has(i.id) &&
        i.place.kind === 'panel' &&
        i.place.panelId === panel.id &&
        i.place.face === face &&
        parts.has(i.partId),
    );
    const rects = others.map((i) => rectSeen(view, itemRect(i, parts.get(i.partId)!)!));
    return { board, moving, rects, studs: others.flatMap(studsOf) };
  };
  /** @returns whether a part is in the hand */
  const move = (at: PointMm): boolean => {
    const h = held.current;
    const part = h && parts.get(h.item.partId);
    if (!h || !part || h.item.place.kind !== 'panel') return h !== null;
    const { place } = h.item;
    h.around = aroundOf(h);
    const { moving, rects, studs } = h.around;
    const before = seen(place);
    const size = lyingSize(h.item, part);
    const snapped = snap(
      {
        centre: { xMm: at.xMm - h.grab.xMm, yMm: at.yMm - h.grab.yMm },
        ...size,
        studs: studsOf(h.item).map((p) => ({ xMm: p.xMm - before.xMm, yMm: p.yMm - before.yMm })),
      },
      [box, ...rects],
      studs,
      6 * mmPerPx,
    );
    const to = seen(snapped);
    h.moves = shift(board, parts, moving, to.xMm - place.xMm, to.yMm - place.yMm);
    const around = {
      leftMm: snapped.xMm - size.widthMm / 2,
      rightMm: snapped.xMm + size.widthMm / 2,
      topMm: snapped.yMm - size.heightMm / 2,
      bottomMm: snapped.yMm + size.heightMm / 2,
    };
    hand.setState({
      guides: snapped.guides,
      gaps: gapsAround(around, rects, box),
      said: `${Math.round(to.xMm)}, ${Math.round(to.yMm)} mm`,
    });
    // What may move is what the rules of the board leave free: a part at the edge stays at the edge.
    const own = h.moves.find((m) => m.itemId === h.item.id);
    if (own?.place.kind === 'panel') lifted.lift(moving, h.item.id, seen(own.place));
    const { moves } = h;
    occupy(true);
    rest.current.moved(() => {
      occupy(false);
      job.preview(moveItems(board, parts, moves, layOf, false));
    });
    return true;
  };
  /** @returns whether a part was in the hand */
  const drop = (): boolean => {
    const h = held.current;
    held.current = null;
    rest.current.stop();
    occupy(false);
    if (!h) return false;
    lifted.drop();
    if (!h.moves) {
      // A plain click on one of several chooses it alone.
      if (chosen.size > 1) view.choose(h.item.id, false);
      return true;
    }
    hand.setState({ said: null });
    job.preview(null);
    const more = h.moves.length > 1 ? ` and ${h.moves.length - 1} more` : '';
    job.edit(`Move ${h.item.designation}${more}`, moveItems(board, parts, h.moves, layOf, true));
    return true;
  };
  return { start, move, drop, together, nudge };
}
