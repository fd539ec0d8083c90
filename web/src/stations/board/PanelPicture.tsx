import type { Id } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import type { Face } from '@ombrik/core/document/panel/panel';
import { itemOutline, panelBox } from '@ombrik/core/stages/place/outlines';
import type { ReactNode } from 'react';
import { useJob } from '../../session/useJob.ts';

/** A small picture of one face of a panel: outline, cables under the parts, parts by name. */
export function PanelPicture({
  board,
  panelId,
  face = 'front',
  label,
  dim,
  children,
}: {
  board: Board;
  panelId: Id;
  face?: Face;
  label: string;
  /** Parts that are drawn faintly. */
  dim?: ((itemId: Id) => boolean) | undefined;
  children: ReactNode;
}) {
  const { parts } = useJob();
  const panel = board.panels.find((p) => p.id === panelId);
  if (!panel) return null;
  const box = panelBox(panel);
  return (
    <svg
      viewBox={`${box.leftMm - 4} ${box.topMm - 4} ${box.rightMm - box.leftMm + 8} ${box.bottomMm - box.topMm + 8}`}
      className="w-full"
      role="img"
      aria-label={label}
    >
      <polygon
        points={panel.outline.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
        fill="var(--board)"
        stroke="var(--board-edge)"
        strokeWidth={3}
      />
      {children}
      {board.items.map((item) => {
        const part = parts.get(item.partId);
        const { place } = item;
        if (!part || place.kind !== 'panel' || place.panelId !== panelId || place.face !== face) return null;
        const points = itemOutline(item, part)!;
        return (
          <g key={item.id} opacity={dim?.(item.id) ? 0.75 : 1}>
            <polygon
              points={points.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
              fill="var(--part)"
              stroke={item.held ? 'var(--color-primary)' : '#23201B'}
              strokeWidth={2.5}
            />
            <text
              x={place.xMm}
              y={place.yMm + 13}
              fontSize={38}
              textAnchor="middle"
              fontFamily="var(--font-label)"
              fontWeight={600}
              fill="#23201B"
            >
              {item.designation}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
