import type { Part } from '@ombrik/core/document/part/part';
import { FaceMarks } from './FaceMarks.tsx';
import { TerminalMark } from './PartShape.tsx';

/** A part as it will stand on the board: outline, studs, screws, clear space, where its cables leave. */
export function PartPreview({ part }: { part: Part }) {
  const { left, right, top, bottom } = part.clearSpaceMm;
  const pad = 0.12 * Math.max(part.widthMm, part.heightMm) + 8;
  const [x, y] = [-part.widthMm / 2 - left - pad, -part.heightMm / 2 - top - pad];
  const [w, h] = [part.widthMm + left + right + 2 * pad, part.heightMm + top + bottom + 2 * pad];
  const k = Math.max(w / 290, h / 170);
  return (
    <svg
      viewBox={`${x} ${y} ${w} ${h}`}
      className="mt-1 h-[170px] w-full border border-base-300"
      style={{ background: 'var(--board)' }}
      role="img"
      aria-label={`${part.name}, ${part.widthMm} by ${part.heightMm} millimetres, ${part.terminals.length} terminals`}
    >
      <rect
        x={-part.widthMm / 2 - left}
        y={-part.heightMm / 2 - top}
        width={part.widthMm + left + right}
        height={part.heightMm + top + bottom}
        fill="none"
        stroke="var(--color-primary)"
        strokeDasharray={`${5 * k} ${4 * k}`}
        strokeWidth={k}
      />
      <FaceMarks part={part} detail={2} />
      {part.mountHoles.map((m) => (
        <circle
          key={`${m.xMm} ${m.yMm}`}
          cx={m.xMm}
          cy={m.yMm}
          r={m.screwDiameterMm / 2}
          fill="var(--board)"
          stroke="currentColor"
          strokeWidth={k}
        />
      ))}
      {part.terminals.map((t) => {
        const a = (t.exitDeg * Math.PI) / 180;
        const reach = 16 * k;
        return (
          <g key={t.id}>
            <line
              x1={t.xMm}
              y1={t.yMm}
              x2={t.xMm + reach * Math.cos(a)}
              y2={t.yMm + reach * Math.sin(a)}
              stroke="var(--color-secondary)"
              strokeWidth={2 * k}
            />
            <TerminalMark
              terminal={t}
              x={t.xMm}
              y={t.yMm}
              mmPerPx={k}
              label={t.name}
              active={false}
              licensed={false}
              onPick={() => {}}
            />
          </g>
        );
      })}
    </svg>
  );
}
