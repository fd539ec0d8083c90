import type { Part } from '@ombrik/core/document/part/part';
import type { Ink, Mark, SeatText } from '@ombrik/core/drawing/marks';
import { partFace } from '@ombrik/core/drawing/partFace';
import { memo, useMemo } from 'react';

const inkOf = (ink: Ink | undefined) => (ink === undefined ? 'none' : ink.startsWith('#') ? ink : `var(--ink-${ink})`);
const strokeOf = (mark: Mark) => ({ stroke: inkOf(mark.line), strokeWidth: mark.lineMm });

export function OneMark({ mark, turnDeg }: { mark: Mark; turnDeg: number }) {
  switch (mark.kind) {
    case 'rect':
      return (
        <rect
          x={mark.xMm}
          y={mark.yMm}
          width={mark.widthMm}
          height={mark.heightMm}
          rx={mark.cornerMm}
          fill={inkOf(mark.fill)}
          {...strokeOf(mark)}
        />
      );
    case 'circle':
      return <circle cx={mark.xMm} cy={mark.yMm} r={mark.radiusMm} fill={inkOf(mark.fill)} {...strokeOf(mark)} />;
    case 'line':
      return (
        <path
          d={mark.points.map((p, i) => `${i ? 'L' : 'M'}${p.xMm} ${p.yMm}`).join('') + (mark.closed ? 'Z' : '')}
          fill={inkOf(mark.fill)}
          strokeLinecap="round"
          strokeLinejoin="round"
          {...strokeOf(mark)}
        />
      );
    case 'text':
      // Upright, however the part is turned.
      return (
        <text
          transform={`translate(${mark.xMm} ${mark.yMm}) rotate(${-turnDeg})`}
          y={mark.sizeMm * 0.35}
          fontSize={mark.sizeMm}
          textAnchor="middle"
          fontFamily="var(--font-label)"
          fontWeight={600}
          fill={inkOf(mark.fill)}
          pointerEvents="none"
        >
          {mark.text}
        </text>
      );
  }
}

/** How much is drawn of a part, seen from so far: nuts and fins fall away first. */
export const detailAt = (mmPerPx: number): 0 | 1 | 2 => (mmPerPx < 1.1 ? 2 : mmPerPx < 2.6 ? 1 : 0);

/** A part as a fitter sees it, mm from its middle. */
export const FaceMarks = memo(function FaceMarks({
  part,
  detail,
  turnDeg = 0,
  seats,
  edge,
}: {
  part: Part;
  detail: 0 | 1 | 2;
  turnDeg?: number;
  /** What stands in its fuse seats. */
  seats?: SeatText;
  /** Its edge is lit. */
  edge?: boolean;
}) {
  const marks = useMemo(() => partFace(part, seats), [part, seats]);
  const [shell, ...rest] = marks;
  return (
    <>
      <g transform="translate(2 3)" opacity={0.2} style={{ pointerEvents: 'none' }}>
        {shell && <OneMark mark={{ ...shell, fill: 'edge', line: undefined } as Mark} turnDeg={0} />}
      </g>
      {shell && <OneMark mark={shell} turnDeg={turnDeg} />}
      {rest.map((mark, i) => mark.detail <= detail && <OneMark key={i} mark={mark} turnDeg={turnDeg} />)}
      {edge && shell && (
        <OneMark mark={{ ...shell, fill: undefined, line: '#A2501D', lineMm: 3 } as Mark} turnDeg={turnDeg} />
      )}
    </>
  );
});
