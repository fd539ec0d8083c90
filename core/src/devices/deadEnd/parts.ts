import type { PartData } from '../../document/part/part.ts';

/** A lead brought here for later, or cut back from what is gone: capped, tied back, and marked. */
const deadEnd: PartData = {
  id: 'dead-end',
  kind: 'deadEnd',
  name: 'Dead end of a lead, insulated',
  widthMm: 20,
  heightMm: 12,
  depthMm: 10,
  massKg: 0,
  clearSpaceMm: { left: 0, right: 0, top: 0, bottom: 0 },
  mountHoles: [],
  terminals: [
    {
      id: 'end',
      name: 'end',
      domain: 'dc',
      polarity: 'none',
      lineLoad: 'none',
      attachment: { kind: 'cap' },
      xMm: 0,
      yMm: 0,
      zMm: 5,
      exitDeg: 180,
      maxC: 90,
      required: false,
    },
  ],
  elements: [],
  systemVoltagesV: [],
  price: 0,
  leadTimeDays: 0,
};

export const DEAD_ENDS: readonly PartData[] = [deadEnd];
