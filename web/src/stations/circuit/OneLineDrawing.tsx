import { oneLineOf } from '@ombrik/core/circuit/oneLine';
import type { ScenarioResult } from '@ombrik/core/circuit/scenarios';
import { removeConnections } from '@ombrik/core/document/connection/connect';
import { Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, useCallback, useMemo, useRef, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { amps, mm2 } from '../../ui/format.ts';
import { OneLineEdge, type Point } from './OneLineEdge.tsx';
import { OneLineNode } from './OneLineNode.tsx';
import { useCircuitStudy } from './useCircuitStudy.ts';
import { useLatest } from './useLatest.ts';

/** Room for a load's name beside its sign. */
const LOAD_NAME_ROOM = 150;
/** Smaller than this, names cannot be read: the drawing scrolls instead. */
const LEAST_ZOOM = 0.75;
const NUDGE: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -10, y: 0 },
  ArrowRight: { x: 10, y: 0 },
  ArrowUp: { x: 0, y: -10 },
  ArrowDown: { x: 0, y: 10 },
};

/** Two corners halfway: for lines at a part somebody has moved by hand. */
const elbow = (a: Point, b: Point): Point[] => [a, { x: (a.x + b.x) / 2, y: a.y }, { x: (a.x + b.x) / 2, y: b.y }, b];

export interface ShownFault {
  probing: boolean;
  /** The line that is shorted; null while none is chosen. */
  connectionId: string | null;
  /** Lines that carry the fault. */
  litIds: ReadonlySet<string>;
  /** By item, the device that has opened. */
  opened: ReadonlyMap<string, string>;
}

/** The one-line drawing: laid out by itself, moved by hand, with what flows in the chosen scenario. */
export function OneLineDrawing({
  scenario,
  withMinus,
  fault,
  onFault,
}: {
  scenario: ScenarioResult | null;
  withMinus: boolean;
  fault: ShownFault;
  onFault: (connectionId: string) => void;
}) {
  const job = useJob();
  const { board, dossier, parts, selection } = job;
  const graph = useMemo(() => oneLineOf(board, parts, dossier, withMinus), [board, parts, dossier, withMinus]);
  const laid = useCircuitStudy('layout', withMinus, (s) => s.layout(graph)).data;
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ itemId: string; grab: Point; at: Point } | null>(null);
  const [hover, setHover] = useState<string | null>(null);
  const [zoom, setZoom] = useState<number | null>(null);
  const items = useMemo(() => new Map(board.items.map((i) => [i.id, i])), [board.items]);
  const wires = useMemo(() => new Map(dossier.sizing.wires.map((w) => [w.connectionId, w])), [dossier.sizing.wires]);
  const cableOf = useMemo(
    () => new Map(dossier.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, { cable: c, core: k }] as const))),
    [dossier.cables],
  );
  const flowing = useMemo(() => new Map(scenario?.wireA.map((w) => [w.connectionId, w.currentA])), [scenario]);
  const unders = useMemo(() => {
    const rated = new Map<string, string>();
    for (const s of dossier.sizing.seats) {
      const one = items.get(s.itemId);
      const part = one && parts.get(one.partId);
      if (!s.spare && s.ratingA !== null && part?.kind === 'fuseHolder') rated.set(s.itemId, amps(s.ratingA));
    }
    const uneven = dossier.sizing.bank.length > 1;
    for (const b of scenario?.batteries ?? []) {
      if (Math.abs(b.currentA) < 0.01) continue;
      const share = dossier.sizing.bank.find((x) => x.itemId === b.itemId);
      const off = b.currentA < 0 ? share?.chargeOff : share?.dischargeOff;
      const words =
        uneven && off !== undefined && Math.abs(off) > 0.005
          ? ` (${off > 0 ? '+' : ''}${Math.round(off * 100)} %)`
          : '';
      rated.set(b.itemId, `${b.currentA < 0 ? 'in' : 'out'} ${amps(Math.abs(b.currentA))}${words}`);
    }
    return rated;
  }, [dossier.sizing, scenario, items, parts]);

  const hand = useLatest({ job, items, fault, onFault, drag, laid, placed: new Map<string, Point>() });
  const pick = useCallback(
    (connectionId: string, cableId: string) => {
      const { fault, onFault, job } = hand.current;
      if (fault.probing) onFault(connectionId);
      else job.select({ kind: 'cable', id: cableId });
    },
    [hand],
  );
  const lineKey = useCallback(
    (key: string, cableId: string) => {
      const { job } = hand.current;
      const cable = job.board.cables.find((c) => c.id === cableId);
      if ((key === 'Delete' || key === 'Backspace') && cable) {
        job.select(null);
        job.edit(
          `Remove ${cable.designation}`,
          removeConnections(job.board, new Set(cable.cores.map((c) => c.connectionId))),
        );
      }
      if (key === 'i' || key === 'm') {
        job.select({ kind: 'cable', id: cableId });
        requestAnimationFrame(() => document.getElementById(key === 'i' ? 'line-put-in' : 'line-end')?.focus());
      }
    },
    [hand],
  );
  const toDrawing = (e: { clientX: number; clientY: number }): Point => {
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.current!.getScreenCTM()!.inverse());
    return { x: p.x, y: p.y };
  };
  const start = useCallback(
    (e: PointerEvent, itemId: string) => {
      const node = hand.current.placed.get(itemId)!;
      hand.current.job.select({ kind: 'item', id: itemId });
      const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.current!.getScreenCTM()!.inverse());
      setDrag({ itemId, grab: { x: p.x - node.x, y: p.y - node.y }, at: { x: node.x, y: node.y } });
      svg.current?.setPointerCapture(e.pointerId);
    },
    [hand],
  );
  const put = useCallback(
    (itemId: string, value: Point) => {
      const { job, items } = hand.current;
      job.edit(`Drawing: move ${items.get(itemId)?.designation}`, [
        { kind: 'set', collection: 'items', id: itemId, field: 'drawnAt', value },
      ]);
    },
    [hand],
  );
  const nodeKey = useCallback(
    (e: KeyboardEvent, itemId: string) => {
      const step = NUDGE[e.key];
      const at = hand.current.placed.get(itemId);
      if (!step || !at) return;
      e.preventDefault();
      put(itemId, { x: at.x + step.x, y: at.y + step.y });
    },
    [hand, put],
  );
  const focusNode = useCallback((itemId: string) => hand.current.job.select({ kind: 'item', id: itemId }), [hand]);

  const ends = useMemo(
    () => (laid ? new Map(laid.edges.map((e) => [e.connectionId, e.points] as const)) : new Map<string, Point[]>()),
    [laid],
  );
  if (!laid) return <p className="dim p-4">Laying the drawing out …</p>;

  const placed = new Map(
    laid.nodes.map((n) => {
      const own = drag?.itemId === n.itemId ? drag.at : (items.get(n.itemId)?.drawnAt ?? null);
      return [n.itemId, { ...n, x: own?.x ?? n.x, y: own?.y ?? n.y, moved: own !== null }];
    }),
  );
  hand.current.placed = placed;
  const portAt = (itemId: string, connectionId: string, side: 'in' | 'out'): Point | null => {
    const node = placed.get(itemId);
    const port = node?.ports.find((p) => p.connectionId === connectionId && p.side === side);
    return node && port ? { x: node.x + port.x, y: node.y + port.y } : null;
  };
  const edges = graph.edges.flatMap((e) => {
    const own = ends.get(e.connectionId);
    const moved = placed.get(e.from.itemId)?.moved || placed.get(e.to.itemId)?.moved;
    if (own && !moved && own.length > 1) return [{ ...e, points: own }];
    const [a, b] = [portAt(e.from.itemId, e.connectionId, 'out'), portAt(e.to.itemId, e.connectionId, 'in')];
    return a && b ? [{ ...e, points: elbow(a, b) }] : [];
  });
  let [left, top, right, bottom] = [0, 0, laid.width, laid.height];
  for (const n of graph.nodes) {
    const at = placed.get(n.itemId);
    if (!at) continue;
    left = Math.min(left, at.x);
    top = Math.min(top, at.y);
    right = Math.max(right, at.x + n.width + (n.kind === 'load' ? LOAD_NAME_ROOM : 0));
    bottom = Math.max(bottom, at.y + n.height);
  }
  const box = { x: left - 26, y: top - 24, width: right - left + 40, height: bottom - top + 46 };
  const move = (e: PointerEvent) => {
    if (!drag) return;
    const at = toDrawing(e);
    setDrag({ ...drag, at: { x: Math.round(at.x - drag.grab.x), y: Math.round(at.y - drag.grab.y) } });
  };
  const drop = () => {
    if (!drag) return;
    const was = items.get(drag.itemId)?.drawnAt ?? laid.nodes.find((n) => n.itemId === drag.itemId);
    if (was && Math.hypot(was.x - drag.at.x, was.y - drag.at.y) > 4) put(drag.itemId, drag.at);
    setDrag(null);
  };
  const hovered = hover ? wires.get(hover) : undefined;
  const hoveredCable = hover ? cableOf.get(hover) : undefined;

  return (
    <div className="relative h-full">
      <div className="absolute top-1 right-1 z-10 flex gap-1">
        {(
          [
            ['Larger', ZoomIn, () => setZoom((zoom ?? LEAST_ZOOM) * 1.25)],
            ['Smaller', ZoomOut, () => setZoom(Math.max(0.3, (zoom ?? LEAST_ZOOM) / 1.25))],
            ['Fit the drawing', Maximize, () => setZoom(null)],
          ] as const
        ).map(([title, Icon, act]) => (
          <button
            key={title}
            type="button"
            className="btn btn-xs btn-square"
            title={title}
            aria-label={title}
            onClick={act}
          >
            <Icon size={14} aria-hidden />
          </button>
        ))}
      </div>
      <div className="h-full overflow-auto">
        <svg
          ref={svg}
          viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
          className={`touch-none select-none ${fault.probing ? 'cursor-crosshair' : ''}`}
          style={
            zoom === null
              ? { width: '100%', height: '100%', minWidth: box.width * LEAST_ZOOM, minHeight: box.height * LEAST_ZOOM }
              : { width: box.width * zoom, height: box.height * zoom }
          }
          role="application"
          aria-label={`One-line drawing, ${graph.nodes.length} parts, ${graph.edges.length} lines`}
          onPointerMove={move}
          onPointerUp={drop}
          onPointerCancel={drop}
        >
          {edges.map((e) => {
            const made = cableOf.get(e.connectionId);
            const wire = wires.get(e.connectionId);
            const faulted = fault.connectionId === e.connectionId;
            return (
              <OneLineEdge
                key={e.connectionId}
                connectionId={e.connectionId}
                cableId={e.cableId}
                points={e.points}
                name={made?.cable.designation ?? '?'}
                ends={`${made?.core.from.at} to ${made?.core.to.at}`}
                areaMm2={made?.cable.areaMm2 ?? 0}
                designA={wire?.designCurrentA ?? 0}
                colour={made?.core.colour ?? null}
                dashed={wire?.polarity === 'minus'}
                currentA={scenario ? (flowing.get(e.connectionId) ?? 0) : null}
                chosen={selection?.kind === 'cable' && selection.id === e.cableId}
                faulted={faulted}
                lit={faulted || fault.litIds.has(e.connectionId)}
                onPick={pick}
                onHover={setHover}
                onKey={lineKey}
              />
            );
          })}
          {graph.nodes.map((n) => {
            const node = placed.get(n.itemId);
            const item = items.get(n.itemId);
            if (!node || !item) return null;
            return (
              <OneLineNode
                key={n.itemId}
                itemId={n.itemId}
                kind={n.kind}
                x={node.x}
                y={node.y}
                width={n.width}
                height={n.height}
                designation={item.designation}
                name={item.name || parts.get(item.partId)?.name || ''}
                under={unders.get(n.itemId) ?? item.name}
                beside={n.kind === 'load' && n.ports.every((p) => p.side === 'in')}
                chosen={selection?.kind === 'item' && selection.id === n.itemId}
                opened={fault.opened.get(n.itemId) ?? null}
                onStart={start}
                onFocus={focusNode}
                onKey={nodeKey}
              />
            );
          })}
        </svg>
      </div>
      {hovered && hoveredCable && (
        <p className="num pointer-events-none absolute bottom-1 left-1 bg-neutral px-2 py-1 text-xs text-neutral-content">
          {hoveredCable.cable.designation} {mm2(hoveredCable.cable.areaMm2)} · design {amps(hovered.designCurrentA)} ·
          drop {hovered.dropV.toFixed(2)} V
          {hovered.faultA !== null && ` · fault ${amps(hovered.faultA)} to ${amps(hovered.faultSmallestA ?? 0)}`}
          {hovered.guardRatingA !== null && ` · guarded at ${amps(hovered.guardRatingA)}`}
        </p>
      )}
    </div>
  );
}
