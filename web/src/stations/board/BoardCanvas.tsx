import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import { panelBox } from '@ombrik/core/stages/place/outlines';
import { memo, useRef, useState } from 'react';
import { Later } from '../../ui/Later.tsx';
import { type BoardView, seenBy } from './boardView.ts';
import { CableLayer, WaypointHandles } from './canvas/CableLayer.tsx';
import { CanvasNotes, ZoomButtons } from './canvas/CanvasNotes.tsx';
import { CoverLayer } from './canvas/CoverLayer.tsx';
import { HandMarks } from './canvas/HandMarks.tsx';
import { createHand } from './canvas/hand.ts';
import { GhostItems, ItemLayer } from './canvas/ItemLayer.tsx';
import { LitPlaces } from './canvas/LitPlaces.tsx';
import { PanelDrawing } from './canvas/PanelDrawing.tsx';
import { TagLayer } from './canvas/TagLayer.tsx';
import { TerminalLayer } from './canvas/TerminalLayer.tsx';
import { ToolLayer } from './canvas/ToolLayer.tsx';
import { useBends } from './canvas/useBends.ts';
import { useCanvasHand } from './canvas/useCanvasHand.ts';
import { useDrawTool } from './canvas/useDrawTool.ts';
import { useItemDrag } from './canvas/useItemDrag.ts';
import { useItemKeys } from './canvas/useItemKeys.ts';
import { Shelf } from './Shelf.tsx';
import { useDrawnCables } from './useDrawnCables.ts';
import { useViewport } from './useViewport.ts';

/** The board in millimetres: drag parts, join terminals, shape routes, measure, draw what keeps them off. */
export const BoardCanvas = memo(function BoardCanvas({
  view,
  connecting,
  onConnecting,
}: {
  view: BoardView;
  connecting: TerminalRef | null;
  onConnecting: (ref: TerminalRef | null) => void;
}) {
  const { panel, face, tool } = view;
  const seen = seenBy(view);
  const svg = useRef<SVGSVGElement>(null);
  const drawing = useRef(false);
  const [hand] = useState(createHand);
  const box = panelBox(panel);
  const { toBoard, ...viewport } = useViewport(svg, {
    xMm: box.leftMm - 22,
    yMm: box.topMm - 34,
    widthMm: box.rightMm - box.leftMm + 44,
    heightMm: box.bottomMm - box.topMm + 56,
  });
  const k = viewport.mmPerPx;
  const pencil = useDrawTool(view, hand, k);
  const drag = useItemDrag({ svg, view, hand, box, toBoard, mmPerPx: k });
  const bends = useBends(view);
  const keys = useItemKeys(view, hand, drag);

  const { pick, press, move, drop } = useCanvasHand({
    svg,
    view,
    hand,
    toBoard,
    viewport,
    pencil,
    drag,
    bends,
    connecting,
    onConnecting,
  });
  const drawn = useDrawnCables(view);
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]" style={{ background: 'var(--desk)' }}>
      <Shelf view={view} connecting={connecting} onPick={pick} />
      <div className="relative min-h-0 overflow-hidden">
        <svg
          ref={svg}
          className={`absolute inset-0 h-full w-full origin-top-left touch-none select-none overflow-visible ${tool === 'choose' ? '' : 'cursor-crosshair'}`}
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
          {/* Each layer in a group of its own: what comes into one has the browser lay out that one only. */}
          <PanelDrawing view={view} mmPerPx={k} />
          <GhostItems view={view} mmPerPx={k} />
          <ItemLayer view={view} mmPerPx={k} onKey={keys} onStart={drag.start} />
          <g>
            <CableLayer view={view} drawn={drawn} mmPerPx={k} toBoard={toBoard} onBend={bends.bend} />
          </g>
          <g>{view.covered && <CoverLayer view={view} mmPerPx={k} />}</g>
          <g>
            <Later>
              {tool === 'choose' && !view.covered && (
                <TerminalLayer view={view} mmPerPx={k} connecting={connecting} onPick={pick} />
              )}
            </Later>
          </g>
          <g>
            <Later>
              <TagLayer view={view} drawn={drawn} mmPerPx={k} />
            </Later>
          </g>
          <g>
            <WaypointHandles
              view={view}
              seen={seen}
              onHold={(e, cableId, segmentId, index) => {
                e.stopPropagation();
                bends.hold(cableId, segmentId, index);
                svg.current?.setPointerCapture(e.pointerId);
              }}
            />
            <LitPlaces view={view} mmPerPx={k} />
            {pencil.drawn && <ToolLayer drawn={pencil.drawn} hand={hand} mmPerPx={k} />}
          </g>
        </svg>
        <HandMarks view={viewport.view} box={box} hand={hand} mmPerPx={k} />
        <ZoomButtons zoom={viewport.zoom} fit={viewport.fit} />
        <CanvasNotes hand={hand} connecting={connecting} />
      </div>
    </div>
  );
});
