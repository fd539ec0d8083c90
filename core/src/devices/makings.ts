import type { ConditionId, MountHole, PartData, Terminal } from './../document/part/part.ts';
import { clamp } from './terminals.ts';

export const noClear = { left: 0, right: 0, top: 0, bottom: 0 };

export const hot = { left: 50, right: 50, top: 100, bottom: 100 };

export const corners = (w: number, h: number, screwDiameterMm: number) =>
  [-1, 1].flatMap((sx) => [-1, 1].map((sy) => ({ xMm: sx * (w / 2 - 10), yMm: sy * (h / 2 - 10), screwDiameterMm })));

export const sideHoles = (halfMm: number): MountHole[] => [
  { xMm: -halfMm, yMm: 0, screwDiameterMm: 5 },
  { xMm: halfMm, yMm: 0, screwDiameterMm: 5 },
];

export const mainsTerminals = (y: number, exitDeg: Terminal['exitDeg']): Terminal[] =>
  (
    [
      ['acL', 'L (mains)', -20, 'ac'],
      ['acN', 'N (mains)', 0, 'ac'],
      ['pe', 'PE', 20, 'earth'],
    ] as const
  ).map(([id, name, x, domain]) => clamp(id, 'none', [x, y, exitDeg], [1.5, 6], { name, domain, required: false }));

/** Line, neutral and earth of one mains way, side by side. */
export const way = (
  id: string,
  label: string,
  x: number,
  y: number,
  exitDeg: Terminal['exitDeg'],
  maxMm2 = 6,
): Terminal[] => [
  clamp(`${id}L`, 'none', [x - 16, y, exitDeg], [1.5, maxMm2], { name: `L ${label}`, domain: 'ac', required: false }),
  clamp(`${id}N`, 'none', [x, y, exitDeg], [1.5, maxMm2], { name: `N ${label}`, domain: 'ac', required: false }),
  clamp(`${id}E`, 'none', [x + 16, y, exitDeg], [1.5, maxMm2], {
    name: `PE ${label}`,
    domain: 'earth',
    required: false,
  }),
];

export const mainsBox = (
  part: Pick<PartData, 'id' | 'kind' | 'name' | 'widthMm' | 'heightMm' | 'terminals' | 'elements' | 'price'>,
): PartData => ({
  ...part,
  depthMm: 80,
  massKg: 0.8,
  clearSpaceMm: noClear,
  mountHoles: [-1, 1].map((s) => ({ xMm: s * (part.widthMm / 2 - 8), yMm: 0, screwDiameterMm: 5 })),
  systemVoltagesV: [],
  leadTimeDays: 7,
});

/** A small output of a part that is live while a condition holds: a contact from its own plus. */
export const signalOutput = (
  id: string,
  from: string,
  follows: ConditionId,
): Extract<PartData['elements'][number], { kind: 'contact' }> => ({
  kind: 'contact',
  id: `${id}Out`,
  a: from,
  b: id,
  resistanceOhm: 0.1,
  ratingA: 1,
  normallyOpen: true,
  follows,
  selfLimiting: true,
  interlock: null,
});
