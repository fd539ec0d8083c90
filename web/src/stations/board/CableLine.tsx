import { COLOUR_HEX } from '@ombrik/core/rules/tables/conductorColours';
import type { CablePath } from '@ombrik/core/stages/lengths/geometry';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';

type Point = { xMm: number; yMm: number };
const d = (points: readonly Point[]) => points.map((p, i) => `${i ? 'L' : 'M'}${p.xMm} ${p.yMm}`).join('');

/** One cable in its real thickness and colour, with its name; what runs off the panel is dashed. */
export function CableLine({
  cable,
  paths,
  ends,
  diameterMm,
  polarity,
  selected,
  onSelect,
  onInsert,
}: {
  cable: MadeCable;
  paths: readonly CablePath[];
  /** Where its two terminals are drawn; runs off the panel are dashed to them. */
  ends: { from: Point | null; to: Point | null };
  diameterMm: number;
  polarity: string;
  selected: boolean;
  onSelect: () => void;
  onInsert: (at: { clientX: number; clientY: number }) => void;
}) {
  const core = cable.cores[0];
  if (!core) return null;
  const width = Math.max(2.6, diameterMm);
  const colour = COLOUR_HEX[core.colour];
  const drawn = paths.filter((p) => p.points.length > 1);
  const first = drawn[0]?.points[0];
  const last = drawn.at(-1)?.points.at(-1);
  const far = (a: Point | null, b: Point | undefined) => a && (!b || Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) > 1);
  const loose: Point[][] = [];
  if (drawn.length === 0 && ends.from && ends.to) loose.push([ends.from, ends.to]);
  else {
    if (ends.from && first && far(ends.from, first)) loose.push([ends.from, first]);
    if (ends.to && last && far(ends.to, last)) loose.push([last, ends.to]);
  }
  const route = drawn[0]?.points ?? loose[0] ?? [];
  const spans = route.slice(1).map((p, i) => ({ a: route[i]!, b: p, length: Math.hypot(p.xMm - route[i]!.xMm, p.yMm - route[i]!.yMm) }));
  const longest = spans.reduce((best, s) => (s.length > (best?.length ?? -1) ? s : best), spans[0]);
  const tag = longest && { x: (longest.a.xMm + longest.b.xMm) / 2, y: (longest.a.yMm + longest.b.yMm) / 2 };
  const text = selected ? `${cable.designation} ${cable.areaMm2}²` : cable.designation;
  const tagWidth = text.length * 7 + 6;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Wire ${cable.designation}, ${core.from.at} to ${core.to.at}, ${cable.areaMm2} square millimetres, ${polarity}`}
      aria-pressed={selected}
      className="cursor-pointer outline-none"
      onPointerDown={(e) => {
        e.stopPropagation();
        onSelect();
      }}
      onDoubleClick={(e) => {
        e.stopPropagation();
        onInsert(e);
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') onSelect();
      }}
    >
      {loose.map((points) => (
        <path key={d(points)} d={d(points)} fill="none" stroke={selected ? 'var(--color-primary)' : colour} strokeWidth={selected ? 3 : 1.6} strokeDasharray="7 5" opacity={selected ? 1 : 0.55} />
      ))}
      {drawn.map((path) => (
        <g key={d(path.points)} fill="none" strokeLinecap="round" strokeLinejoin="round">
          <path d={d(path.points)} stroke="transparent" strokeWidth={width + 8} />
          <path d={d(path.points)} stroke={selected ? 'var(--color-primary)' : '#23201B'} strokeWidth={width + (selected ? 6 : 1.4)} />
          <path d={d(path.points)} stroke={colour} strokeWidth={width} />
          {polarity === 'minus' && <path d={d(path.points)} stroke={core.colour === 'WH' ? '#23201B' : '#FBF8F2'} strokeWidth={Math.max(0.9, width * 0.16)} strokeDasharray="2 9" />}
          {path.provisional && <path d={d(path.points)} stroke="#FBF8F2" strokeWidth={Math.max(0.9, width * 0.14)} strokeDasharray="1 14" opacity={0.9} />}
        </g>
      ))}
      {tag && (
        <g>
          <rect x={tag.x - tagWidth / 2} y={tag.y - 7.5} width={tagWidth} height={15} rx={2.5} fill={selected ? 'var(--color-primary)' : 'var(--part)'} stroke="#8C7A55" strokeWidth={0.5} />
          <text x={tag.x} y={tag.y + 4} textAnchor="middle" fontSize={11} className="num" fill={selected ? 'var(--color-primary-content)' : 'currentColor'}>
            {text}
          </text>
        </g>
      )}
    </g>
  );
}
