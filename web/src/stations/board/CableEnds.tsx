import type { PointMm } from '@ombrik/core/document/basics';
import type { MadeEnd } from '@ombrik/core/stages/terminations/terminations';

/**
 * A lug on its stud with the shrink over its barrel, seen from above.
 * @param at the stud; @param along a point its cable goes towards
 */
export function LugMark({
  end,
  at,
  along,
  lugMm,
  diameterMm,
}: {
  end: MadeEnd;
  at: PointMm;
  along: PointMm;
  lugMm: number;
  diameterMm: number;
}) {
  const turn = (Math.atan2(along.yMm - at.yMm, along.xMm - at.xMm) * 180) / Math.PI;
  const palm = Math.max(end.palmWidthMm / 2, (end.studMm ?? 4) * 0.8);
  const barrel = Math.max(3, diameterMm * 0.92);
  return (
    <g transform={`translate(${at.xMm} ${at.yMm}) rotate(${turn})`} pointerEvents="none">
      <circle r={palm} fill="var(--ink-copper)" stroke="var(--ink-copperEdge)" strokeWidth={0.7} />
      <rect
        x={palm * 0.5}
        y={-barrel / 2}
        width={Math.max(4, lugMm - palm * 0.5)}
        height={barrel}
        rx={1}
        fill="var(--ink-copper)"
        stroke="var(--ink-copperEdge)"
        strokeWidth={0.7}
      />
      {end.shrinkMm > 0 && (
        <rect
          x={lugMm * 0.55}
          y={-diameterMm / 2 - 0.8}
          width={Math.min(end.shrinkMm, lugMm * 0.45 + diameterMm)}
          height={diameterMm + 1.6}
          rx={1.5}
          fill="var(--ink-dark)"
          opacity={0.92}
        />
      )}
    </g>
  );
}
