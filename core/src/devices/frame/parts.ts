import type { PartData } from '../../document/part/part.ts';
import { stud } from '../terminals.ts';

/** Bare points of a metal frame that carries returns: bolted joints on clean metal. Resistance: common practice, no source. */
const frame: PartData = {
  id: 'frame-8',
  kind: 'frame',
  name: 'Metal frame, 8 return points M8',
  widthMm: 300,
  heightMm: 40,
  depthMm: 5,
  massKg: 0,
  clearSpaceMm: { left: 0, right: 0, top: 0, bottom: 0 },
  mountHoles: [],
  terminals: Array.from({ length: 8 }, (_, i) =>
    stud(`p${i + 1}`, 'minus', [-122 + i * 35, 0, i % 2 ? 90 : 270], [8, 32], { required: false, zMm: 5 }),
  ),
  elements: [
    {
      kind: 'frame',
      id: 'frame',
      terminalIds: Array.from({ length: 8 }, (_, i) => `p${i + 1}`),
      pointOhm: 0.001,
      ohmPerM: 0,
      ratingA: 200,
    },
  ],
  systemVoltagesV: [12, 24],
  price: null,
  leadTimeDays: null,
};

/** A long steel chassis: its metal counts too, by how far along it each point lies. Common practice, no source. */
const chassis: PartData = {
  ...frame,
  id: 'chassis-8',
  name: 'Long steel frame, 8 return points M8, counted by distance',
  elements: frame.elements.map((e) => (e.kind === 'frame' ? { ...e, ohmPerM: 0.0003 } : e)),
};

export const FRAMES: readonly PartData[] = [frame, chassis];
