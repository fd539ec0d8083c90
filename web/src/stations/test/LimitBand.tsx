const shown = (x: number, unit: string): string =>
  x >= 9e37 ? 'open' : `${Math.abs(x) >= 100 ? Math.round(x) : x.toFixed(2)}\u2009${unit}`;

/** The band a reading must fall in, and the needle of the last reading. */
export function LimitBand({
  low,
  high,
  expected,
  unit,
  reading,
}: {
  low: number | null;
  high: number | null;
  expected: number | null;
  unit: string;
  reading: number | null;
}) {
  const edges = [low, high, expected, reading !== null && reading < 9e37 ? reading : null].filter((x) => x !== null);
  const lowest = Math.min(...edges);
  const highest = Math.max(...edges);
  const room = Math.max((highest - lowest) * 0.35, Math.abs(highest) * 0.05, 0.02);
  const [from, to] = [lowest - room, highest + room];
  const x = (v: number) => 20 + ((Math.min(to, Math.max(from, v)) - from) / (to - from)) * 560;
  const good = reading !== null && (low === null || reading >= low) && (high === null || reading <= high);
  return (
    <svg
      viewBox="0 0 600 92"
      className="w-full"
      role="img"
      aria-label={`Accepted ${low === null ? '' : `from ${shown(low, unit)} `}${high === null ? '' : `up to ${shown(high, unit)}`}${reading === null ? '' : `, last reading ${shown(reading, unit)}`}`}
    >
      <rect x={20} y={36} width={560} height={18} fill="var(--color-base-300)" />
      <rect
        x={low === null ? 20 : x(low)}
        y={36}
        width={(high === null ? 580 : x(high)) - (low === null ? 20 : x(low))}
        height={18}
        fill="var(--color-secondary)"
        opacity={0.55}
      />
      {[low, high].map(
        (edge, i) =>
          edge !== null && (
            <g key={i}>
              <line x1={x(edge)} x2={x(edge)} y1={30} y2={60} stroke="currentColor" strokeWidth={2} />
              <text
                x={x(edge)}
                y={78}
                textAnchor={i === 0 ? 'start' : 'end'}
                className="svg-num"
                fontSize={17}
                fill="currentColor"
              >
                {i === 0 ? '≥ ' : '≤ '}
                {shown(edge, unit)}
              </text>
            </g>
          ),
      )}
      {reading !== null && (
        <g>
          <path d={`M${x(reading)} 36 l-8 -14 h16 z`} fill={good ? 'var(--color-secondary)' : 'var(--color-error)'} />
          <line
            x1={x(reading)}
            x2={x(reading)}
            y1={34}
            y2={56}
            stroke={good ? 'var(--color-secondary)' : 'var(--color-error)'}
            strokeWidth={3}
          />
          <text
            x={Math.min(540, Math.max(60, x(reading)))}
            y={17}
            textAnchor="middle"
            className="svg-num"
            fontSize={18}
            fill="currentColor"
          >
            {shown(reading, unit)}
          </text>
        </g>
      )}
    </svg>
  );
}
