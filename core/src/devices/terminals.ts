import type { Attachment, DataPlug, Polarity, Terminal } from '../document/part/part.ts';

type Spot = [xMm: number, yMm: number, exitDeg: Terminal['exitDeg']];
type Extra = Partial<Omit<Terminal, 'id' | 'xMm' | 'yMm' | 'exitDeg'>>;

const terminal = (id: string, polarity: Polarity, spot: Spot, attachment: Attachment, extra: Extra): Terminal => ({
  id,
  name: id,
  domain: 'dc',
  polarity,
  lineLoad: 'none',
  attachment,
  xMm: spot[0],
  yMm: spot[1],
  zMm: 20,
  exitDeg: spot[2],
  maxC: 90,
  required: true,
  ...extra,
});

export const stud = (
  id: string,
  polarity: Polarity,
  spot: Spot,
  [diameterMm, palmWidthMaxMm]: [number, number],
  extra: Extra = {},
): Terminal => terminal(id, polarity, spot, { kind: 'stud', diameterMm, palmWidthMaxMm }, extra);

export const clamp = (
  id: string,
  polarity: Polarity,
  spot: Spot,
  [minMm2, maxMm2]: [number, number],
  extra: Extra = {},
): Terminal => terminal(id, polarity, spot, { kind: 'clamp', minMm2, maxMm2 }, { maxC: 75, ...extra });

/** A flat tab a receptacle is pushed on. */
export const tab = (
  id: string,
  polarity: Polarity,
  spot: Spot,
  widthMm: 2.8 | 4.8 | 6.3,
  extra: Extra = {},
): Terminal => terminal(id, polarity, spot, { kind: 'tab', widthMm }, extra);

/** A chamber of a two-pole connector. */
export const contactChamber = (
  id: string,
  polarity: Polarity,
  spot: Spot,
  contactA: 50 | 120 | 175,
  extra: Extra = {},
): Terminal => terminal(id, polarity, spot, { kind: 'contact', contactA }, extra);

/** A socket for a data lead. */
export const socket = (id: string, plug: DataPlug, spot: Spot, extra: Extra = {}): Terminal =>
  terminal(id, 'none', spot, { kind: 'socket', plug }, { domain: 'signal', required: false, ...extra });

export const lead = (id: string, polarity: Polarity, spot: Spot, areaMm2: number, extra: Extra = {}): Terminal =>
  terminal(id, polarity, spot, { kind: 'lead', areaMm2 }, extra);
