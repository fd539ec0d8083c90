import type { MadeCore, MadeEnd } from '@ombrik/core/stages/terminations/terminations';
import { COLOUR_HEX } from '@ombrik/core/tables/conductorColours';

const MM = 2.1;

/** One end to scale: insulation, stripped copper in its barrel, palm with its hole, tube over the barrel. */
export function EndPicture({ core, end, areaMm2 }: { core: MadeCore; end: MadeEnd; areaMm2: number }) {
  const thick = Math.max(9, Math.min(30, Math.sqrt(areaMm2) * 3.2));
  const strip = Math.max(14, end.stripMm * MM);
  const barrelX = 120;
  const stud = end.attachment === 'stud';
  const palm = Math.min(44, Math.max(16, end.palmWidthMm * MM));
  const hole = Math.min(palm * 0.6, (end.studMm ?? 4) * MM);
  const shrink = Math.min(110, end.shrinkMm * MM);
  const elbow = end.angleDeg === 90;
  return (
    <svg
      viewBox="10 8 240 76"
      className="w-full max-w-[300px]"
      role="img"
      aria-label={`End at ${end.at}: ${end.lugName}`}
    >
      <rect
        x={0}
        y={42 - thick / 2}
        width={barrelX}
        height={thick}
        fill={COLOUR_HEX[core.colour]}
        stroke="currentColor"
      />
      <rect
        x={barrelX}
        y={42 - thick / 2 + 2}
        width={strip}
        height={thick - 4}
        fill="#C9824F"
        stroke="#7A3C15"
        rx={2}
      />
      {stud && (
        <g transform={elbow ? `rotate(90 ${barrelX + strip} 42)` : undefined}>
          <rect
            x={barrelX + strip - 3}
            y={42 - palm / 2}
            width={palm + 4}
            height={palm}
            rx={palm / 2.6}
            fill="#C9824F"
            stroke="#7A3C15"
          />
          <circle cx={barrelX + strip + palm / 2} cy={42} r={hole / 2} fill="var(--color-base-100)" stroke="#7A3C15" />
        </g>
      )}
      {end.attachment === 'tab' && (
        <path
          d={`M${barrelX + strip} 33h26v18h-26z M${barrelX + strip + 6} 38h16v8h-16z`}
          fill="#C9824F"
          stroke="#7A3C15"
        />
      )}
      {end.attachment === 'contact' && (
        <path d={`M${barrelX + strip} 36h30l8 6l-8 6h-30z`} fill="#C9824F" stroke="#7A3C15" />
      )}
      {shrink > 0 && (
        <rect
          x={barrelX + strip - shrink}
          y={42 - thick / 2 - 3}
          width={shrink}
          height={thick + 6}
          rx={4}
          fill="none"
          stroke="currentColor"
          strokeWidth={1.6}
          strokeDasharray="6 3"
        />
      )}
      <path
        d={`M${barrelX} ${42 + thick / 2 + 4}v8M${barrelX + strip} ${42 + thick / 2 + 4}v8M${barrelX} ${42 + thick / 2 + 9}h${strip}`}
        stroke="currentColor"
        fill="none"
      />
      <text x={barrelX + strip / 2} y={82} fontSize={13} textAnchor="middle" className="svg-num" fill="currentColor">
        {Math.round(end.stripMm)}
      </text>
    </svg>
  );
}
