import type { Id } from '@ombrik/core/document/basics';
import { removeConnections } from '@ombrik/core/document/connection/connect';
import type { Item } from '@ombrik/core/document/item/item';
import { type KeyboardEvent, type PointerEvent, type RefObject, useCallback } from 'react';
import { useKeys } from '../../find/bindings.ts';
import { useJob } from '../../session/useJob.ts';
import { useLatest } from '../../ui/useLatest.ts';
import type { Point } from './oneLineGeometry.ts';

const NUDGE: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -10, y: 0 },
  ArrowRight: { x: 10, y: 0 },
  ArrowUp: { x: 0, y: -10 },
  ArrowDown: { x: 0, y: 10 },
};
export interface NodeDrag {
  itemId: string;
  grab: Point;
  at: Point;
}

/** Puts the hand into a field that is drawn in a moment. */
function focusSoon(id: string, frames = 60): void {
  requestAnimationFrame(() => {
    const field = document.getElementById(id);
    if (field) field.focus();
    else if (frames > 0) focusSoon(id, frames - 1);
  });
}

/** A pointer's place in the drawing's own measure. */
export const inDrawing = (ground: SVGGElement, e: { clientX: number; clientY: number }): Point => {
  const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(ground.getScreenCTM()!.inverse());
  return { x: p.x, y: p.y };
};

/**
 * What hands and keys do in the one-line drawing: the same functions for every sign and line, so that what has not
 * changed is not drawn again.
 */
export function useOneLineHands({
  ground,
  items,
  probes,
  onFault,
  setDrag,
}: {
  ground: RefObject<SVGGElement | null>;
  items: ReadonlyMap<Id, Item>;
  /** Whether a line is to be chosen for the fault. */
  probes: RefObject<boolean>;
  onFault: (connectionId: string) => void;
  setDrag: (drag: NodeDrag | null) => void;
}) {
  const job = useJob();
  useKeys('A line or a part of the diagram', [
    { keys: 'i', says: 'Put a part into the line' },
    { keys: 'm', says: 'Take the line’s end elsewhere' },
    { keys: 'Delete', says: 'Remove the line' },
    { keys: 'ArrowLeft', says: 'Move the part on the drawing, any arrow' },
  ]);
  const hand = useLatest({ job, items, onFault, placed: new Map<string, Point>() });
  const pick = useCallback(
    (connectionId: string, cableId: string) => {
      const { onFault, job } = hand.current;
      if (probes.current) onFault(connectionId);
      else job.select({ kind: 'cable', id: cableId });
    },
    [hand, probes],
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
        focusSoon(key === 'i' ? 'line-put-in' : 'line-end');
      }
    },
    [hand],
  );
  const start = useCallback(
    (e: PointerEvent, itemId: string) => {
      const node = hand.current.placed.get(itemId)!;
      hand.current.job.select({ kind: 'item', id: itemId });
      const p = inDrawing(ground.current!, e);
      setDrag({ itemId, grab: { x: p.x - node.x, y: p.y - node.y }, at: { x: node.x, y: node.y } });
      ground.current?.ownerSVGElement?.setPointerCapture(e.pointerId);
    },
    [hand, ground, setDrag],
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
  return { pick, lineKey, start, put, nodeKey, focusNode, hand };
}
