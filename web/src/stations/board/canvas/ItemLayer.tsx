import type { PointMm } from '@ombrik/core/document/basics';
import type { Item } from '@ombrik/core/document/item/item';
import type { Part } from '@ombrik/core/document/part/part';
import type { SeatText } from '@ombrik/core/drawing/marks';
import { itemRect, onPanel } from '@ombrik/core/stages/lengths/geometry';
import { itemOutline } from '@ombrik/core/stages/place/outlines';
import { spannerMm } from '@ombrik/core/tables/layoutPractice';
import { type KeyboardEvent, memo, type PointerEvent, useCallback, useRef } from 'react';
import { useJob } from '../../../session/useJob.ts';
import { type BoardView, rectSeen, sameSight, seenBy } from '../boardView.ts';
import { detailAt, FaceMarks } from '../FaceMarks.tsx';
import { useSeatTexts } from '../useSeatTexts.ts';

export const onThisPanel = (item: Item, view: Pick<BoardView, 'panel'>) =>
  item.place.kind === 'panel' && item.place.panelId === view.panel.id;

/** Parts that stand on the other face, as dashed ghosts. */
export const GhostItems = memo(function GhostItems({ view, mmPerPx: k }: { view: BoardView; mmPerPx: number }) {
  const { shown, parts } = useJob();
  const seen = seenBy(view);
  return (
    <g opacity={0.45} pointerEvents="none">
      {shown.items.map((item) => {
        const part = parts.get(item.partId);
        if (!part || item.place.kind !== 'panel' || !onThisPanel(item, view) || item.place.face === view.face)
          return null;
        const points = itemOutline(item, part)!.map(seen);
        const box = rectSeen(view, itemRect(item, part)!);
        return (
          <g key={item.id}>
            <polygon
              points={points.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
              fill="none"
              stroke="currentColor"
              strokeDasharray="4 4"
            />
            <text
              x={box.leftMm + 3 * k}
              y={box.bottomMm - 4 * k}
              fontSize={12 * k}
              fontFamily="var(--font-label)"
              fill="currentColor"
            >
              {item.designation} {view.face === 'front' ? 'behind' : 'in front'}
            </text>
          </g>
        );
      })}
    </g>
  );
}, sameSight);

/** Parts on the face that is seen; the chosen ones with the room they ask for. */
export function ItemLayer({
  view,
  mmPerPx: k,
  onKey,
  onStart,
}: {
  view: BoardView;
  mmPerPx: number;
  onKey: (e: KeyboardEvent, item: Item) => void;
  onStart: (e: PointerEvent, item: Item, centre: { xMm: number; yMm: number }) => void;
}) {
  const { shown, parts, dossier, select, selection } = useJob();
  const seen = seenBy(view);
  const seatsOf = useSeatTexts();
  const stopItems = new Set(dossier.findings.filter((f) => f.severity === 'stop').flatMap((f) => f.where.itemIds));
  const here = shown.items.filter(
    (i) => i.place.kind === 'panel' && onThisPanel(i, view) && i.place.face === view.face && parts.has(i.partId),
  );
  // The same functions for every part and every drawing, so that one that has not changed is left as it is.
  const hands = useRef({ onKey, onStart, select, selection, view });
  hands.current = { onKey, onStart, select, selection, view };
  const focused = useCallback((item: Item) => {
    const { view: now, selection: was, select: choose } = hands.current;
    if (!now.chosen.has(item.id) || was?.kind !== 'item') choose({ kind: 'item', id: item.id });
  }, []);
  const keyed = useCallback((e: KeyboardEvent, item: Item) => hands.current.onKey(e, item), []);
  const started = useCallback(
    (e: PointerEvent, item: Item, centre: PointMm) => hands.current.onStart(e, item, centre),
    [],
  );
  return (
    <>
      <g>
        {here.map((item) => {
          const part = parts.get(item.partId)!;
          if (!view.chosen.has(item.id)) return null;
          const clear = rectSeen(view, itemRect(item, part, part.clearSpaceMm)!);
          const studs =
            view.chosen.size === 1 ? part.terminals.filter((t) => t.attachment.kind === 'stud').slice(0, 12) : [];
          return (
            <g key={`clear-${item.id}`} data-item={item.id}>
              {studs.map((t) => {
                const at = seen(onPanel(item, t)!);
                return (
                  <circle
                    key={t.id}
                    cx={at.xMm}
                    cy={at.yMm}
                    r={t.attachment.kind === 'stud' ? spannerMm(t.attachment.diameterMm) : 0}
                    fill="none"
                    stroke="var(--color-secondary)"
                    strokeOpacity={0.35}
                    strokeDasharray="2 5"
                  />
                );
              })}
              <rect
                x={clear.leftMm}
                y={clear.topMm}
                width={clear.rightMm - clear.leftMm}
                height={clear.bottomMm - clear.topMm}
                fill="url(#hot)"
                stroke="var(--color-primary)"
                strokeDasharray="5 4"
              />
            </g>
          );
        })}
      </g>
      <g>
        {here.map((item) => (
          <ItemShape
            key={item.id}
            item={item}
            part={parts.get(item.partId)!}
            centre={seen(item.place as PointMm)}
            behind={view.face === 'back'}
            chosen={view.chosen.has(item.id)}
            stop={stopItems.has(item.id)}
            detail={detailAt(k)}
            seats={seatsOf(item.id)}
            onFocus={focused}
            onKey={keyed}
            onStart={started}
          />
        ))}
      </g>
    </>
  );
}

interface ItemShapeProps {
  item: Item;
  part: Part;
  /** As seen. */
  centre: PointMm;
  behind: boolean;
  chosen: boolean;
  stop: boolean;
  detail: 0 | 1 | 2;
  seats: SeatText | undefined;
  onFocus: (item: Item) => void;
  onKey: (e: KeyboardEvent, item: Item) => void;
  onStart: (e: PointerEvent, item: Item, centre: PointMm) => void;
}

const drawnAlike = (a: ItemShapeProps, b: ItemShapeProps): boolean =>
  a.item === b.item &&
  a.part === b.part &&
  a.centre.xMm === b.centre.xMm &&
  a.behind === b.behind &&
  a.chosen === b.chosen &&
  a.stop === b.stop &&
  a.detail === b.detail &&
  a.seats === b.seats;

const ItemShape = memo(function ItemShape({
  item,
  part,
  centre,
  behind,
  chosen,
  stop,
  detail,
  seats,
  onFocus,
  onKey,
  onStart,
}: ItemShapeProps) {
  if (item.place.kind !== 'panel') return null;
  const { xMm, yMm, rotationDeg } = item.place;
  const where = `at ${Math.round(xMm)}, ${Math.round(yMm)} millimetres${behind ? ', behind' : ''}${item.held ? ', held' : ''}`;
  return (
    <g
      data-item={item.id}
      role="button"
      tabIndex={0}
      aria-label={`${item.designation} ${item.name || part.name}, ${where}${stop ? ', has a stop finding' : ''}`}
      aria-pressed={chosen}
      className={item.held ? 'cursor-not-allowed outline-none' : 'cursor-grab outline-none'}
      style={{ color: chosen ? 'var(--color-primary)' : 'var(--color-base-content)' }}
      onFocus={() => onFocus(item)}
      onKeyDown={(e) => onKey(e, item)}
      onPointerDown={(e) => onStart(e, item, centre)}
    >
      <g transform={`translate(${centre.xMm} ${centre.yMm}) rotate(${rotationDeg})`}>
        <FaceMarks part={part} detail={detail} turnDeg={rotationDeg} seats={seats} edge={chosen} />
      </g>
    </g>
  );
}, drawnAlike);
