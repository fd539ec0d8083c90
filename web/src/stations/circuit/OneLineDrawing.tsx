import { oneLineOf } from '@ombrik/core/circuit/oneLine';
import type { ScenarioResult } from '@ombrik/core/circuit/scenarios';
import { memo, type PointerEvent, type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Waiting } from '../../ui/states/Waiting.tsx';
import { OneLineEdge } from './OneLineEdge.tsx';
import { OneLineNode } from './OneLineNode.tsx';
import { LineNote, ZoomButtons } from './OneLineNotes.tsx';
import { oneLineGeometry } from './oneLineGeometry.ts';
import { undersOf } from './oneLineUnders.ts';
import { useCircuitStudy } from './useCircuitStudy.ts';
import { inDrawing, type NodeDrag, useOneLineHands } from './useOneLineHands.ts';
import { useZoomedDrawing } from './useZoomedDrawing.ts';

export interface ShownFault {
  /** The line that is shorted; null while none is chosen. */
  connectionId: string | null;
  /** Lines that carry the fault. */
  litIds: ReadonlySet<string>;
  /** By item, the device that has opened. */
  opened: ReadonlyMap<string, string>;
}

/** What is looked up by id while the drawing is drawn. */
function useLookups(scenario: ScenarioResult | null) {
  const { board, dossier, parts } = useJob();
  const items = useMemo(() => new Map(board.items.map((i) => [i.id, i])), [board.items]);
  const wires = useMemo(() => new Map(dossier.sizing.wires.map((w) => [w.connectionId, w])), [dossier.sizing.wires]);
  const cableOf = useMemo(
    () => new Map(dossier.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, { cable: c, core: k }] as const))),
    [dossier.cables],
  );
  const flowing = useMemo(() => new Map(scenario?.wireA.map((w) => [w.connectionId, w.currentA])), [scenario]);
  const unders = useMemo(
    () => undersOf(dossier.sizing, scenario, items, parts),
    [dossier.sizing, scenario, items, parts],
  );
  return { items, wires, cableOf, flowing, unders };
}

/** The one-line drawing: laid out by itself, moved by hand, with what flows in the chosen scenario. */
export const OneLineDrawing = memo(function OneLineDrawing({
  scenario,
  withMinus,
  fault,
  probing,
  probes,
  onFault,
}: {
  scenario: ScenarioResult | null;
  withMinus: boolean;
  fault: ShownFault;
  /** Whether it is drawn as a line waits to be chosen for the fault; and whether one does now, which may be drawn in a moment. */
  probing: boolean;
  probes: RefObject<boolean>;
  onFault: (connectionId: string) => void;
}) {
  const job = useJob();
  const { board, dossier, parts, selection } = job;
  const graph = useMemo(() => oneLineOf(board, parts, dossier, withMinus), [board, parts, dossier, withMinus]);
  const laid = useCircuitStudy('layout', withMinus, (s) => s.layout(graph)).data;
  const ground = useRef<SVGGElement>(null);
  const [drag, setDrag] = useState<NodeDrag | null>(null);
  const [hover, setHover] = useState<string | null>(null);
  const { items, wires, cableOf, flowing, unders } = useLookups(scenario);

  const { pick, lineKey, start, put, nodeKey, focusNode, hand } = useOneLineHands({
    ground,
    items,
    probes,
    onFault,
    setDrag,
  });
  // Once for each state: what is the same is not drawn again when something is chosen or pointed at.
  const drawn = useMemo(
    () =>
      laid && oneLineGeometry(graph, laid, (id) => (drag?.itemId === id ? drag.at : (items.get(id)?.drawnAt ?? null))),
    [graph, laid, drag, items],
  );
  const { larger, smaller, whole, showFocused, bring } = useZoomedDrawing(
    ground,
    drawn?.box ?? null,
    drawn?.startY ?? null,
  );
  const there = laid !== undefined;
  // Who comes by a link, or chose it elsewhere, sees what is chosen.
  useEffect(() => {
    const chosen = there && selection ? ground.current?.querySelector('[aria-pressed="true"]') : null;
    if (chosen instanceof SVGGraphicsElement) bring(chosen);
  }, [there, selection?.kind, selection?.id]);
  if (!laid || !drawn) return <Waiting what="Laying the drawing out" shape="drawing" className="p-4" />;
  const { placed, edges, box } = drawn;
  hand.current.placed = placed;
  const move = (e: PointerEvent) => {
    if (!drag) return;
    const at = inDrawing(ground.current!, e);
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
      <ZoomButtons larger={larger} smaller={smaller} fit={whole} />
      <div className="relative h-full overflow-hidden">
        <svg
          viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
          className={`absolute inset-0 h-full w-full touch-none select-none ${probing ? 'cursor-crosshair' : ''}`}
          role="application"
          aria-label={`One-line drawing, ${graph.nodes.length} parts, ${graph.edges.length} lines`}
          onPointerMove={move}
          onPointerUp={drop}
          onPointerCancel={drop}
          onFocus={showFocused}
        >
          <g ref={ground}>
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
          </g>
        </svg>
      </div>
      {hovered && hoveredCable && <LineNote wire={hovered} cable={hoveredCable.cable} />}
    </div>
  );
});
