import type { PlannedRod } from '@ombrik/core/stock/cutPlan';
import type { ReactNode } from 'react';
import { metres } from '../../ui/format.ts';

const WIDTH = 1000;

/**
 * One rod laid out to scale with its cuts, the marks a tape reads, and what is left. Of a long reel only the part that is
 * cut is drawn, with a break.
 */
export function RodDrawing({
  rod,
  fill,
  done,
  action,
}: {
  rod: PlannedRod;
  fill: string;
  done: (pieceId: string) => boolean;
  /** What can be done with the whole rod. */
  action?: ReactNode;
}) {
  const used = rod.cuts.at(-1)?.toMm ?? 0;
  const broken = rod.lengthMm > used * 1.6 + 400;
  const shown = broken ? used + Math.max(used * 0.12, 120) : rod.lengthMm;
  const scale = (WIDTH - (broken ? 60 : 4)) / Math.max(1, shown);
  return (
    <figure className="mt-1">
      <figcaption className="flex flex-wrap items-baseline gap-x-3 text-[13px]">
        <b className={rod.stockId ? '' : 'text-error'}>{rod.label}</b>
        <span className="num">{metres(rod.lengthMm)}</span>
        <span className="dim">
          {rod.cuts.length} {rod.cuts.length === 1 ? 'piece' : 'pieces'},{' '}
          {rod.rest === 'none'
            ? 'nothing left'
            : `${rod.restMm >= 1000 ? metres(rod.restMm) : `${rod.restMm} mm`} ${rod.rest === 'kept' ? 'stays' : 'scrap'}`}
        </span>
        {action}
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} 46`}
        className="w-full"
        role="img"
        aria-label={`${rod.label}: ${rod.cuts.length} cuts`}
      >
        <rect
          x={1}
          y={6}
          width={broken ? WIDTH - 8 : shown * scale}
          height={20}
          fill={rod.rest === 'scrap' ? 'url(#scrap)' : 'none'}
          stroke="currentColor"
          strokeDasharray={rod.stockId ? undefined : '6 4'}
        />
        {rod.cuts.map((cut) => {
          const x = 1 + cut.fromMm * scale;
          const w = (cut.toMm - cut.fromMm) * scale;
          const cutAlready = done(cut.piece.id);
          return (
            <g key={cut.piece.id} opacity={cutAlready ? 0.4 : 1}>
              <title>
                {cut.piece.provisional ? 'a guess, do not cut yet: ' : ''}
                {cut.piece.what}, job {cut.piece.jobNumber}: {cut.piece.lengthMm} mm, mark at {cut.toMm} mm
              </title>
              <rect x={x} y={6} width={w} height={20} fill={fill} stroke="currentColor" strokeWidth={0.8} />
              <rect
                x={x + 1}
                y={9}
                width={Math.max(0, w - 2)}
                height={14}
                fill="var(--color-base-100)"
                opacity={0.86}
              />
              {w > 34 && (
                <text
                  x={x + w / 2}
                  y={20}
                  fontSize={12}
                  textAnchor="middle"
                  fontFamily="var(--font-label)"
                  fill="currentColor"
                >
                  {w > 92 ? cut.piece.what.slice(0, Math.floor(w / 7)) : cut.piece.what.split(/[ ,]/)[0]}
                </text>
              )}
              {w > 26 && (
                <text x={x + w} y={39} fontSize={11} textAnchor="end" className="svg-num" fill="currentColor">
                  {cut.piece.provisional ? '~' : ''}
                  {cut.toMm}
                </text>
              )}
              <path d={`M${x + w} 2v27`} stroke="var(--color-primary)" strokeWidth={1.4} />
            </g>
          );
        })}
        {broken && <path d={`M${WIDTH - 34} 2l-8 14l8 0l-8 14`} fill="none" stroke="currentColor" strokeWidth={1.4} />}
      </svg>
    </figure>
  );
}

/** Hatching for what is scrap. */
export function ScrapPattern() {
  return (
    <svg width={0} height={0} aria-hidden className="absolute">
      <defs>
        <pattern id="scrap" width={7} height={7} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v7" stroke="var(--color-error)" strokeWidth={2} opacity={0.6} />
        </pattern>
      </defs>
    </svg>
  );
}
