import type { Id } from '@ombrik/core/document/basics';
import { useDeferredValue } from 'react';
import { useJob } from '../../../session/useJob.ts';
import type { BoardView } from '../boardView.ts';
import type { DrawnCable } from '../useDrawnCables.ts';
import { type Tag, useTags } from '../useTags.ts';

/** Names over everything: dark ones of parts, light ones of wires, which choose their wire where they are seen. */
export function TagLayer({ view, drawn, mmPerPx }: { view: BoardView; drawn: readonly DrawnCable[]; mmPerPx: number }) {
  const { selection, select } = useJob();
  const chosenCable = selection?.kind === 'cable' ? selection.id : null;
  // Names make room for the chosen one after the hand has been answered.
  const tags = useTags(view, drawn, useDeferredValue(chosenCable), mmPerPx);
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

/** A name on its plate, in a lettering that keeps its size on the screen. */
function Plate({
  tag,
  k,
  plate,
  ink,
  edge,
}: {
  tag: Tag;
  k: number;
  plate: string;
  ink: string;
  /** A line round it, where it is as light as what it lies on. */
  edge?: string;
}) {
  const item = tag.kind === 'item';
  return (
    <>
      <rect
        x={tag.xMm - tag.widthMm / 2}
        y={tag.yMm - tag.heightMm / 2}
        width={tag.widthMm}
        height={tag.heightMm}
        rx={(item ? 2 : 2.5) * k}
        fill={plate}
        stroke={edge}
        strokeWidth={edge && 0.7 * k}
      />
      <text
        x={tag.xMm}
        y={tag.yMm + (item ? 4.6 : 4.2) * k}
        textAnchor="middle"
        fontSize={(item ? 13 : 12) * k}
        fontWeight={item ? 600 : undefined}
        fontFamily={item ? 'var(--font-label)' : undefined}
        className={item ? undefined : 'svg-num'}
        fill={ink}
      >
        {tag.text}
      </text>
    </>
  );
}

function ItemTag({ tag, k, chosen }: { tag: Tag; k: number; chosen: boolean }) {
  return (
    <g data-item={tag.id} pointerEvents="none">
      <Plate
        tag={tag}
        k={k}
        plate={chosen ? 'var(--color-primary)' : 'var(--color-neutral)'}
        ink={chosen ? 'var(--color-primary-content)' : 'var(--color-neutral-content)'}
      />
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
      <Plate
        tag={tag}
        k={k}
        plate={chosen ? 'var(--color-primary)' : 'var(--part)'}
        ink={chosen ? 'var(--color-primary-content)' : 'currentColor'}
        edge="#8C7A55"
      />
    </g>
  );
}
