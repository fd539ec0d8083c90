import { deviceOf } from '@ombrik/core/devices/registry';
import type { Part, Terminal } from '@ombrik/core/document/part/part';

const SIGN = { plus: '+', minus: '−', none: '' } as const;

/** A terminal as it really is: a stud with its size, a clamp's slot, or a lead. */
export function TerminalMark({
  terminal,
  x,
  y,
  mmPerPx: k,
  label,
  active,
  licensed,
  onPick,
}: {
  terminal: Terminal;
  x: number;
  y: number;
  mmPerPx: number;
  label: string;
  active: boolean;
  licensed: boolean;
  onPick: () => void;
}) {
  const { attachment } = terminal;
  const r = attachment.kind === 'stud' ? Math.max(3.2, attachment.diameterMm * 0.62) : 4;
  const fill = active
    ? 'var(--color-primary)'
    : licensed
      ? 'var(--color-base-300)'
      : attachment.kind === 'stud'
        ? '#D9B48A'
        : '#B9BEC2';
  return (
    <g
      role="button"
      tabIndex={-1}
      aria-label={label}
      className={licensed ? 'cursor-not-allowed' : 'cursor-crosshair'}
      onPointerDown={(e) => {
        e.stopPropagation();
        if (!licensed) onPick();
      }}
    >
      <title>{licensed ? `${label}: a licensed person's work` : label}</title>
      <circle cx={x} cy={y} r={r + 4} fill="transparent" />
      {attachment.kind === 'stud' ? (
        <circle cx={x} cy={y} r={r} fill={fill} stroke="#23201B" strokeWidth={1} />
      ) : (
        <rect x={x - r} y={y - r} width={2 * r} height={2 * r} rx={1} fill={fill} stroke="#23201B" strokeWidth={1} />
      )}
      {attachment.kind === 'clamp' && (
        <line x1={x - r + 1.4} x2={x + r - 1.4} y1={y} y2={y} stroke="#23201B" strokeWidth={1.2} />
      )}
      {terminal.polarity !== 'none' && (active || k < 0.9) && (
        <text x={x} y={y - r - 2 * k} textAnchor="middle" fontSize={12 * k} fill="currentColor" className="svg-num">
          {SIGN[terminal.polarity]}
        </text>
      )}
    </g>
  );
}

/** The outline of a part with the sign of what it is: fins on hot ones, a blade on switches, links in holders. */
export function PartBody({ part, width, height }: { part: Part; width: number; height: number }) {
  const [x, y] = [-width / 2, -height / 2];
  const { hot: fins, face } = deviceOf(part.kind);
  return (
    <g>
      {part.body.outline ? (
        <polygon
          points={part.body.outline.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
          fill="var(--part)"
          stroke="currentColor"
          strokeWidth={1.5}
        />
      ) : (
        <rect
          x={x}
          y={y}
          width={width}
          height={height}
          rx={3}
          fill="var(--part)"
          stroke="currentColor"
          strokeWidth={1.5}
        />
      )}
      {part.body.fans.map((f) => (
        <path
          key={f.side + f.air}
          d={f.air === 'in' ? 'M-5 4L0 -3L5 4' : 'M-5 -4L0 3L5 -4'}
          transform={`translate(${f.side === 'left' ? x + 7 : f.side === 'right' ? -x - 7 : 0} ${f.side === 'top' ? y + 7 : f.side === 'bottom' ? -y - 7 : 0}) rotate(${{ bottom: 0, left: 90, top: 180, right: 270 }[f.side]})`}
          fill="none"
          stroke="currentColor"
          strokeWidth={1.3}
          opacity={0.6}
        />
      ))}
      {fins &&
        Array.from({ length: 6 }, (_, i) => (
          <line
            key={i}
            x1={x + 14 + i * 7}
            x2={x + 14 + i * 7}
            y1={y + height * 0.42}
            y2={y + height * 0.72}
            stroke="currentColor"
            strokeWidth={1}
            opacity={0.3}
          />
        ))}
      {face === 'bar' && (
        <rect x={x + 20} y={-8} width={width - 40} height={16} rx={2} fill="#C9824F" stroke="#7A3C15" />
      )}
      {face === 'knob' && (
        <g stroke="currentColor" fill="none" opacity={0.55}>
          <circle r={Math.min(width, height) * 0.24} />
          <line
            x1={0}
            y1={-Math.min(width, height) * 0.24}
            x2={0}
            y2={Math.min(width, height) * 0.24}
            strokeWidth={3}
          />
        </g>
      )}
      {face === 'link' && (
        <rect
          x={-width * 0.16}
          y={-height * 0.2}
          width={width * 0.32}
          height={height * 0.4}
          fill="none"
          stroke="currentColor"
          opacity={0.55}
        />
      )}
      {face === 'strips' && (
        <g stroke="currentColor" opacity={0.55}>
          {[-4, 0, 4].map((o) => (
            <line key={o} x1={-26} x2={26} y1={o} y2={o} />
          ))}
        </g>
      )}
    </g>
  );
}
