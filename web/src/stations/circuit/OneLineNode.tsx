import type { PartKind } from '@ombrik/core/document/part/part';
import { type KeyboardEvent, memo, type PointerEvent } from 'react';
import { PartSign } from './PartSign.tsx';

const SHORT = 24;

/** One part of the drawing: its sign, its designation, and one line of words. */
export const OneLineNode = memo(function OneLineNode(props: {
  itemId: string;
  kind: PartKind;
  x: number;
  y: number;
  width: number;
  height: number;
  designation: string;
  name: string;
  under: string;
  /** Words beside the sign, where no line leaves it; else above and under. */
  beside: boolean;
  chosen: boolean;
  /** What has opened, by name. */
  opened: string | null;
  onStart: (e: PointerEvent, itemId: string) => void;
  onFocus: (itemId: string) => void;
  onKey: (e: KeyboardEvent, itemId: string) => void;
}) {
  const { itemId, kind, width, height, chosen, opened, under, beside } = props;
  const words = { fontFamily: 'var(--font-label)', fill: 'currentColor' } as const;
  return (
    <g
      transform={`translate(${props.x} ${props.y})`}
      role="button"
      tabIndex={0}
      aria-label={`${props.designation} ${props.name}${opened ? ', opened' : ''}`}
      aria-pressed={chosen}
      className="focus-line cursor-grab outline-none"
      style={{ color: opened ? 'var(--color-error)' : chosen ? 'var(--color-primary)' : 'var(--color-base-content)' }}
      onPointerDown={(e) => {
        e.stopPropagation();
        props.onStart(e, itemId);
      }}
      onFocus={() => props.onFocus(itemId)}
      onKeyDown={(e) => props.onKey(e, itemId)}
    >
      <rect x={-4} y={-16} width={width + 8} height={height + 32} fill="transparent" />
      <PartSign kind={kind} w={width} h={height} />
      <text
        x={beside ? width + 6 : width / 2}
        y={beside ? height / 2 - 2 : kind === 'solarModule' ? -13 : -5}
        textAnchor={beside ? 'start' : 'middle'}
        fontSize={12.5}
        fontWeight={600}
        {...words}
      >
        {opened ? `${opened} opened` : props.designation}
      </text>
      {under && (
        <text
          x={beside ? width + 6 : width / 2}
          y={beside ? height / 2 + 12 : height + 13}
          textAnchor={beside ? 'start' : 'middle'}
          fontSize={11}
          {...words}
        >
          {under.length > SHORT ? `${under.slice(0, SHORT - 1)}…` : under}
        </text>
      )}
    </g>
  );
});
