import type { Stroke } from '@ombrik/core/devices/device';
import { deviceOf } from '@ombrik/core/devices/registry';
import type { PartKind } from '@ombrik/core/document/part/part';

const FILL = { part: 'var(--part)', ink: 'currentColor', none: 'none' } as const;

function Drawn({ stroke }: { stroke: Stroke }) {
  switch (stroke.draw) {
    case 'path':
      return <path d={stroke.d} stroke="currentColor" strokeWidth={stroke.widthPx ?? 1.6} fill="none" />;
    case 'rect':
      return (
        <rect
          x={stroke.x}
          y={stroke.y}
          width={stroke.w}
          height={stroke.h}
          fill={FILL[stroke.fill]}
          stroke={stroke.line === 'none' ? 'none' : 'currentColor'}
          strokeWidth={stroke.widthPx ?? 1.6}
          strokeDasharray={stroke.line === 'dashed' ? '4 3' : undefined}
        />
      );
    case 'circle':
      return (
        <circle
          cx={stroke.x}
          cy={stroke.y}
          r={stroke.r}
          fill={FILL[stroke.fill]}
          stroke={stroke.fill === 'none' ? 'currentColor' : 'none'}
          strokeWidth={1.2}
        />
      );
    case 'text':
      return (
        <text
          x={stroke.x}
          y={stroke.y}
          fontSize={stroke.sizePx}
          textAnchor="middle"
          fill="currentColor"
          fontFamily="var(--font-label)"
          fontWeight={600}
        >
          {stroke.text}
        </text>
      );
  }
}

/** The sign of a device as its folder gives it. */
export function PartSign({ kind, w, h }: { kind: PartKind; w: number; h: number }) {
  return (
    <g>
      {deviceOf(kind)
        .sign(w, h)
        .map((stroke, i) => (
          <Drawn key={i} stroke={stroke} />
        ))}
    </g>
  );
}
