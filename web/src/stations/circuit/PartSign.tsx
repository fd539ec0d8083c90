import type { PartKind } from '@ombrik/core/document/part/part';

/** Signs after IEC 60617, drawn in a box; lines come in on the left and leave on the right. */
export function PartSign({ kind, w, h }: { kind: PartKind; w: number; h: number }) {
  const line = { stroke: 'currentColor', strokeWidth: 1.6, fill: 'none' } as const;
  const box = <rect x={0} y={0} width={w} height={h} {...line} fill="var(--part)" />;
  const letter = (text: string, x: number, y: number, size = 13) => (
    <text
      x={x}
      y={y}
      fontSize={size}
      textAnchor="middle"
      fill="currentColor"
      fontFamily="var(--font-label)"
      fontWeight={600}
    >
      {text}
    </text>
  );
  switch (kind) {
    case 'battery':
    case 'feed': {
      const x = w / 2;
      return (
        <g>
          <rect x={0} y={0} width={w} height={h} fill="var(--part)" />
          <path
            d={`M${x - 8} ${h * 0.18}V${h * 0.82}M${x - 2} ${h * 0.34}V${h * 0.66}M${x + 4} ${h * 0.18}V${h * 0.82}M${x + 10} ${h * 0.34}V${h * 0.66}M${x + 10} ${h / 2}H${w}M0 ${h / 2}H${x - 8}`}
            {...line}
          />
          {kind === 'feed' && letter('M', x - 16, h * 0.28, 11)}
        </g>
      );
    }
    case 'connector': {
      // Plug and socket: the pin in its half round.
      const x = w / 2;
      return (
        <g>
          <rect x={0} y={0} width={w} height={h} fill="var(--part)" />
          <path d={`M0 ${h / 2}H${x - 2}M${x + 10} ${h / 2}H${w}`} {...line} strokeWidth={3} />
          <path d={`M${x + 4} ${h * 0.25}A${h * 0.25} ${h * 0.25} 0 0 1 ${x + 4} ${h * 0.75}`} {...line} />
        </g>
      );
    }
    case 'solarModule':
      return (
        <g>
          {box}
          <path
            d={`M4 4L${w / 2} ${h / 2}L${w - 4} 4M${w * 0.3} ${-9}l5 7m-1 -5l1 5l-5 -1M${w * 0.55} ${-9}l5 7m-1 -5l1 5l-5 -1`}
            {...line}
          />
        </g>
      );
    case 'fuseHolder':
      return (
        <g>
          <rect x={w * 0.16} y={h / 2 - 6} width={w * 0.68} height={12} {...line} fill="var(--part)" />
          <path d={`M0 ${h / 2}H${w}`} {...line} />
        </g>
      );
    case 'isolator':
      return (
        <g>
          <rect x={0} y={0} width={w} height={h} fill="var(--part)" />
          <path
            d={`M0 ${h / 2}H${w * 0.3}L${w * 0.68} ${h * 0.12}M${w * 0.7} ${h / 2}H${w}M${w * 0.7} ${h / 2 - 5}V${h / 2 + 5}`}
            {...line}
          />
          <circle cx={w * 0.3} cy={h / 2} r={2.4} fill="currentColor" />
        </g>
      );
    case 'relay':
      return (
        <g>
          {box}
          <path d={`M0 ${h * 0.35}H${w * 0.3}L${w * 0.66} ${h * 0.12}M${w * 0.7} ${h * 0.35}H${w}`} {...line} />
          <rect x={w * 0.3} y={h * 0.58} width={w * 0.4} height={h * 0.28} {...line} />
        </g>
      );
    case 'button':
      return (
        <g>
          <rect x={0} y={0} width={w} height={h} fill="var(--part)" />
          <path
            d={`M0 ${h * 0.68}H${w * 0.3}L${w * 0.68} ${h * 0.45}M${w * 0.7} ${h * 0.68}H${w}M${w * 0.5} ${h * 0.55}V${h * 0.14}M${w * 0.38} ${h * 0.28}V${h * 0.14}H${w * 0.62}V${h * 0.28}`}
            {...line}
          />
        </g>
      );
    case 'frame':
      return (
        <path
          d={`M${w / 2} 0V${h * 0.55}M${w * 0.2} ${h * 0.55}H${w * 0.8}M${w * 0.28} ${h * 0.55}L${w * 0.14} ${h * 0.9}M${w * 0.52} ${h * 0.55}L${w * 0.38} ${h * 0.9}M${w * 0.76} ${h * 0.55}L${w * 0.62} ${h * 0.9}`}
          {...line}
        />
      );
    case 'mainsInlet':
      return (
        <g>
          <rect x={0} y={0} width={w} height={h} fill="var(--part)" />
          <path
            d={`M${w * 0.28} ${h * 0.2}a${h * 0.3} ${h * 0.3} 0 0 0 0 ${h * 0.6}M${w * 0.5} ${h / 2}H${w}`}
            {...line}
          />
          <rect x={w * 0.24} y={h / 2 - 3.5} width={w * 0.3} height={7} fill="currentColor" />
        </g>
      );
    case 'mainsPanel':
      return (
        <g>
          {box}
          {letter('~', w / 2, h * 0.42, 15)}
          <path
            d={`M${w * 0.15} ${h * 0.62}H${w * 0.85}M${w * 0.3} ${h * 0.62}V${h * 0.85}M${w * 0.5} ${h * 0.62}V${h * 0.85}M${w * 0.7} ${h * 0.62}V${h * 0.85}`}
            {...line}
          />
        </g>
      );
    case 'transferRelay':
      return (
        <g>
          {box}
          <path
            d={`M0 ${h * 0.25}H${w * 0.34}M0 ${h * 0.75}H${w * 0.34}M${w} ${h / 2}H${w * 0.7}L${w * 0.36} ${h * 0.28}`}
            {...line}
          />
          <circle cx={w * 0.7} cy={h / 2} r={2.2} fill="currentColor" />
        </g>
      );
    case 'busBar':
      return <rect x={w / 2 - 3} y={0} width={6} height={h} fill="currentColor" />;
    case 'shunt':
      return (
        <g>
          <rect x={w * 0.2} y={h / 2 - 6} width={w * 0.6} height={12} {...line} fill="var(--part)" />
          <path
            d={`M0 ${h / 2}H${w * 0.2}M${w * 0.8} ${h / 2}H${w}M${w * 0.32} ${h / 2 - 6}V0M${w * 0.68} ${h / 2 - 6}V0`}
            {...line}
          />
        </g>
      );
    case 'fuseBlock': {
      const ways = Math.max(1, Math.round(h / 26));
      return (
        <g>
          <rect x={0} y={0} width={w} height={h} {...line} strokeDasharray="4 3" fill="var(--part)" />
          {Array.from({ length: ways }, (_, i) => (
            <g key={i}>
              <rect
                x={w * 0.42}
                y={(h * (i + 0.5)) / ways - 4}
                width={w * 0.42}
                height={8}
                {...line}
                strokeWidth={1.1}
              />
              <path d={`M${w * 0.2} ${(h * (i + 0.5)) / ways}H${w}`} {...line} strokeWidth={1.1} />
            </g>
          ))}
          <path d={`M${w * 0.2} ${(h * 0.5) / ways}V${h - (h * 0.5) / ways}`} {...line} />
        </g>
      );
    }
    case 'inverter':
    case 'dcdcCharger':
    case 'mainsCharger':
    case 'solarController': {
      const [from, to] = {
        inverter: ['=', '~'],
        mainsCharger: ['~', '='],
        dcdcCharger: ['=', '='],
        solarController: ['=', '='],
      }[kind] as [string, string];
      return (
        <g>
          {box}
          <path d={`M0 ${h}L${w} 0`} {...line} />
          {letter(from, w * 0.26, h * 0.38)}
          {letter(to, w * 0.74, h * 0.86)}
          {kind === 'solarController' && <circle cx={w - 7} cy={7} r={3.2} {...line} strokeWidth={1.2} />}
        </g>
      );
    }
    default:
      return (
        <g>
          {box}
          <path
            d={`M${w * 0.25} ${h * 0.25}L${w * 0.75} ${h * 0.75}M${w * 0.75} ${h * 0.25}L${w * 0.25} ${h * 0.75}`}
            {...line}
            strokeWidth={1.2}
          />
        </g>
      );
  }
}
