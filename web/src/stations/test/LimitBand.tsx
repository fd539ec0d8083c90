import { isOpenReading, type Quantity, shownReading } from '@ombrik/core/document/workshop/quantity';
import type { Verdict } from '@ombrik/core/solvers/uncertainty/decide';

interface Band {
  quantity: Quantity;
  low: number | null;
  high: number | null;
  expected: number | null;
  reading: number | null;
  /** How far a reading there may be off: within that of a limit nobody can tell. */
  doubt: number;
  verdict: Verdict | null;
}

const COLOURS = { passed: 'var(--color-secondary)', failed: 'var(--color-error)', unsure: 'var(--color-warning)' };
const [LEFT, WIDE] = [20, 560];
/** Room a figure takes under the band. */
const LABEL = 140;

/** The band a reading must fall in, where nobody can tell, and the needle of the last reading. */
export function LimitBand({ quantity, low, high, expected, reading, doubt, verdict }: Band) {
  const shown = (x: number) => shownReading(quantity, x);
  const edges = [low, high, expected, reading !== null && !isOpenReading(reading) ? reading : null].filter(
    (x) => x !== null,
  );
  const lowest = Math.min(...edges);
  const highest = Math.max(...edges);
  const room = Math.max((highest - lowest) * 0.35, Math.abs(highest) * 0.05, 1e-9);
  const [from, to] = [lowest - room, highest + room];
  const x = (v: number) => LEFT + ((Math.min(to, Math.max(from, v)) - from) / (to - from)) * WIDE;
  const [begin, end] = [low === null ? LEFT : x(low), high === null ? LEFT + WIDE : x(high)];
  // Two figures inside a narrow band would stand on each other: they stand outside it then.
  const narrow = low !== null && high !== null && x(high) - x(low) < 2 * LABEL;
  const colour = COLOURS[verdict ?? 'passed'];
  const said = `Accepted ${low === null ? '' : `from ${shown(low)} `}${high === null ? '' : `up to ${shown(high)}`}`;
  return (
    <svg
      viewBox="0 0 600 92"
      className="w-full"
      role="img"
      aria-label={`${said}${reading === null ? '' : `, last reading ${shown(reading)}`}`}
    >
      <defs>
        <pattern id="doubt" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--color-warning)" strokeWidth="3" />
        </pattern>
      </defs>
      <rect x={LEFT} y={36} width={WIDE} height={18} fill="var(--color-base-300)" />
      <rect
        x={begin}
        y={36}
        width={Math.max(0, end - begin)}
        height={18}
        fill="var(--color-secondary)"
        opacity={0.55}
      />
      {[low, high].map(
        (edge, i) =>
          edge !== null && (
            <g key={i}>
              <rect
                x={x(edge - doubt)}
                y={36}
                width={Math.max(1, x(edge + doubt) - x(edge - doubt))}
                height={18}
                fill="url(#doubt)"
              />
              <line x1={x(edge)} x2={x(edge)} y1={30} y2={60} stroke="currentColor" strokeWidth={2} />
              <text
                x={narrow ? (i === 0 ? Math.max(LABEL, x(edge)) : Math.min(600 - LABEL, x(edge))) : x(edge)}
                y={78}
                textAnchor={(i === 0) === narrow ? 'end' : 'start'}
                className="svg-num"
                fontSize={17}
                fill="currentColor"
              >
                {i === 0 ? '≥ ' : '≤ '}
                {shown(edge)}
              </text>
            </g>
          ),
      )}
      {expected !== null && (
        <path d={`M${x(expected)} 58 l-5 8 h10 z`} fill="currentColor" opacity={0.5}>
          <title>{`expected ${shown(expected)}`}</title>
        </path>
      )}
      {reading !== null && (
        <g>
          <path d={`M${x(reading)} 36 l-8 -14 h16 z`} fill={colour} />
          <line x1={x(reading)} x2={x(reading)} y1={34} y2={56} stroke={colour} strokeWidth={3} />
          <text
            x={Math.min(530, Math.max(70, x(reading)))}
            y={17}
            textAnchor="middle"
            className="svg-num"
            fontSize={18}
            fill="currentColor"
          >
            {shown(reading)}
          </text>
        </g>
      )}
    </svg>
  );
}
