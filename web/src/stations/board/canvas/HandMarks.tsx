import type { Box } from '@ombrik/core/solvers/polygon';
import { useStore } from 'zustand';
import { mm } from '../../../ui/format.ts';
import type { View } from '../useViewport.ts';
import type { HandStore } from './hand.ts';

/**
 * What shows while the hand moves: lines it has caught, gaps in numbers, the frame it draws. On a sheet of its own over
 * the board: what comes and goes with every step would make the browser lay the whole board out again.
 */
export function HandMarks({ view, box, hand, mmPerPx: k }: { view: View; box: Box; hand: HandStore; mmPerPx: number }) {
  const { guides, gaps, frame } = useStore(hand);
  return (
    <svg
      className="pointer-events-none absolute inset-0 block h-full w-full"
      style={{ contain: 'strict' }}
      viewBox={`${view.xMm} ${view.yMm} ${view.widthMm} ${view.heightMm}`}
      aria-hidden
    >
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
            {mm(g.mm)}
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
    </svg>
  );
}
