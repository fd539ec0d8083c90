import { useStore } from 'zustand';
import { mm } from '../../../ui/format.ts';
import { type Drawn, POINTS_OF } from './drawnShape.ts';
import type { HandStore } from './hand.ts';

/** What is being drawn or measured, in seen coordinates. */
export function ToolLayer({ drawn, hand, mmPerPx: k }: { drawn: Drawn; hand: HandStore; mmPerPx: number }) {
  const cursor = useStore(hand, (h) => h.cursor);
  const isWhole = drawn.points.length === POINTS_OF[drawn.tool];
  const points = cursor && !isWhole ? [...drawn.points, cursor] : drawn.points;
  const [a, b] = points;
  const ink = drawn.tool === 'measure' ? 'var(--color-secondary)' : 'var(--color-primary)';
  const line = points.map((p) => `${p.xMm},${p.yMm}`).join(' ');
  return (
    <g pointerEvents="none">
      {drawn.tool === 'keepOut' && a && b ? (
        <rect
          x={Math.min(a.xMm, b.xMm)}
          y={Math.min(a.yMm, b.yMm)}
          width={Math.abs(a.xMm - b.xMm)}
          height={Math.abs(a.yMm - b.yMm)}
          fill="url(#no-go)"
          stroke="var(--color-error)"
        />
      ) : (
        <polyline points={line} fill="none" stroke={ink} strokeWidth={2 * k} strokeDasharray={`${5 * k} ${3 * k}`} />
      )}
      {points.map((p, i) => (
        // The points of one shape have no name but their place in it.
        <circle key={i} cx={p.xMm} cy={p.yMm} r={4 * k} fill="var(--part)" stroke={ink} strokeWidth={1.5 * k} />
      ))}
      {a && b && drawn.tool !== 'outline' && (
        <text
          x={(a.xMm + b.xMm) / 2}
          y={(a.yMm + b.yMm) / 2 - 8 * k}
          fontSize={14 * k}
          textAnchor="middle"
          className="svg-num"
          fill={ink}
          stroke="var(--board)"
          strokeWidth={4 * k}
          paintOrder="stroke"
        >
          {`${mm(Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm))}  ↔ ${mm(Math.abs(b.xMm - a.xMm))}  ↕ ${mm(Math.abs(b.yMm - a.yMm))}`}
        </text>
      )}
    </g>
  );
}
