import { svgPathOf } from '@ombrik/core/stages/lengths/dress';
import type { LaidPath } from '@ombrik/core/stages/lengths/lengths';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { BARE_COPPER_HEX, COLOUR_HEX } from '@ombrik/core/tables/conductorColours';
import { memo } from 'react';
import { LugMark } from './CableEnds.tsx';

interface CableLineProps {
  cable: MadeCable;
  paths: readonly LaidPath[];
  /** What its ends off this panel go to; flagged where the cable leaves the edge. */
  leaves: { from: string | null; to: string | null };
  /** From a stud's middle to the end of the barrel, mm. */
  lugMm: number;
  mmPerPx: number;
  diameterMm: number;
  polarity: string;
  selected: boolean;
  /** Another tool is in the hand: it lets the pointer through. */
  idle: boolean;
  /** Its lugs are drawn: they come right after the first painting, as the studs do. */
  lugged: boolean;
  /** Stretches on the other face. */
  ghosts: readonly LaidPath[];
  onSelect: (cableId: string) => void;
  onInsert: (cableId: string, at: { clientX: number; clientY: number }) => void;
}

/** Whether a cable would be drawn as it is: one that has not changed is left alone while others are dragged. */
function drawnAlike(a: CableLineProps, b: CableLineProps): boolean {
  return (
    a.cable === b.cable &&
    a.paths === b.paths &&
    a.ghosts === b.ghosts &&
    a.leaves.from === b.leaves.from &&
    a.leaves.to === b.leaves.to &&
    a.lugMm === b.lugMm &&
    a.mmPerPx === b.mmPerPx &&
    a.diameterMm === b.diameterMm &&
    a.polarity === b.polarity &&
    a.selected === b.selected &&
    a.idle === b.idle &&
    a.lugged === b.lugged &&
    a.onSelect === b.onSelect &&
    a.onInsert === b.onInsert
  );
}

/** One cable in its real thickness and colour, with its name; what runs off the panel is dashed. */
export const CableLine = memo(function CableLine({
  cable,
  paths,
  leaves,
  lugMm,
  mmPerPx: k,
  diameterMm,
  polarity,
  selected,
  idle,
  lugged,
  ghosts,
  onSelect,
  onInsert,
}: CableLineProps) {
  const core = cable.cores[0];
  if (!core) return null;
  const width = Math.max(2.6, diameterMm);
  const colour = cable.flat ? BARE_COPPER_HEX : COLOUR_HEX[core.colour];
  const drawn = paths.filter((p) => p.points.length > 1);
  const behind = ghosts.filter((p) => p.points.length > 1);
  const [first, last] = [drawn[0]?.points, drawn.at(-1)?.points];
  /** Its ends that sit on studs of this panel. */
  const lugs =
    cable.flat || !lugged
      ? []
      : [
          { end: core.from, off: leaves.from, at: first?.[0], along: first?.[1] },
          { end: core.to, off: leaves.to, at: last?.at(-1), along: last?.at(-2) },
        ].flatMap(({ end, off, at, along }) =>
          end.attachment === 'stud' && off === null && at && along ? [{ end, at, along }] : [],
        );
  const flags = [
    leaves.from && drawn[0] ? { at: drawn[0].points[0]!, text: leaves.from } : null,
    leaves.to && drawn.length > 0 ? { at: drawn.at(-1)!.points.at(-1)!, text: leaves.to } : null,
  ].filter((f) => f !== null);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Wire ${cable.designation}, ${core.from.at} to ${core.to.at}, ${cable.areaMm2} square millimetres, ${polarity}`}
      aria-pressed={selected}
      className="cursor-pointer outline-none"
      pointerEvents={idle ? 'none' : undefined}
      onPointerDown={(e) => {
        e.stopPropagation();
        onSelect(cable.cableId);
      }}
      onDoubleClick={(e) => {
        e.stopPropagation();
        onInsert(cable.cableId, e);
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') onSelect(cable.cableId);
      }}
    >
      {behind.map((path) => (
        <path
          key={`behind ${svgPathOf(path)}`}
          d={svgPathOf(path)}
          fill="none"
          stroke={selected ? 'var(--color-primary)' : colour}
          strokeWidth={Math.max(1.4, width * 0.4)}
          strokeDasharray="6 5"
          opacity={selected ? 0.9 : 0.5}
        />
      ))}
      {drawn.map((path) => (
        <g key={svgPathOf(path)} fill="none" strokeLinecap={cable.flat ? 'square' : 'round'} strokeLinejoin="round">
          <path d={svgPathOf(path)} stroke="transparent" strokeWidth={width + 8} />
          <path
            d={svgPathOf(path)}
            stroke="#23201B"
            strokeOpacity={0.16}
            strokeWidth={width + 2}
            transform="translate(1.5 2.5)"
            pointerEvents="none"
          />
          <path
            d={svgPathOf(path)}
            stroke={selected ? 'var(--color-primary)' : '#23201B'}
            strokeWidth={width + (selected ? 6 : 1.4)}
          />
          <path d={svgPathOf(path)} stroke={colour} strokeWidth={width} />
          {width > 5 * k && !cable.flat && core.colour !== 'WH' && (
            <path
              d={svgPathOf(path)}
              stroke="#FFFFFF"
              strokeOpacity={0.24}
              strokeWidth={width * 0.2}
              transform={`translate(${-width * 0.16} ${-width * 0.16})`}
              pointerEvents="none"
            />
          )}
          {polarity === 'minus' && !cable.flat && (
            <path
              d={svgPathOf(path)}
              stroke={core.colour === 'WH' ? '#23201B' : '#FBF8F2'}
              strokeWidth={Math.max(0.9, width * 0.16)}
              strokeDasharray="2 9"
            />
          )}
          {path.provisional && (
            <path
              d={svgPathOf(path)}
              stroke="#FBF8F2"
              strokeWidth={Math.max(0.9, width * 0.14)}
              strokeDasharray="1 14"
              opacity={0.9}
            />
          )}
        </g>
      ))}
      {lugs.map(({ end, at, along }) => (
        <LugMark key={end.at} end={end} at={at} along={along} lugMm={lugMm} diameterMm={width} />
      ))}
      {flags.map((f) => (
        <g key={f.text}>
          <circle cx={f.at.xMm} cy={f.at.yMm} r={3.5 * k} fill="var(--part)" stroke="currentColor" strokeWidth={k} />
          {selected && (
            <text
              x={f.at.xMm}
              y={f.at.yMm - 7 * k}
              textAnchor="middle"
              fontSize={12 * k}
              fill="currentColor"
              fontFamily="var(--font-label)"
              fontWeight={600}
            >
              to {f.text}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}, drawnAlike);
