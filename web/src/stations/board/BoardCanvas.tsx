import { connectTerminals } from '@ombrik/core/board/actions/connect';
import type { Cable, Id, Item, Panel, Place, Segment, TerminalRef } from '@ombrik/core/board/board';
import type { Command } from '@ombrik/core/board/commands';
import type { Terminal } from '@ombrik/core/catalogue/part';
import { moveItem } from '@ombrik/core/layout/moveItem';
import { itemRect, onPanel } from '@ombrik/core/stages/lengths/geometry';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { useJob } from '../../app/jobSession.tsx';
import { CableLine } from './CableLine.tsx';
import { cableTags } from './cableTags.ts';
import { PartBody, TerminalMark } from './PartShape.tsx';
import { Shelf } from './Shelf.tsx';
import { type Snapped, snap } from './snap.ts';
import { useCableWidths } from './useCableWidths.ts';
import { useViewport } from './useViewport.ts';

type Drag =
  | { kind: 'item'; item: Item; grab: { xMm: number; yMm: number }; place: Place | null; commands: Command[] | null }
  | { kind: 'waypoint'; cable: Cable; segmentId: Id; index: number; commands: Command[] | null };

const sameRef = (a: TerminalRef | null, b: TerminalRef) => a?.itemId === b.itemId && a.terminalId === b.terminalId;

/** The board in millimetres: drag parts, join terminals, shape routes. */
export function BoardCanvas({
  panel,
  connecting,
  onConnecting,
}: {
  panel: Panel;
  connecting: TerminalRef | null;
  onConnecting: (ref: TerminalRef | null) => void;
}) {
  const job = useJob();
  const { shown, board, parts, dossier, selection } = job;
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<Drag | null>(null);
  const [guides, setGuides] = useState<Snapped['guides']>([]);
  const [moving, setMoving] = useState<string | null>(null);
  const xs = panel.outline.map((p) => p.xMm);
  const ys = panel.outline.map((p) => p.yMm);
  const box = { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
  const viewport = useViewport(svg, {
    xMm: box.left - 22,
    yMm: box.top - 34,
    widthMm: box.right - box.left + 44,
    heightMm: box.bottom - box.top + 56,
  });
  const { view, mmPerPx: k } = viewport;
  const widths = useCableWidths();
  const place = (item: Item, p: Place, lay = true) =>
    moveItem(board, parts, item.id, p, (id) => widths.get(id) ?? 5, lay);

  useEffect(() => {
    const leave = (e: globalThis.KeyboardEvent) => {
      if (e.key === 'Escape') onConnecting(null);
    };
    window.addEventListener('keydown', leave);
    return () => window.removeEventListener('keydown', leave);
  }, [onConnecting]);

  const pick = (ref: TerminalRef) => {
    if (connecting && !sameRef(connecting, ref)) {
      const name = (r: TerminalRef) => `${board.items.find((i) => i.id === r.itemId)?.designation}:${r.terminalId}`;
      if (job.edit(`Connect ${name(connecting)} to ${name(ref)}`, connectTerminals(board, connecting, ref)))
        onConnecting(null);
    } else onConnecting(connecting ? null : ref);
  };

  const otherRects = (item: Item) => [
    { leftMm: box.left, rightMm: box.right, topMm: box.top, bottomMm: box.bottom },
    ...board.items.flatMap((o) => {
      const part = parts.get(o.partId);
      const rect =
        o.id !== item.id && part && o.place.kind === 'panel' && o.place.panelId === panel.id ? itemRect(o, part) : null;
      return rect ? [rect] : [];
    }),
  ];

  const startItem = (e: PointerEvent, item: Item, centre: { xMm: number; yMm: number }) => {
    e.stopPropagation();
    if (e.button !== 0) return;
    job.select({ kind: 'item', id: item.id });
    const at = viewport.toBoard(e);
    drag.current = {
      kind: 'item',
      item,
      grab: { xMm: at.xMm - centre.xMm, yMm: at.yMm - centre.yMm },
      place: null,
      commands: null,
    };
    svg.current?.setPointerCapture(e.pointerId);
  };
  const waypointCommands = (
    cable: Cable,
    segmentId: Id,
    change: (points: { xMm: number; yMm: number }[]) => { xMm: number; yMm: number }[],
  ): Command[] => [
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
  const move = (e: PointerEvent) => {
    if (viewport.movePan(e)) return;
    const d = drag.current;
    if (!d) return;
    const at = viewport.toBoard(e);
    if (d.kind === 'waypoint') {
      const point = { xMm: Math.round(at.xMm / 5) * 5, yMm: Math.round(at.yMm / 5) * 5 };
      d.commands = waypointCommands(d.cable, d.segmentId, (w) => w.map((p, i) => (i === d.index ? point : p)));
    } else {
      const part = parts.get(d.item.partId);
      if (!part) return;
      const rotationDeg = d.item.place.kind === 'panel' ? d.item.place.rotationDeg : 0;
      const sideways = rotationDeg % 180 !== 0;
      const size = {
        widthMm: sideways ? part.heightMm : part.widthMm,
        heightMm: sideways ? part.widthMm : part.heightMm,
      };
      const centre = { xMm: at.xMm - d.grab.xMm, yMm: at.yMm - d.grab.yMm };
      const snapped = snap(centre, size, otherRects(d.item), 6 * k);
      setGuides(snapped.guides);
      setMoving(`${Math.round(snapped.xMm)}, ${Math.round(snapped.yMm)} mm`);
      d.place = {
        kind: 'panel',
        panelId: panel.id,
        face: 'front',
        xMm: snapped.xMm,
        yMm: snapped.yMm,
        rotationDeg,
      };
      d.commands = place(d.item, d.place, false);
    }
    job.preview(d.commands);
  };
  const drop = () => {
    viewport.endPan();
    const d = drag.current;
    drag.current = null;
    setGuides([]);
    setMoving(null);
    if (!d?.commands) return;
    job.preview(null);
    if (d.kind === 'waypoint') job.edit(`Shape ${d.cable.designation}`, d.commands);
    else if (d.place) job.edit(`Move ${d.item.designation}`, place(d.item, d.place));
  };
  const keys = (e: KeyboardEvent, item: Item) => {
    if (item.place.kind !== 'panel') return;
    const step = e.shiftKey ? 10 : 1;
    const by: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const shift = by[e.key];
    if (shift) {
      e.preventDefault();
      job.edit(
        `Nudge ${item.designation}`,
        place(item, { ...item.place, xMm: item.place.xMm + shift[0], yMm: item.place.yMm + shift[1] }),
      );
    } else if (e.key === 'r') {
      job.edit(
        `Turn ${item.designation}`,
        place(item, { ...item.place, rotationDeg: ((item.place.rotationDeg + 90) % 360) as 0 }),
      );
    }
  };

  const drawnCables = dossier.cables.map((cable) => ({
    cable,
    paths: (dossier.lengths.find((l) => l.cableId === cable.cableId)?.paths ?? []).filter(
      (p) => p.panelId === panel.id,
    ),
  }));
  const tags = cableTags(drawnCables, selection?.kind === 'cable' ? selection.id : null, k);
  const stopItems = new Set(dossier.findings.filter((f) => f.severity === 'stop').flatMap((f) => f.where.itemIds));
  /** What an end off this panel goes to, in words for its flag. */
  const leavesTo = (ref: TerminalRef): string | null => {
    const item = shown.items.find((i) => i.id === ref.itemId);
    return item && !(item.place.kind === 'panel' && item.place.panelId === panel.id) ? item.designation : null;
  };
  const chosenCable = selection?.kind === 'cable' ? shown.cables.find((c) => c.id === selection.id) : undefined;
  const terminalMark = (item: Item, t: Terminal, x: number, y: number) => {
    const ref = { itemId: item.id, terminalId: t.id };
    return (
      <TerminalMark
        key={t.id}
        terminal={t}
        x={x}
        y={y}
        mmPerPx={k}
        label={`${item.designation}:${t.name}`}
        active={sameRef(connecting, ref)}
        licensed={t.domain === 'ac' || t.domain === 'earth'}
        onPick={() => pick(ref)}
      />
    );
  };
  const labelOf = (item: Item, where: string) =>
    `${item.designation} ${item.name || parts.get(item.partId)?.name || ''}, ${where}${stopItems.has(item.id) ? ', has a stop finding' : ''}`;
  const isChosen = (item: Item) => selection?.kind === 'item' && selection.id === item.id;

  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]" style={{ background: 'var(--desk)' }}>
      <Shelf panelId={panel.id} connecting={connecting} onPick={pick} />
      <div className="relative min-h-0">
        <svg
          ref={svg}
          className="h-full w-full touch-none select-none"
          viewBox={`${view.xMm} ${view.yMm} ${view.widthMm} ${view.heightMm}`}
          role="application"
          aria-label={`${panel.name}, front, ${Math.round(box.right - box.left)} by ${Math.round(box.bottom - box.top)} millimetres`}
          onWheel={viewport.onWheel}
          onPointerDown={(e) => {
            job.select(null);
            onConnecting(null);
            viewport.startPan(e);
          }}
          onPointerMove={move}
          onPointerUp={drop}
          onPointerCancel={drop}
        >
          <defs>
            <pattern id="raster" width={20} height={20} patternUnits="userSpaceOnUse">
              <path d="M20 0H0V20" fill="none" stroke="currentColor" strokeOpacity={0.07} />
            </pattern>
            <pattern id="hot" width={8} height={8} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <path d="M0 0V8" stroke="var(--color-primary)" strokeOpacity={0.4} strokeWidth={2} />
            </pattern>
          </defs>
          <polygon
            points={panel.outline.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
            fill="var(--board)"
            stroke="var(--board-edge)"
            strokeWidth={2.5}
          />
          <polygon points={panel.outline.map((p) => `${p.xMm},${p.yMm}`).join(' ')} fill="url(#raster)" />
          {Array.from({ length: Math.floor((box.right - box.left) / 100) + 1 }, (_, i) => (
            <text
              key={i}
              x={box.left + i * 100}
              y={box.top - 6}
              fontSize={12 * k}
              textAnchor="middle"
              className="svg-num"
              fill="var(--dim)"
            >
              {i * 100}
            </text>
          ))}
          {panel.fixings.map((f) => (
            <g key={f.id}>
              <circle cx={f.xMm} cy={f.yMm} r={f.screwDiameterMm} fill="var(--board-edge)" />
              <path d={`M${f.xMm - 3} ${f.yMm}h6M${f.xMm} ${f.yMm - 3}v6`} stroke="var(--board)" strokeWidth={1.2} />
            </g>
          ))}
          {panel.holes.map((h) => (
            <circle
              key={h.id}
              cx={h.xMm}
              cy={h.yMm}
              r={h.diameterMm / 2}
              fill="var(--desk)"
              stroke="var(--board-edge)"
              strokeWidth={2}
            />
          ))}
          {shown.items.map((item) => {
            const part = parts.get(item.partId);
            if (!part || !isChosen(item) || item.place.kind !== 'panel' || item.place.panelId !== panel.id) return null;
            const clear = itemRect(item, part, part.clearSpaceMm)!;
            return (
              <rect
                key={`clear-${item.id}`}
                x={clear.leftMm}
                y={clear.topMm}
                width={clear.rightMm - clear.leftMm}
                height={clear.bottomMm - clear.topMm}
                fill="url(#hot)"
                stroke="var(--color-primary)"
                strokeDasharray="5 4"
              />
            );
          })}
          {shown.items.map((item) => {
            const part = parts.get(item.partId);
            if (!part || item.place.kind !== 'panel' || item.place.panelId !== panel.id) return null;
            const { xMm, yMm, rotationDeg } = item.place;
            return (
              <g
                key={item.id}
                role="button"
                tabIndex={0}
                aria-label={labelOf(item, `at ${Math.round(xMm)}, ${Math.round(yMm)} millimetres`)}
                aria-pressed={isChosen(item)}
                className="cursor-grab outline-none"
                style={{ color: isChosen(item) ? 'var(--color-primary)' : 'var(--color-base-content)' }}
                onFocus={() => job.select({ kind: 'item', id: item.id })}
                onKeyDown={(e) => keys(e, item)}
                onPointerDown={(e) => startItem(e, item, { xMm, yMm })}
              >
                <g transform={`translate(${xMm} ${yMm}) rotate(${rotationDeg})`}>
                  <PartBody part={part} width={part.widthMm} height={part.heightMm} />
                </g>
              </g>
            );
          })}
          {drawnCables.map(({ cable, paths }) => {
            const core = cable.cores[0];
            if (!core) return null;
            return (
              <CableLine
                key={cable.cableId}
                cable={cable}
                paths={paths}
                leaves={{ from: leavesTo(core.from.ref), to: leavesTo(core.to.ref) }}
                tag={tags.get(cable.cableId) ?? null}
                mmPerPx={k}
                diameterMm={widths.get(cable.cableId) ?? 4}
                polarity={dossier.sizing.wires.find((w) => w.connectionId === core.connectionId)?.polarity ?? 'none'}
                selected={selection?.kind === 'cable' && selection.id === cable.cableId}
                onSelect={() => job.select({ kind: 'cable', id: cable.cableId })}
                onInsert={(e) => {
                  const at = viewport.toBoard(e);
                  const own = board.cables.find((c) => c.id === cable.cableId);
                  const route = own?.segments.find((s) => s.kind === 'panelRoute');
                  const path = paths[0];
                  if (!own || route?.kind !== 'panelRoute' || !path) return;
                  const corners = path.points.slice(1, -1);
                  const point = { xMm: Math.round(at.xMm / 5) * 5, yMm: Math.round(at.yMm / 5) * 5 };
                  job.edit(
                    `Bend ${own.designation}`,
                    waypointCommands(own, route.id, () => withPoint(path.points, corners, point)),
                  );
                }}
              />
            );
          })}
          {shown.items.map((item) => {
            const part = parts.get(item.partId);
            if (!part || item.place.kind !== 'panel' || item.place.panelId !== panel.id) return null;
            const rect = itemRect(item, part)!;
            return (
              <g key={`t-${item.id}`}>
                <text
                  x={rect.leftMm + 4 * k}
                  y={rect.topMm + 13 * k}
                  fontSize={14 * k}
                  fontWeight={600}
                  fontFamily="var(--font-label)"
                  fill={isChosen(item) ? 'var(--color-primary)' : 'currentColor'}
                  stroke="var(--part)"
                  strokeWidth={3.5 * k}
                  strokeLinejoin="round"
                  paintOrder="stroke"
                  pointerEvents="none"
                >
                  {item.designation}
                  {stopItems.has(item.id) ? ' ▲' : ''}
                </text>
                {part.terminals.map((t) => {
                  const at = onPanel(item, t)!;
                  return terminalMark(item, t, at.xMm, at.yMm);
                })}
              </g>
            );
          })}
          {chosenCable?.segments.map(
            (s) =>
              s.kind === 'panelRoute' &&
              s.waypoints.map((w, index) => (
                <rect
                  key={`${s.id}${index}`}
                  x={w.xMm - 5}
                  y={w.yMm - 5}
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
              )),
          )}
          {guides.map((g) =>
            g.axis === 'x' ? (
              <line
                key={`x${g.atMm}`}
                x1={g.atMm}
                x2={g.atMm}
                y1={box.top - 30}
                y2={box.bottom + 30}
                stroke="var(--color-secondary)"
                strokeDasharray="4 3"
              />
            ) : (
              <line
                key={`y${g.atMm}`}
                x1={box.left - 30}
                x2={box.right + 30}
                y1={g.atMm}
                y2={g.atMm}
                stroke="var(--color-secondary)"
                strokeDasharray="4 3"
              />
            ),
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
        {moving && <p className="num absolute top-2 right-2 bg-neutral px-2 py-1 text-neutral-content">{moving}</p>}
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

/** Puts a new corner between the two corners of the span it was clicked on. */
function withPoint(
  points: readonly { xMm: number; yMm: number }[],
  corners: readonly { xMm: number; yMm: number }[],
  point: { xMm: number; yMm: number },
) {
  let best = { span: 0, off: Number.POSITIVE_INFINITY };
  points.slice(1).forEach((b, i) => {
    const a = points[i]!;
    const length = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm) || 1;
    const t = Math.max(
      0,
      Math.min(1, ((point.xMm - a.xMm) * (b.xMm - a.xMm) + (point.yMm - a.yMm) * (b.yMm - a.yMm)) / length ** 2),
    );
    const off = Math.hypot(point.xMm - a.xMm - t * (b.xMm - a.xMm), point.yMm - a.yMm - t * (b.yMm - a.yMm));
    if (off < best.off) best = { span: i, off };
  });
  return [...corners.slice(0, best.span), point, ...corners.slice(best.span)];
}
