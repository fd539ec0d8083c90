import { bendWords, marksAlong } from '@ombrik/core/stages/lengths/clips';
import type { LaidPath } from '@ombrik/core/stages/lengths/lengths';
import type { MadeCable, MadeEnd } from '@ombrik/core/stages/terminations/terminations';
import { BARE_COPPER_HEX, COLOUR_HEX } from '@ombrik/core/tables/conductorColours';
import { onDrawing } from '../told/units.ts';

const WIDTH = 1000;
const LEFT = 96;
const RIGHT = WIDTH - 96;

const END_WORD = {
  stud: 'lug',
  clamp: 'ferrule',
  lead: 'splice',
  tab: 'receptacle',
  contact: 'contact',
  socket: 'plug',
  cap: 'cap',
};

function End({ end, x, side, thickness }: { end: MadeEnd; x: number; side: -1 | 1; thickness: number }) {
  const barrel = 34;
  const y = 52;
  if (end.attachment !== 'stud') {
    // A ferrule or a splice: a plain sleeve on the strand.
    return (
      <g>
        <rect
          x={side < 0 ? x - barrel : x}
          y={y - thickness / 2 + 1}
          width={barrel}
          height={thickness - 2}
          fill="#C9824F"
          stroke="#7A3C15"
        />
        <text
          x={x + side * 40}
          y={y - thickness / 2 - 8}
          textAnchor={side < 0 ? 'start' : 'end'}
          fontSize={15}
          fill="currentColor"
        >
          {END_WORD[end.attachment]}
        </text>
      </g>
    );
  }
  const radius = Math.max(9, Math.min(22, end.palmWidthMm * 0.9));
  const hole = Math.max(3, (end.studMm ?? 4) * 0.75);
  const centre = x + side * (barrel + radius - 4);
  return (
    <g>
      <rect
        x={side < 0 ? x - barrel : x}
        y={y - thickness / 2 - 1}
        width={barrel}
        height={thickness + 2}
        rx={2}
        fill="#C9824F"
        stroke="#7A3C15"
      />
      <circle cx={centre} cy={y} r={radius} fill="#C9824F" stroke="#7A3C15" />
      <circle cx={centre} cy={y} r={hole} fill="var(--color-base-100)" stroke="#7A3C15" />
      <text x={centre} y={y + radius + 14} textAnchor="middle" fontSize={15} className="svg-num" fill="currentColor">
        M{end.studMm}
      </text>
    </g>
  );
}

/** A formed link before it is bent: strip of flat copper, its two holes, and the marks to drill by. */
function FlatStrip({ cable }: { cable: MadeCable }) {
  const core = cable.cores[0]!;
  const scale = (RIGHT - LEFT) / Math.max(1, cable.cutMm);
  const widthMm = core.from.palmWidthMm;
  const height = Math.min(44, widthMm * scale);
  const { holes, bends } = cable.pattern ?? { holes: [], bends: [] };
  return (
    <figure>
      <figcaption className="flex flex-wrap items-baseline gap-x-3">
        <span className="label-face text-base">Strip · {cable.designation}</span>
        <span className="num dim text-xs whitespace-normal">
          {cable.cableTypeName} · cut {Math.round(cable.cutMm)} mm · {core.from.lugName} / {core.to.lugName} · hole
          {holes.map((h) => ` ${h.diameterMm}`).join(' /')} mm · cover what can be touched
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} 114`}
        className="w-full"
        role="img"
        aria-label={`Formed link ${cable.designation}, cut ${Math.round(cable.cutMm)} mm, ${cable.cableTypeName}`}
      >
        <rect
          x={LEFT}
          y={52 - height / 2}
          width={RIGHT - LEFT}
          height={height}
          fill={BARE_COPPER_HEX}
          stroke="#7A3C15"
        />
        {bends.map((b) => (
          <g key={b.atMm}>
            <path
              d={`M${LEFT + b.atMm * scale} ${52 - height / 2 - 8}v${height + 16}`}
              stroke="var(--color-secondary)"
              strokeWidth={2}
              strokeDasharray="7 4"
            />
            <text
              x={LEFT + b.atMm * scale}
              y={30}
              textAnchor="middle"
              fontSize={14}
              fill="var(--color-secondary)"
              fontFamily="var(--font-label)"
            >
              {b.way} {Math.round(b.angleDeg)}° at {onDrawing(b.atMm)}
            </text>
          </g>
        ))}
        {holes.map((h) => (
          <g key={h.atMm}>
            <circle
              cx={LEFT + h.atMm * scale}
              cy={52}
              r={Math.min(height / 2.4, (h.diameterMm / 2) * scale)}
              fill="var(--color-base-100)"
              stroke="#7A3C15"
            />
            <path d={`M${LEFT + h.atMm * scale} 80V88`} stroke="currentColor" opacity={0.6} />
            <text
              x={LEFT + h.atMm * scale}
              y={105}
              textAnchor="middle"
              fontSize={15}
              className="svg-num"
              fill="currentColor"
            >
              {onDrawing(h.atMm)}
            </text>
          </g>
        ))}
        <line x1={LEFT} x2={RIGHT} y1={84} y2={84} stroke="currentColor" opacity={0.6} />
        <text x={LEFT} y={18} fontSize={16} fill="currentColor" fontFamily="var(--font-label)">
          {core.from.at}
        </text>
        <text x={RIGHT} y={18} textAnchor="end" fontSize={16} fill="currentColor" fontFamily="var(--font-label)">
          {core.to.at}
        </text>
      </svg>
    </figure>
  );
}

/** Heat-shrink over the barrel and onto the sheath; short ones are drawn long enough to be seen. */
function Shrink({ mm, scale, thickness, side }: { mm: number; scale: number; thickness: number; side: -1 | 1 }) {
  if (mm <= 0) return null;
  const width = Math.min((RIGHT - LEFT) * 0.2, Math.max(18, mm * scale));
  return (
    <rect
      x={side < 0 ? LEFT - 12 : RIGHT + 12 - width}
      y={50 - thickness / 2}
      width={width}
      height={thickness + 4}
      rx={4}
      fill="#23201B"
      opacity={0.82}
    />
  );
}

/** Millimetres from the cut end, to cut by. */
function Scale({ cutMm, scale }: { cutMm: number; scale: number }) {
  return (
    <>
      <line x1={LEFT} x2={RIGHT} y1={84} y2={84} stroke="currentColor" opacity={0.6} />
      {Array.from({ length: 6 }, (_, i) => (cutMm * i) / 5).map((m) => (
        <g key={m}>
          <line x1={LEFT + m * scale} x2={LEFT + m * scale} y1={80} y2={88} stroke="currentColor" opacity={0.6} />
          <text x={LEFT + m * scale} y={105} textAnchor="middle" fontSize={15} className="svg-num" fill="currentColor">
            {onDrawing(m)}
          </text>
        </g>
      ))}
    </>
  );
}

/** The chosen cable straightened: both ends as they are made, bends where it turns, a scale to cut by. */
export function Tape({
  cable,
  paths,
  diameterMm = 5,
  caption = true,
}: {
  cable: MadeCable;
  paths: readonly LaidPath[];
  diameterMm?: number;
  /** Left out where the same is said beside it. */
  caption?: boolean;
}) {
  const core = cable.cores[0];
  if (!core) return null;
  if (cable.flat) return <FlatStrip cable={cable} />;
  const thickness = Math.max(8, Math.min(26, Math.sqrt(cable.areaMm2) * 3.4));
  const span = RIGHT - LEFT;
  const scale = span / Math.max(1, cable.cutMm);
  const along = marksAlong(paths, diameterMm);
  const bends = bendWords(along);
  // Clips are drawn small; bends and holes are named where there is room.
  const clips = along.filter((m) => m.kind === 'clip');
  const named = along.filter((m) => m.kind !== 'clip');
  const colour = COLOUR_HEX[core.colour];
  return (
    <figure>
      {caption && (
        <figcaption className="flex flex-wrap items-baseline gap-x-3">
          <span className="label-face text-base">Tape · {cable.designation}</span>
          <span className="num dim text-xs whitespace-normal">
            cut {Math.round(cable.cutMm)} mm{cable.provisional ? ' (provisional)' : ''} · strip{' '}
            {Math.round(core.from.stripMm)} / {Math.round(core.to.stripMm)} mm · {core.from.lugName} / {core.to.lugName}{' '}
            · shrink {core.from.shrinkMm || '–'} / {core.to.shrinkMm || '–'} mm
            {clips.length > 0 && ` · ${clips.length} ${clips.length === 1 ? 'clip' : 'clips'}`}
            {bends && ` · ${bends}`}
          </span>
        </figcaption>
      )}
      <svg
        viewBox={`0 0 ${WIDTH} 114`}
        className="w-full"
        role="img"
        aria-label={`Cable ${cable.designation}, cut ${Math.round(cable.cutMm)} mm, ${core.colour}`}
      >
        <rect
          x={LEFT}
          y={52 - thickness / 2}
          width={span}
          height={thickness}
          rx={3}
          fill={colour}
          stroke="var(--color-base-content)"
          strokeWidth={0.8}
        />
        <End end={core.from} x={LEFT} side={-1} thickness={thickness} />
        <End end={core.to} x={RIGHT} side={1} thickness={thickness} />
        <Shrink mm={core.from.shrinkMm} scale={scale} thickness={thickness} side={-1} />
        <Shrink mm={core.to.shrinkMm} scale={scale} thickness={thickness} side={1} />
        <text x={LEFT - 12} y={18} fontSize={16} fill="currentColor" fontFamily="var(--font-label)">
          {core.from.at}
        </text>
        <text x={RIGHT + 12} y={18} textAnchor="end" fontSize={16} fill="currentColor" fontFamily="var(--font-label)">
          {core.to.at}
        </text>
        {named.map((m, n) => (
          <text
            key={`${m.kind} ${m.atMm}`}
            x={LEFT + Math.min(span, m.atMm * scale)}
            y={30}
            textAnchor="middle"
            fontSize={15}
            fill="var(--color-secondary)"
            fontFamily="var(--font-label)"
          >
            ▼
            {(named[n - 1] ? (m.atMm - named[n - 1]!.atMm) * scale > 62 : true) &&
              (m.kind === 'hole' ? ' through' : ` ${m.kind === 'bend' ? m.way : ''}`)}
          </text>
        ))}
        {clips.map((m) => (
          <path
            key={m.atMm}
            d={`M${LEFT + Math.min(span, m.atMm * scale) - 4} ${52 + thickness / 2 + 9}v-${thickness + 14}h8v${thickness + 14}`}
            fill="none"
            stroke="var(--color-secondary)"
            strokeWidth={1.6}
          />
        ))}
        <Scale cutMm={cable.cutMm} scale={scale} />
      </svg>
    </figure>
  );
}
