import type { PlannedRod } from '@ombrik/core/stock/cutPlan';
import type { ReactNode } from 'react';
import { metres } from '../../ui/format.ts';

const WIDTH = 1000;
const HEIGHT = 64;
/** The conductor as it lies on the bench, px of the drawing. */
const [TOP, THICK] = [12, 9];
/** Room for the reel the rest stays on. */
const REEL = 56;
const TAG_LETTER = 7.2;
/** Between two marks of the bench's rule, mm: the first that leaves room for the eye. */
const TICKS = [50, 100, 250, 500, 1000, 2500, 5000, 10_000];
const TICK_PX = 12;

/**
 * One rod as it lies along the bench's rule, end to end with its cuts, a tag hanging from every piece, and what is left:
 * of a long reel only what is run off it is drawn, and the reel it stays on.
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
  const onReel = rod.lengthMm > used * 1.6 + 400;
  const shown = onReel ? used + Math.max(used * 0.12, 120) : rod.lengthMm;
  const scale = (WIDTH - (onReel ? REEL : 4)) / Math.max(1, shown);
  const endX = 1 + shown * scale;
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
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label={`${rod.label}: ${rod.cuts.length} cuts`}
      >
        <path d={ruleMarks(used, scale)} stroke="var(--dim)" strokeWidth={0.8} opacity={0.7} />
        <Strand
          fromX={1 + used * scale}
          toX={endX}
          fill={rod.rest === 'scrap' ? 'url(#scrap)' : fill}
          dashed={!rod.stockId}
          pale={rod.rest !== 'scrap'}
        />
        {rod.cuts.map((cut) => (
          <Piece key={cut.piece.id} cut={cut} scale={scale} fill={fill} cutAlready={done(cut.piece.id)} />
        ))}
        {onReel && <Reel x={endX} fill={fill} />}
      </svg>
    </figure>
  );
}

/** Marks along the bench as far as is cut. */
function ruleMarks(usedMm: number, scale: number): string {
  const apart = TICKS.find((mm) => mm * scale >= TICK_PX) ?? TICKS.at(-1)!;
  const many = Math.min(200, Math.floor(usedMm / apart));
  return Array.from({ length: many + 1 }, (_, n) => `M${1 + n * apart * scale} 1v${n % 5 === 0 ? 7 : 4}`).join('');
}

/** A stretch of conductor: its insulation, thinner-edged where it is no piece yet. */
function Strand({
  fromX,
  toX,
  fill,
  dashed,
  pale,
}: {
  fromX: number;
  toX: number;
  fill: string;
  dashed?: boolean;
  pale?: boolean;
}) {
  return (
    <rect
      x={fromX}
      y={TOP}
      width={Math.max(0, toX - fromX)}
      height={THICK}
      fill={fill}
      fillOpacity={pale ? 0.28 : 1}
      stroke="currentColor"
      strokeWidth={0.9}
      strokeDasharray={dashed ? '6 4' : undefined}
    />
  );
}

/** A piece between two cuts, with the tag it is bound with and the mark its end is cut at. */
function Piece({
  cut: { piece, fromMm, toMm },
  scale,
  fill,
  cutAlready,
}: {
  cut: PlannedRod['cuts'][number];
  scale: number;
  fill: string;
  cutAlready: boolean;
}) {
  const x = 1 + fromMm * scale;
  const w = (toMm - fromMm) * scale;
  const words = w > 110 ? piece.what.slice(0, Math.floor((w - 22) / TAG_LETTER)) : piece.what.split(/[ ,]/)[0]!;
  const tagW = words.length * TAG_LETTER + 18;
  const tagX = x + w / 2 - tagW / 2;
  const end = x + w;
  return (
    <g opacity={cutAlready ? 0.4 : 1}>
      <title>
        {piece.provisional ? 'a guess, do not cut yet: ' : ''}
        {piece.what}, job {piece.jobNumber}: {piece.lengthMm} mm, mark at {toMm} mm
      </title>
      <rect x={x} y={TOP} width={w} height={THICK} fill={fill} stroke="currentColor" strokeWidth={0.9} />
      {/* Where the shears go: a notch from both sides. */}
      <path
        d={`M${end - 4} ${TOP - 5}L${end} ${TOP + THICK / 2}L${end + 4} ${TOP - 5}M${end - 4} ${TOP + THICK + 5}L${end} ${TOP + THICK / 2}L${end + 4} ${TOP + THICK + 5}`}
        fill="none"
        stroke="var(--color-primary)"
        strokeWidth={1.3}
      />
      {w > 34 && (
        <>
          <path d={`M${x + w / 2} ${TOP + THICK}v8`} stroke="currentColor" strokeWidth={0.8} />
          <path
            d={`M${tagX + 5} 29h${tagW - 10}l5 5v12h${-tagW}v-12z`}
            fill="var(--color-base-100)"
            stroke="currentColor"
            strokeWidth={0.8}
          />
          <text
            x={x + w / 2}
            y={43}
            fontSize={13}
            textAnchor="middle"
            fontFamily="var(--font-label)"
            fill="currentColor"
          >
            {words}
          </text>
        </>
      )}
      {w > 26 && (
        <text x={end} y={60} fontSize={12.5} textAnchor="end" className="svg-num" fill="currentColor">
          {piece.provisional ? '~' : ''}
          {toMm}
        </text>
      )}
    </g>
  );
}

/** The reel the rest stays on, seen from its side. */
function Reel({ x, fill }: { x: number; fill: string }) {
  const [cx, cy] = [x + 22, TOP + THICK / 2 + 8];
  return (
    <g>
      <path d={`M${x} ${TOP + THICK / 2}Q${cx} ${TOP - 4} ${cx + 12} ${cy - 6}`} fill="none" stroke="currentColor" />
      <circle cx={cx} cy={cy} r={18} fill="var(--color-base-100)" stroke="currentColor" />
      <circle cx={cx} cy={cy} r={15.5} fill={fill} stroke="currentColor" strokeWidth={0.8} />
      {[13, 10.5].map((r) => (
        <circle key={r} cx={cx} cy={cy} r={r} fill="none" stroke="currentColor" strokeWidth={0.6} opacity={0.5} />
      ))}
      <circle cx={cx} cy={cy} r={7.5} fill="var(--color-base-200)" stroke="currentColor" />
      <circle cx={cx} cy={cy} r={2} fill="currentColor" />
    </g>
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
