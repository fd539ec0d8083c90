import type { ColourCode } from '@ombrik/core/document/cable/cable';
import { COLOUR_HEX } from '@ombrik/core/tables/conductorColours';
import { memo } from 'react';
import { amps } from '../../ui/format.ts';
import { still } from '../../ui/still.ts';
import type { Point } from './oneLineGeometry.ts';

const path = (points: readonly Point[]) => points.map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`).join('');

type Anchor = 'middle' | 'end';
/** Width of a letter of the name at its size. */
const LETTER = 6.6;

/** Where a name can stand: on the longest level stretch, or run up to the line's end when that is too short. */
function nameSpot(points: readonly Point[], letters: number): Point & { anchor: Anchor } {
  let longest = { length: -1, at: points[0]! };
  points.slice(1).forEach((b, i) => {
    const a = points[i]!;
    const length = Math.abs(b.x - a.x);
    if (length > longest.length) longest = { length, at: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 } };
  });
  if (longest.length >= letters * LETTER) return { ...longest.at, anchor: 'middle' };
  const end = points.at(-1)!;
  return { x: end.x - 3, y: end.y, anchor: 'end' };
}

/** One line of the drawing, with its name, size and what it carries now. */
export const OneLineEdge = memo(function OneLineEdge(props: {
  connectionId: string;
  cableId: string;
  points: readonly Point[];
  name: string;
  ends: string;
  areaMm2: number;
  designA: number;
  colour: ColourCode | null;
  dashed: boolean;
  /** In the chosen scenario, A; null while none is chosen. */
  currentA: number | null;
  chosen: boolean;
  faulted: boolean;
  lit: boolean;
  onPick: (connectionId: string, cableId: string) => void;
  onHover: (connectionId: string | null) => void;
  onKey: (key: string, cableId: string) => void;
}) {
  const { connectionId, cableId, points, name, areaMm2, currentA, chosen, faulted, lit } = props;
  const carries = currentA === null || Math.abs(currentA) > 0.01;
  const label = `${name} ${areaMm2}²${currentA !== null && carries ? ` ${amps(Math.abs(currentA))}` : ''}`;
  const at = nameSpot(points, label.length);
  const d = path(points);
  const end = points.at(-1)!;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Line ${name}, ${props.ends}, ${areaMm2} square millimetres, ${props.designA.toFixed(1)} amperes`}
      aria-pressed={chosen}
      className="focus-line cursor-pointer outline-none"
      onPointerDown={(e) => {
        e.stopPropagation();
        props.onPick(connectionId, cableId);
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          props.onPick(connectionId, cableId);
        } else props.onKey(e.key, cableId);
      }}
      onPointerEnter={() => props.onHover(connectionId)}
      onPointerLeave={() => props.onHover(null)}
      onFocus={() => props.onHover(connectionId)}
      onBlur={() => props.onHover(null)}
    >
      <path d={d} fill="none" stroke="transparent" strokeWidth={12} />
      <path
        d={d}
        fill="none"
        stroke={chosen ? 'var(--color-primary)' : lit ? 'var(--color-error)' : 'var(--color-base-content)'}
        strokeWidth={(chosen || lit ? 3 : 1.4) + Math.min(3, areaMm2 / 25)}
        opacity={carries ? 1 : 0.28}
      />
      {props.colour && (
        <path
          d={d}
          fill="none"
          stroke={lit ? 'var(--color-error)' : COLOUR_HEX[props.colour]}
          strokeWidth={Math.max(1, Math.min(3, areaMm2 / 25))}
          strokeDasharray={props.dashed ? '4 4' : undefined}
          opacity={carries ? 1 : 0.28}
        />
      )}
      {lit && (
        <path d={d} fill="none" stroke="var(--color-base-100)" strokeWidth={1.2} strokeDasharray="3 9">
          {!still() && (
            <animate attributeName="stroke-dashoffset" from="24" to="0" dur="0.7s" repeatCount="indefinite" />
          )}
        </path>
      )}
      <text
        x={at.x}
        y={at.y - 4}
        textAnchor={at.anchor}
        fontSize={11}
        className="svg-num"
        fill={chosen ? 'var(--color-primary)' : 'currentColor'}
        stroke="var(--color-base-200)"
        strokeWidth={3}
        paintOrder="stroke"
        opacity={carries ? 1 : 0.55}
      >
        {label}
      </text>
      {faulted && (
        <path
          transform={`translate(${end.x - 9} ${end.y})`}
          d="M-4 -11L3 -3L-2 -1L5 9L-7 0L-1 -2Z"
          fill="var(--color-error)"
        />
      )}
    </g>
  );
});
