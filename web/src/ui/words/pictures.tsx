import type { ReactNode } from 'react';

/** Drawn in the colours of the theme; 240 by 110. */
const LINE = { fill: 'none', stroke: 'currentColor', strokeWidth: 1.6 } as const;
const HOT = { ...LINE, stroke: 'var(--color-primary)', strokeWidth: 2.4 } as const;
const says = (x: number, y: number, text: string, anchor: 'start' | 'middle' | 'end' = 'middle') => (
  <text x={x} y={y} textAnchor={anchor} fontSize="11" fill="currentColor">
    {text}
  </text>
);
const axes = (x: string, y: string) => (
  <>
    <path d="M28 8V88H232" {...LINE} />
    {says(232, 102, x, 'end')}
    {says(32, 14, y, 'start')}
  </>
);
/** A fuse as IEC 60617 draws it, lying. */
const fuse = (x: number, y: number) => (
  <>
    <rect x={x} y={y - 7} width="36" height="14" {...LINE} />
    <path d={`M${x} ${y}H${x + 36}`} {...LINE} />
  </>
);

/** Words of the guide that a picture says quicker. */
export const PICTURES: Readonly<Record<string, ReactNode>> = {
  ampacity: (
    <>
      <circle cx="70" cy="52" r="34" {...LINE} />
      <circle cx="70" cy="52" r="20" fill="var(--ink-copper)" stroke="currentColor" />
      {[20, 52, 84].map((y) => (
        <path key={y} d={`M112 ${y}c8 -8 16 8 24 0`} {...HOT} />
      ))}
      {says(190, 40, 'heat leaves')}
      {says(190, 56, 'as fast as the')}
      {says(190, 72, 'current makes it')}
    </>
  ),
  'clearing time': (
    <>
      {axes('time', 'current')}
      <path d="M28 70H70V24H150V88" {...HOT} />
      <path d="M70 82h80M70 78v8M150 78v8" {...LINE} />
      {says(110, 76, 'clearing time')}
      {says(70, 102, 'fault')}
      {says(150, 102, 'open')}
    </>
  ),
  crimp: (
    <>
      <path d="M8 56H96" stroke="var(--ink-copper)" strokeWidth="16" />
      <path d="M8 46h60v20H8" {...LINE} />
      <path d="M84 42h66v28H84z" fill="var(--ink-steel)" stroke="currentColor" />
      <path d="M150 48h50a14 14 0 0 1 0 16h-50" fill="var(--ink-steel)" stroke="currentColor" />
      <circle cx="196" cy="56" r="5" {...LINE} />
      <path d="M100 14h34v26h-34zM100 72h34v26h-34z" {...LINE} />
      <path d="M117 40v-6M117 72v6" {...HOT} />
      {says(176, 28, 'the die presses')}
    </>
  ),
  die: (
    <>
      <path d="M40 10h70v38l-14 -14H54L40 48zM40 100h70V62L96 76H54L40 62z" {...LINE} />
      <path d="M58 40h34l10 15 -10 15H58L48 55z" fill="var(--ink-steel)" stroke="currentColor" />
      {says(176, 50, 'its shape is')}
      {says(176, 66, 'the crimp’s shape')}
    </>
  ),
  drop: (
    <>
      <path d="M24 30H216M24 80H216" {...LINE} />
      <path d="M24 30v20M12 50h24M17 58h14M24 58v22" {...LINE} />
      <circle cx="216" cy="55" r="12" {...LINE} />
      <path d="M216 30v13M216 67v13M208 47l16 16M224 47l-16 16" {...LINE} />
      {says(120, 24, 'lost on the way out')}
      {says(120, 96, 'and on the way back')}
      {says(46, 58, '12.8 V', 'start')}
      {says(198, 58, '12.4 V', 'end')}
    </>
  ),
  ferrule: (
    <>
      <path d="M6 55h90" stroke="currentColor" strokeWidth="26" opacity="0.25" />
      {[47, 51, 55, 59, 63].map((y) => (
        <path key={y} d={`M96 ${y}H196`} stroke="var(--ink-copper)" strokeWidth="3" />
      ))}
      <path d="M92 36l22 8v22l-22 8z" fill="var(--color-secondary)" />
      <path d="M114 43h74v24h-74z" fill="var(--ink-steel)" stroke="currentColor" opacity="0.85" />
      {says(150, 92, 'keeps strands together in a clamp')}
    </>
  ),
  'bus bar': (
    <>
      <path d="M20 44h200v24H20z" fill="var(--ink-copper)" stroke="currentColor" />
      {[50, 98, 146, 194].map((x) => (
        <g key={x}>
          <circle cx={x} cy="56" r="8" {...LINE} />
          <path d={`M${x} 56V${x === 50 ? 100 : 8}`} {...HOT} />
        </g>
      ))}
      {says(120, 104, 'one in, many out')}
    </>
  ),
  'interrupt rating': (
    <>
      {axes('what could flow', '')}
      <path d="M28 60H140" {...HOT} />
      <path d="M140 16V88" {...LINE} strokeDasharray="4 4" />
      <path d="M150 60l10 -14 6 20 8 -24 6 26 10 -18" {...HOT} />
      {says(84, 52, 'opens')}
      {says(190, 84, 'may burst')}
    </>
  ),
  'let-through': (
    <>
      {axes('time', 'current')}
      <path d="M28 86C60 80 66 22 92 22C108 22 112 60 116 87z" fill="var(--color-primary)" opacity="0.3" />
      <path d="M28 86C60 80 66 22 92 22C108 22 112 60 116 87" {...HOT} />
      <path d="M28 86C70 70 100 14 220 12" {...LINE} strokeDasharray="4 4" />
      {says(172, 52, 'the area is what')}
      {says(172, 67, 'the wire must bear')}
    </>
  ),
  'prospective fault current': (
    <>
      <path d="M40 30H200V80H40" {...LINE} />
      <path d="M40 30v20M28 50h24M33 58h14M40 58v22" {...LINE} />
      <path d="M194 48l12 10 -12 2 12 10" {...HOT} />
      <path d="M70 22h90l-8 -5m8 5l-8 5" {...HOT} />
      {says(115, 14, 'if nothing opened')}
      {says(184, 60, 'short', 'end')}
    </>
  ),
  selectivity: (
    <>
      <path d="M8 30H40M76 30H130M166 30H200M103 30V84H130M166 84H200" {...LINE} />
      {fuse(40, 30)}
      {fuse(130, 30)}
      {fuse(130, 84)}
      <path d="M196 76l12 8 -12 2 12 8" {...HOT} />
      <path d="M134 74l28 20M162 74l-28 20" {...HOT} />
      {says(58, 18, 'stays')}
      {says(148, 18, 'stays')}
      {says(148, 106, 'opens')}
    </>
  ),
  'pre-charge': (
    <>
      <path d="M8 30H60M100 30H170" {...LINE} />
      <path d="M60 30L98 14" {...LINE} />
      <path d="M40 30V74H66M106 74H130V30" {...LINE} />
      <rect x="66" y="67" width="40" height="14" {...HOT} />
      <path d="M170 20v60M180 20v60M180 50h40" {...LINE} />
      {says(86, 98, 'first through here')}
      {says(206, 36, 'capacitors')}
    </>
  ),
  'guard band': (
    <>
      <path d="M20 60H220" {...LINE} />
      <path d="M50 60h24M166 60h24" stroke="var(--color-warning)" strokeWidth="14" opacity="0.6" />
      <path d="M74 60h92" stroke="var(--color-secondary)" strokeWidth="14" opacity="0.5" />
      <path d="M50 40v40M190 40v40" {...LINE} />
      {says(50, 34, 'limit')}
      {says(190, 34, 'limit')}
      {says(120, 44, 'pass')}
      {says(120, 98, 'between: the meter cannot tell')}
    </>
  ),
  overload: (
    <>
      {axes('time', 'current')}
      <path d="M28 54H232" {...LINE} strokeDasharray="4 4" />
      <path d="M28 70H70L84 36H220" {...HOT} />
      {says(150, 28, 'too much, for long')}
      {says(200, 68, 'made for')}
    </>
  ),
};
