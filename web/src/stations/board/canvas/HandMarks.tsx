import type { Box } from '@ombrik/core/solvers/polygon';
import type { RectMm } from '@ombrik/core/stages/lengths/geometry';
import type { Gap, Snapped } from '../snap.ts';

/** What shows while the hand moves: lines it has caught, gaps in numbers, the frame it draws. */
export function HandMarks({
  box,
  guides,
  gaps,
  frame,
  mmPerPx: k,
}: {
  box: Box;
  guides: Snapped['guides'];
  gaps: readonly Gap[];
  frame: RectMm | null;
  mmPerPx: number;
}) {
  return (
    <>
      {guides.map((g) => (
        <line
          key={`${g.axis}${g.atMm}`}
          x1={g.axis === 'x' ? g.atMm : box.leftMm - 30}
          x2={g.axis === 'x' ? g.atMm : box.rightMm + 30}
          y1={g.axis === 'y' ? g.atMm : box.topMm - 30}
          y2={g.axis === 'y' ? g.atMm : box.bottomMm + 30}
          stroke="var(--color-secondary)"
          strokeDasharray={g.what === 'stud' ? '1 3' : g.what === 'gap' ? '8 3' : '4 3'}
        />
      ))}
      {gaps.map((g) => (
        <g key={`${g.from.xMm} ${g.from.yMm} ${g.to.xMm}`} pointerEvents="none">
          <line
            x1={g.from.xMm}
            y1={g.from.yMm}
            x2={g.to.xMm}
            y2={g.to.yMm}
            stroke="var(--color-secondary)"
            strokeDasharray="3 2"
          />
          <text
            x={(g.from.xMm + g.to.xMm) / 2}
            y={(g.from.yMm + g.to.yMm) / 2 - 3 * k}
            fontSize={12 * k}
            textAnchor="middle"
            className="svg-num"
            fill="var(--color-secondary)"
            stroke="var(--board)"
            strokeWidth={3 * k}
            paintOrder="stroke"
          >
            {Math.round(g.mm)}
          </text>
        </g>
      ))}
      {frame && (
        <rect
          x={frame.leftMm}
          y={frame.topMm}
          width={frame.rightMm - frame.leftMm}
          height={frame.bottomMm - frame.topMm}
          fill="var(--color-primary)"
          fillOpacity={0.08}
          stroke="var(--color-primary)"
          strokeDasharray="4 3"
        />
      )}
    </>
  );
}
