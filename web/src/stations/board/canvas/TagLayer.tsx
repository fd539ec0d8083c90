import type { Id } from '@ombrik/core/document/basics';
import { useJob } from '../../../session/useJob.ts';
import type { BoardView } from '../boardView.ts';
import type { DrawnCable } from '../useDrawnCables.ts';
import { type Tag, useTags } from '../useTags.ts';

/** Names over everything: dark ones of parts, light ones of wires, which choose their wire where they are seen. */
export function TagLayer({ view, drawn, mmPerPx }: { view: BoardView; drawn: readonly DrawnCable[]; mmPerPx: number }) {
  const { selection, select } = useJob();
  const chosenCable = selection?.kind === 'cable' ? selection.id : null;
  const tags = useTags(view, drawn, chosenCable, mmPerPx);
  const pick = (id: Id) => select({ kind: 'cable', id });
  return tags.map((tag) =>
    tag.kind === 'item' ? (
      <ItemTag key={`item ${tag.id}`} tag={tag} k={mmPerPx} chosen={view.chosen.has(tag.id)} />
    ) : (
      <CableTag
        key={`cable ${tag.id}`}
        tag={tag}
        k={mmPerPx}
        chosen={tag.id === chosenCable}
        idle={view.tool !== 'choose'}
        onPick={pick}
      />
    ),
  );
}

function ItemTag({ tag, k, chosen }: { tag: Tag; k: number; chosen: boolean }) {
  return (
    <g data-item={tag.id} pointerEvents="none">
      <rect
        x={tag.xMm - tag.widthMm / 2}
        y={tag.yMm - tag.heightMm / 2}
        width={tag.widthMm}
        height={tag.heightMm}
        rx={2 * k}
        fill={chosen ? 'var(--color-primary)' : 'var(--color-neutral)'}
      />
      <text
        x={tag.xMm}
        y={tag.yMm + 4.6 * k}
        textAnchor="middle"
        fontSize={13 * k}
        fontWeight={600}
        fontFamily="var(--font-label)"
        fill={chosen ? 'var(--color-primary-content)' : 'var(--color-neutral-content)'}
      >
        {tag.text}
      </text>
    </g>
  );
}

function CableTag({
  tag,
  k,
  chosen,
  idle,
  onPick,
}: {
  tag: Tag;
  k: number;
  chosen: boolean;
  idle: boolean;
  onPick: (cableId: Id) => void;
}) {
  return (
    // The wire itself is what keys reach; its name is a place to press it.
    <g
      className="cursor-pointer"
      pointerEvents={idle ? 'none' : undefined}
      onPointerDown={(e) => {
        e.stopPropagation();
        onPick(tag.id);
      }}
    >
      <rect
        x={tag.xMm - tag.widthMm / 2}
        y={tag.yMm - tag.heightMm / 2}
        width={tag.widthMm}
        height={tag.heightMm}
        rx={2.5 * k}
        fill={chosen ? 'var(--color-primary)' : 'var(--part)'}
        stroke="#8C7A55"
        strokeWidth={0.7 * k}
      />
      <text
        x={tag.xMm}
        y={tag.yMm + 4.2 * k}
        textAnchor="middle"
        fontSize={12 * k}
        className="svg-num"
        fill={chosen ? 'var(--color-primary-content)' : 'currentColor'}
      >
        {tag.text}
      </text>
    </g>
  );
}
