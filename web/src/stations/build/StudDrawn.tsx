import type { StudDrawn as Stud } from '@ombrik/core/build/step';

const ROW = 22;
const WIDE = 150;

/** What lies on a stud from the bottom up: lugs, washer, spring washer, nut. */
export function StudDrawn({ stud }: { stud: Stud }) {
  const rows = [
    ...stud.layers.map((name) => ({ name, wide: WIDE, high: 14, copper: true })),
    { name: 'washer', wide: 70, high: 5, copper: false },
    { name: 'spring', wide: 56, high: 6, copper: false },
    { name: 'nut', wide: 64, high: 22, copper: false },
  ];
  const height = (rows.length + 1) * ROW + 20;
  return (
    <svg
      viewBox={`0 0 280 ${height}`}
      className="w-full max-w-[320px]"
      role="img"
      aria-label={`M${stud.studMm}, from the bottom: ${rows.map((r) => r.name).join(', ')}`}
    >
      <rect x={170} y={4} width={14} height={height - 8} fill="currentColor" opacity={0.45} />
      <rect x={92} y={height - ROW} width={170} height={14} fill="var(--color-primary)" opacity={0.5} />
      <text x={80} y={height - ROW + 12} textAnchor="end" fontSize={15} fill="currentColor">
        part
      </text>
      {rows.map((r, n) => {
        const y = height - ROW - (n + 1) * ROW;
        return (
          <g key={`${r.name} ${stud.layers.length - n}`}>
            <rect
              x={177 - r.wide / 2}
              y={y + (14 - r.high) + (r.name === 'nut' ? 4 : 0)}
              width={r.wide}
              height={r.high}
              fill={r.copper ? 'var(--color-primary)' : 'currentColor'}
              opacity={r.copper ? 1 : 0.7}
            />
            <text x={80} y={y + 14} textAnchor="end" fontSize={15} fill="currentColor">
              {r.name}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
