import { svgPathOf } from '@ombrik/core/stages/lengths/dress';
import type { LaidPath } from '@ombrik/core/stages/lengths/lengths';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { BARE_COPPER_HEX, COLOUR_HEX } from '@ombrik/core/tables/conductorColours';
import { memo } from 'react';
import type { Tag } from './cableTags.ts';

interface CableLineProps {
  cable: MadeCable;
  paths: readonly LaidPath[];
  /** What its ends off this panel go to; flagged where the cable leaves the edge. */
  leaves: { from: string | null; to: string | null };
  /** Where its name stands; null where there is no room for it. */
  tag: Tag | null;
  mmPerPx: number;
  diameterMm: number;
  polarity: string;
  selected: boolean;
  /** Another tool is in the hand: it lets the pointer through. */
  idle: boolean;
  /** Stretches on the other face. */
  ghosts: readonly LaidPath[];
  onSelect: (cableId: string) => void;
  onInsert: (cableId: string, at: { clientX: number; clientY: number }) => void;
}

/** Whether a cable would be drawn as it is: one that has not changed is left alone while others are dragged. */
function drawnAlike(a: CableLineProps, b: CableLineProps): boolean {
  const tag = (t: Tag | null) => t && `${t.text} ${t.xMm} ${t.yMm} ${t.widthMm}`;
  return (
    a.cable === b.cable &&
    a.paths === b.paths &&
    a.ghosts === b.ghosts &&
    a.leaves.from === b.leaves.from &&
    a.leaves.to === b.leaves.to &&
    tag(a.tag) === tag(b.tag) &&
    a.mmPerPx === b.mmPerPx &&
    a.diameterMm === b.diameterMm &&
    a.polarity === b.polarity &&
    a.selected === b.selected &&
    a.idle === b.idle &&
    a.onSelect === b.onSelect &&
    a.onInsert === b.onInsert
  );
}

/** One cable in its real thickness and colour, with its name; what runs off the panel is dashed. */
export const CableLine = memo(function CableLine({
  cable,
  paths,
  leaves,
  tag,
  mmPerPx: k,
  diameterMm,
  polarity,
  selected,
  idle,
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
            stroke={selected ? 'var(--color-primary)' : '#23201B'}
            strokeWidth={width + (selected ? 6 : 1.4)}
          />
          <path d={svgPathOf(path)} stroke={colour} strokeWidth={width} />
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
      {tag && (
        <g>
          <rect
            x={tag.xMm - tag.widthMm / 2}
            y={tag.yMm - 8 * k}
            width={tag.widthMm}
            height={16 * k}
            rx={2.5 * k}
            fill={selected ? 'var(--color-primary)' : 'var(--part)'}
            stroke="#8C7A55"
            strokeWidth={0.5}
          />
          <text
            x={tag.xMm}
            y={tag.yMm + 4.2 * k}
            textAnchor="middle"
            fontSize={12 * k}
            className="svg-num"
            fill={selected ? 'var(--color-primary-content)' : 'currentColor'}
          >
            {tag.text}
          </text>
        </g>
      )}
    </g>
  );
}, drawnAlike);
