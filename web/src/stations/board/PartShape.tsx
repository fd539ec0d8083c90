import type { Terminal } from '@ombrik/core/document/part/part';

const SIGN = { plus: '+', minus: '−', none: '' } as const;

const CORNERS = [0, 1, 2, 3, 4, 5].map((i) => [Math.cos((i * Math.PI) / 3 + 0.2), Math.sin((i * Math.PI) / 3 + 0.2)]);

/** A stud from above: bare, or with its nut and the mark that shows it was tightened. */
function Stud({ x, y, r, fill, wired }: { x: number; y: number; r: number; fill: string; wired: boolean }) {
  if (!wired)
    return (
      <>
        <circle cx={x} cy={y} r={r} fill={fill} stroke="var(--ink-edge)" strokeWidth={0.8} />
        <circle cx={x} cy={y} r={r * 0.55} fill="none" stroke="var(--ink-steelEdge)" strokeWidth={0.7} />
      </>
    );
  const nut = r * 1.35;
  return (
    <>
      <polygon
        points={CORNERS.map(([cx, cy]) => `${x + nut * cx!},${y + nut * cy!}`).join(' ')}
        fill={fill}
        stroke="var(--ink-edge)"
        strokeWidth={0.8}
      />
      <circle cx={x} cy={y} r={nut * 0.52} fill="var(--ink-shell)" stroke="var(--ink-steelEdge)" strokeWidth={0.7} />
    </>
  );
}

/** A terminal as it really is: a stud with its size, a clamp's slot, or a lead. */
export function TerminalMark({
  terminal,
  x,
  y,
  mmPerPx: k,
  label,
  active,
  licensed,
  wired = false,
  onPick,
}: {
  terminal: Terminal;
  x: number;
  y: number;
  mmPerPx: number;
  label: string;
  active: boolean;
  licensed: boolean;
  /** Something is on it: its nut is drawn. */
  wired?: boolean;
  onPick: () => void;
}) {
  const { attachment } = terminal;
  const r = attachment.kind === 'stud' ? Math.max(3.2, attachment.diameterMm * 0.62) : 4;
  const fill = active ? 'var(--color-primary)' : licensed ? 'var(--color-base-300)' : 'var(--ink-steel)';
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
        <Stud x={x} y={y} r={r} fill={fill} wired={wired} />
      ) : (
        <>
          <circle cx={x} cy={y} r={r} fill={fill} stroke="var(--ink-edge)" strokeWidth={0.8} />
          {attachment.kind === 'clamp' && (
            <line x1={x - r + 1.2} x2={x + r - 1.2} y1={y} y2={y} stroke="var(--ink-edge)" strokeWidth={1.1} />
          )}
        </>
      )}
      {terminal.polarity !== 'none' && (active || k < 0.9) && (
        <text x={x} y={y - r - 2 * k} textAnchor="middle" fontSize={12 * k} fill="currentColor" className="svg-num">
          {SIGN[terminal.polarity]}
        </text>
      )}
    </g>
  );
}
