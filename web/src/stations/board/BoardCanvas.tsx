import type { Id, PointMm } from '@ombrik/core/document/basics';
import type { Cable, Segment } from '@ombrik/core/document/cable/cable';
import type { Command } from '@ombrik/core/document/commands';
import { connectTerminals } from '@ombrik/core/document/connection/connect';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import type { Item } from '@ombrik/core/document/item/item';
import { removeItems } from '@ombrik/core/document/item/items';
import { type Move, shift, toOtherFace, turn, withGroups } from '@ombrik/core/layout/arrange';
import { giveWay } from '@ombrik/core/layout/giveWay';
import { moveItems } from '@ombrik/core/layout/moveItem';
import { itemRect, onPanel, type RectMm } from '@ombrik/core/stages/lengths/geometry';
import { itemOutline, panelBox } from '@ombrik/core/stages/place/outlines';
import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { type BoardView, rectSeen, seenBy } from './boardView.ts';
import { CableLine } from './CableLine.tsx';
import { cableTags } from './cableTags.ts';
import { type Drawn, finish, POINTS_OF } from './canvas/drawnShape.ts';
import { HandMarks } from './canvas/HandMarks.tsx';
import { GhostItems, ItemLayer, ItemNames, onThisPanel } from './canvas/ItemLayer.tsx';
import { LitPlaces } from './canvas/LitPlaces.tsx';
import { PanelDrawing } from './canvas/PanelDrawing.tsx';
import { TerminalLayer } from './canvas/TerminalLayer.tsx';
import { ToolLayer } from './canvas/ToolLayer.tsx';
import { withPoint } from './canvas/withPoint.ts';
import { Shelf } from './Shelf.tsx';
import { type Gap, gapsAround, type Snapped, snap } from './snap.ts';
import { useCableWidths, useWidthOf } from './useCableWidths.ts';
import { useDrawnCables } from './useDrawnCables.ts';
import { useViewport } from './useViewport.ts';

type Drag =
  | { kind: 'item'; item: Item; grab: PointMm; moves: Move[] | null }
  | { kind: 'waypoint'; cable: Cable; segmentId: Id; index: number; commands: Command[] | null }
  | { kind: 'frame'; from: PointMm; to: PointMm };

const sameRef = (a: TerminalRef | null, b: TerminalRef) => a?.itemId === b.itemId && a.terminalId === b.terminalId;

/** The board in millimetres: drag parts, join terminals, shape routes, measure, draw what keeps them off. */
export function BoardCanvas({
  view,
  connecting,
  onConnecting,
}: {
  view: BoardView;
  connecting: TerminalRef | null;
  onConnecting: (ref: TerminalRef | null) => void;
}) {
  const job = useJob();
  const { shown, board, parts, dossier, selection } = job;
  const { panel, face, tool, chosen } = view;
  const seen = seenBy(view);
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<Drag | null>(null);
  const drawing = useRef(false);
  const [guides, setGuides] = useState<Snapped['guides']>([]);
  const [gaps, setGaps] = useState<Gap[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const [frame, setFrame] = useState<RectMm | null>(null);
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const [cursor, setCursor] = useState<PointMm | null>(null);
  const box = panelBox(panel);
  const viewport = useViewport(svg, {
    xMm: box.leftMm - 22,
    yMm: box.topMm - 34,
    widthMm: box.rightMm - box.leftMm + 44,
    heightMm: box.bottomMm - box.topMm + 56,
  });
  const k = viewport.mmPerPx;
  const widths = useCableWidths();
  const widthOf = useWidthOf();
  const commandsFor = (moves: readonly Move[], lay = true) => moveItems(board, parts, moves, widthOf, lay);
  const together = (id: Id): Set<Id> => withGroups(board, chosen.has(id) ? chosen : new Set([id]));
  const here = shown.items.filter(
    (i) => i.place.kind === 'panel' && onThisPanel(i, view) && i.place.face === face && parts.has(i.partId),
  );

  useEffect(() => {
    const leave = (e: globalThis.KeyboardEvent) => {
      if (e.key === 'Escape') {
        onConnecting(null);
        setDrawn(null);
        setSaid(null);
        view.setTool('choose');
        if (chosen.size > 1) job.select(null);
      }
      if (e.key === 'Enter' && drawn?.tool === 'outline') close(drawn);
    };
    window.addEventListener('keydown', leave);
    return () => window.removeEventListener('keydown', leave);
  });
  useEffect(() => setDrawn(null), [tool, panel.id, face]);

  const pick = (ref: TerminalRef) => {
    if (connecting && !sameRef(connecting, ref)) {
      const name = (r: TerminalRef) => `${board.items.find((i) => i.id === r.itemId)?.designation}:${r.terminalId}`;
      if (job.edit(`Connect ${name(connecting)} to ${name(ref)}`, connectTerminals(board, connecting, ref)))
        onConnecting(null);
    } else onConnecting(connecting ? null : ref);
  };

  /** Points the tape and the pencil catch: studs, corners of parts and of the panel, holes, fixings. */
  const caught = (at: PointMm): PointMm => {
    const points = [
      ...panel.outline,
      ...panel.holes,
      ...panel.fixings,
      ...here.flatMap((i) => {
        const part = parts.get(i.partId)!;
        return [...itemOutline(i, part)!, ...part.terminals.map((t) => onPanel(i, t)!)];
      }),
    ].map(seen);
    const near = points
      .map((p) => ({ p, off: Math.hypot(p.xMm - at.xMm, p.yMm - at.yMm) }))
      .sort((a, b) => a.off - b.off)[0];
    return near && near.off <= 9 * k ? near.p : at;
  };
  const close = (shape: Drawn) => {
    if (shape.tool === 'measure') return;
    const made = finish({ ...shape, points: shape.points.map(seen) }, panel, face);
    setDrawn(null);
    if (typeof made === 'string') return setSaid(made);
    if (job.edit(made.label, made.commands)) view.setTool('choose');
  };
  const draw = (e: PointerEvent) => {
    const at = caught(viewport.toBoard(e));
    setSaid(null);
    const open = drawn && (POINTS_OF[tool] === null || drawn.points.length < POINTS_OF[tool]) ? drawn.points : [];
    const first = open[0];
    const shape: Drawn = { tool, points: [...open, at] };
    if (tool === 'outline' && first && open.length >= 3 && Math.hypot(first.xMm - at.xMm, first.yMm - at.yMm) < 9 * k)
      return close({ tool, points: open });
    setDrawn(shape);
    if (shape.points.length === POINTS_OF[tool]) close(shape);
  };

  const startItem = (e: PointerEvent, item: Item, centre: PointMm) => {
    if (tool !== 'choose') return;
    e.stopPropagation();
    if (e.button !== 0) return;
    if (e.shiftKey) return view.choose(item.id, true);
    if (!chosen.has(item.id)) view.choose(item.id, false);
    if (item.held) return setSaid(`${item.designation} is held where it is; let it go first.`);
    setSaid(null);
    const at = viewport.toBoard(e);
    const own = board.items.find((i) => i.id === item.id) ?? item;
    drag.current = {
      kind: 'item',
      item: own,
      grab: { xMm: at.xMm - centre.xMm, yMm: at.yMm - centre.yMm },
      moves: null,
    };
    svg.current?.setPointerCapture(e.pointerId);
  };
  const waypointCommands = (cable: Cable, segmentId: Id, change: (points: PointMm[]) => PointMm[]): Command[] => [
    {
      kind: 'set',
      collection: 'cables',
      id: cable.id,
      field: 'segments',
      value: cable.segments.map(
        (s): Segment =>
          s.id === segmentId && s.kind === 'panelRoute' ? { ...s, waypoints: change(s.waypoints), laidBy: 'hand' } : s,
      ),
    },
  ];
  const dragItem = (d: Extract<Drag, { kind: 'item' }>, at: PointMm) => {
    const part = parts.get(d.item.partId);
    const { place } = d.item;
    if (!part || place.kind !== 'panel') return;
    const moving = together(d.item.id);
    const others = board.items.filter(
      (i) => !moving.has(i.id) && i.place.kind === 'panel' && i.place.panelId === panel.id && i.place.face === face,
    );
    const rectOf = (i: Item) => rectSeen(view, itemRect(i, parts.get(i.partId)!)!);
    const rects = others.filter((i) => parts.has(i.partId)).map(rectOf);
    const panelRect = { leftMm: box.leftMm, rightMm: box.rightMm, topMm: box.topMm, bottomMm: box.bottomMm };
    const before = seen(place);
    const studsOf = (i: Item) =>
      (parts.get(i.partId)?.terminals ?? [])
        .filter((t) => t.attachment.kind === 'stud')
        .map((t) => seen(onPanel(i, t)!));
    const sideways = place.rotationDeg % 180 !== 0;
    const size = {
      widthMm: sideways ? part.heightMm : part.widthMm,
      heightMm: sideways ? part.widthMm : part.heightMm,
    };
    const snapped = snap(
      {
        centre: { xMm: at.xMm - d.grab.xMm, yMm: at.yMm - d.grab.yMm },
        ...size,
        studs: studsOf(d.item).map((p) => ({ xMm: p.xMm - before.xMm, yMm: p.yMm - before.yMm })),
      },
      [panelRect, ...rects],
      others.flatMap(studsOf),
      6 * k,
    );
    setGuides(snapped.guides);
    const to = seen(snapped);
    d.moves = shift(board, parts, moving, to.xMm - place.xMm, to.yMm - place.yMm);
    setGaps(
      gapsAround(
        {
          leftMm: snapped.xMm - size.widthMm / 2,
          rightMm: snapped.xMm + size.widthMm / 2,
          topMm: snapped.yMm - size.heightMm / 2,
          bottomMm: snapped.yMm + size.heightMm / 2,
        },
        rects,
        panelRect,
      ),
    );
    setSaid(`${Math.round(to.xMm)}, ${Math.round(to.yMm)} mm`);
    job.preview(commandsFor(d.moves, false));
  };
  const move = (e: PointerEvent) => {
    const at = viewport.toBoard(e);
    if (tool !== 'choose') return setCursor(caught(at));
    const d = drag.current;
    if (!d) return;
    if (d.kind === 'frame') {
      d.to = at;
      setFrame(rectBetween(d.from, d.to));
    } else if (d.kind === 'waypoint') {
      const p = seen(at);
      const point = { xMm: Math.round(p.xMm / 5) * 5, yMm: Math.round(p.yMm / 5) * 5 };
      d.commands = waypointCommands(d.cable, d.segmentId, (w) => w.map((q, i) => (i === d.index ? point : q)));
      job.preview(d.commands);
    } else dragItem(d, at);
  };
  const drop = () => {
    viewport.endPan();
    const d = drag.current;
    drag.current = null;
    setGuides([]);
    setGaps([]);
    setFrame(null);
    if (d?.kind === 'frame') {
      const r = rectBetween(d.from, d.to);
      view.chooseAll(
        here
          .filter((i) => {
            const o = rectSeen(view, itemRect(i, parts.get(i.partId)!)!);
            return o.leftMm >= r.leftMm && o.rightMm <= r.rightMm && o.topMm >= r.topMm && o.bottomMm <= r.bottomMm;
          })
          .map((i) => i.id),
      );
      return;
    }
    if (d?.kind === 'waypoint' && d.commands) {
      job.preview(null);
      job.edit(`Shape ${d.cable.designation}`, giveWay(board, parts, d.cable.id, d.commands, widthOf));
    } else if (d?.kind === 'item' && !d.moves) {
      // A plain click on one of several chooses it alone.
      if (chosen.size > 1) view.choose(d.item.id, false);
    } else if (d?.kind === 'item' && d.moves) {
      setSaid(null);
      job.preview(null);
      const more = d.moves.length > 1 ? ` and ${d.moves.length - 1} more` : '';
      job.edit(`Move ${d.item.designation}${more}`, commandsFor(d.moves));
    }
  };
  const press = (e: PointerEvent) => {
    if (tool !== 'choose' && e.button === 0) return draw(e);
    if (e.shiftKey) {
      const at = viewport.toBoard(e);
      drag.current = { kind: 'frame', from: at, to: at };
      svg.current?.setPointerCapture(e.pointerId);
      return;
    }
    job.select(null);
    onConnecting(null);
    setSaid(null);
    viewport.startPan();
  };
  const keys = (e: KeyboardEvent, item: Item) => {
    if (item.place.kind !== 'panel') return;
    const step = e.shiftKey ? 10 : 1;
    // To the right is to the right as seen, whichever face it is.
    const side = face === 'back' ? -1 : 1;
    const by: Record<string, [number, number]> = {
      ArrowLeft: [-step * side, 0],
      ArrowRight: [step * side, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const ids = together(item.id);
    const go = (what: string, moves: Move[]) => {
      e.preventDefault();
      if (moves.length > 0) job.edit(`${what} ${item.designation}`, commandsFor(moves));
      else if (item.held) setSaid(`${item.designation} is held where it is; let it go first.`);
    };
    const nudge = by[e.key];
    if (nudge) go('Nudge', shift(board, parts, ids, nudge[0], nudge[1]));
    else if (e.ctrlKey || e.metaKey || e.altKey) return;
    else if (e.key === 'r') go('Turn', turn(board, parts, ids));
    else if (e.key === 'f') go('Turn over', toOtherFace(board, parts, ids));
    else if (e.key === 'h')
      job.edit(
        `${item.held ? 'Let go' : 'Hold'} ${item.designation}`,
        [...ids].map((id) => ({ kind: 'set', collection: 'items', id, field: 'held', value: !item.held })),
      );
    else if (e.key === 'Delete') {
      job.select(null);
      job.edit(`Delete ${item.designation}`, removeItems(board, chosen.has(item.id) ? new Set(chosen) : ids));
    }
  };

  const drawnCables = useDrawnCables(view);
  const tags = cableTags(drawnCables, selection?.kind === 'cable' ? selection.id : null, k);
  /** What an end off this panel goes to, in words for its flag. */
  const itemOf = new Map(shown.items.map((i) => [i.id, i]));
  const leavesTo = (ref: TerminalRef): string | null => {
    const item = itemOf.get(ref.itemId);
    return item && !(item.place.kind === 'panel' && item.place.panelId === panel.id) ? item.designation : null;
  };
  const chosenCable = selection?.kind === 'cable' ? shown.cables.find((c) => c.id === selection.id) : undefined;
  const bend = (cableId: Id, e: { clientX: number; clientY: number }) => {
    const at = seen(viewport.toBoard(e));
    const own = board.cables.find((c) => c.id === cableId);
    const path = dossier.lengths
      .find((l) => l.cableId === cableId)
      ?.paths.find((p) => p.panelId === panel.id && p.face === face);
    const route = own?.segments.find((s) => s.kind === 'panelRoute' && s.panelId === panel.id && s.face === face);
    if (!own || route?.kind !== 'panelRoute' || !path) return;
    const point = { xMm: Math.round(at.xMm / 5) * 5, yMm: Math.round(at.yMm / 5) * 5 };
    const bent = waypointCommands(own, route.id, () => withPoint(path.points, path.points.slice(1, -1), point));
    job.edit(`Bend ${own.designation}`, giveWay(board, parts, own.id, bent, widthOf));
  };
  // The same two functions for every cable and every drawing, so that one that has not changed is left as it is.
  const hands = useRef({ select: job.select, bend });
  hands.current = { select: job.select, bend };
  const selectCable = useCallback((id: Id) => hands.current.select({ kind: 'cable', id }), []);
  const bendCable = useCallback((id: Id, e: { clientX: number; clientY: number }) => hands.current.bend(id, e), []);
  const polarityOf = useMemo(
    () => new Map(dossier.sizing.wires.map((w) => [w.connectionId, w.polarity])),
    [dossier.sizing.wires],
  );

  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]" style={{ background: 'var(--desk)' }}>
      <Shelf view={view} connecting={connecting} onPick={pick} />
      <div className="relative min-h-0 overflow-hidden">
        <svg
          ref={svg}
          className={`block h-full w-full origin-top-left touch-none select-none overflow-visible ${tool === 'choose' ? '' : 'cursor-crosshair'}`}
          viewBox={`${viewport.view.xMm} ${viewport.view.yMm} ${viewport.view.widthMm} ${viewport.view.heightMm}`}
          role="application"
          aria-label={`${panel.name}, ${face === 'front' ? 'front' : 'back, seen from behind'}, ${Math.round(box.rightMm - box.leftMm)} by ${Math.round(box.bottomMm - box.topMm)} millimetres`}
          onPointerDownCapture={() => {
            drawing.current = tool !== 'choose';
          }}
          onMouseDownCapture={(e) => {
            // Focus follows the hand, not a tool that draws over a part.
            if (drawing.current) e.preventDefault();
          }}
          onPointerDown={press}
          onPointerMove={move}
          onPointerUp={drop}
          onPointerCancel={drop}
        >
          <PanelDrawing view={view} mmPerPx={k} />
          <GhostItems view={view} mmPerPx={k} />
          <ItemLayer view={view} onKey={keys} onStart={startItem} />
          {drawnCables.map(({ cable, paths, ghosts }) => {
            const core = cable.cores[0];
            if (!core) return null;
            return (
              <CableLine
                key={cable.cableId}
                cable={cable}
                paths={paths}
                ghosts={ghosts}
                leaves={{ from: leavesTo(core.from.ref), to: leavesTo(core.to.ref) }}
                tag={tags.get(cable.cableId) ?? null}
                mmPerPx={k}
                diameterMm={widths.get(cable.cableId) ?? 4}
                polarity={polarityOf.get(core.connectionId) ?? 'none'}
                selected={selection?.kind === 'cable' && selection.id === cable.cableId}
                idle={tool !== 'choose'}
                onSelect={selectCable}
                onInsert={bendCable}
              />
            );
          })}
          <ItemNames view={view} mmPerPx={k} />
          {tool === 'choose' && <TerminalLayer view={view} mmPerPx={k} connecting={connecting} onPick={pick} />}
          {chosenCable?.segments.map(
            (s) =>
              s.kind === 'panelRoute' &&
              s.panelId === panel.id &&
              s.face === face &&
              s.waypoints.map((w, index) => {
                const at = seen(w);
                return (
                  <rect
                    key={`${s.id}${index}`}
                    x={at.xMm - 5}
                    y={at.yMm - 5}
                    width={10}
                    height={10}
                    className="cursor-move"
                    fill="var(--color-primary)"
                    stroke="var(--part)"
                    onPointerDown={(e) => {
                      e.stopPropagation();
                      const own = board.cables.find((c) => c.id === chosenCable.id);
                      if (!own) return;
                      drag.current = { kind: 'waypoint', cable: own, segmentId: s.id, index, commands: null };
                      svg.current?.setPointerCapture(e.pointerId);
                    }}
                  />
                );
              }),
          )}
          <LitPlaces view={view} mmPerPx={k} />
          <HandMarks box={box} guides={guides} gaps={gaps} frame={frame} mmPerPx={k} />
          {drawn && (
            <ToolLayer
              drawn={drawn}
              cursor={drawn.points.length === POINTS_OF[drawn.tool] ? null : cursor}
              mmPerPx={k}
            />
          )}
        </svg>
        <div className="absolute right-2 bottom-2 flex gap-1">
          <button type="button" className="btn btn-xs" aria-label="Zoom in" onClick={() => viewport.zoom(0.8)}>
            +
          </button>
          <button type="button" className="btn btn-xs" aria-label="Zoom out" onClick={() => viewport.zoom(1.25)}>
            −
          </button>
          <button type="button" className="btn btn-xs" onClick={viewport.fit}>
            Fit
          </button>
        </div>
        {said && (
          <p role="status" className="num absolute top-2 right-2 bg-neutral px-2 py-1 text-neutral-content">
            {said}
          </p>
        )}
        {connecting && (
          <p role="status" className="absolute top-2 left-2 bg-primary px-2 py-1 text-primary-content">
            From {board.items.find((i) => i.id === connecting.itemId)?.designation}:{connecting.terminalId}. Click the
            terminal it goes to; Esc leaves it.
          </p>
        )}
      </div>
    </div>
  );
}

const rectBetween = (a: PointMm, b: PointMm): RectMm => ({
  leftMm: Math.min(a.xMm, b.xMm),
  rightMm: Math.max(a.xMm, b.xMm),
  topMm: Math.min(a.yMm, b.yMm),
  bottomMm: Math.max(a.yMm, b.yMm),
});
