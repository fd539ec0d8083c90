import type { Element, PartData, Terminal } from './../document/part/part.ts';
import { corners, hot } from './makings.ts';
import { clamp } from './terminals.ts';

export type ChargerSpec = {
  id: string;
  name: string;
  source: 'dcdc' | 'solar';
  outputA: number;
  outputV: number;
  inputMaxA: number | null;
  inputMaxV: number;
  system: number[];
  price: number;
};

/** A box that charges from one pair of terminals to another; values invented but plausible. */
export const chargerPart = (spec: ChargerSpec): PartData => {
  const w = spec.source === 'dcdc' ? 150 : 130;
  const h = spec.source === 'dcdc' ? 110 : 186;
  const y = h / 2 - 8;
  const bottom = (id: string, polarity: 'plus' | 'minus', x: number): Terminal =>
    clamp(id, polarity, [x, y, 90], [2.5, 25], { zMm: 15 });
  const element: Element = {
    kind: 'charger',
    id: 'c',
    source: spec.source,
    inPlus: 'inPlus',
    inMinus: 'inMinus',
    outPlus: 'outPlus',
    outMinus: 'outMinus',
    outputA: spec.outputA,
    outputV: spec.outputV,
    efficiencyShare: spec.source === 'dcdc' ? 0.87 : 0.96,
    inputMaxA: spec.inputMaxA,
    inputMaxV: spec.inputMaxV,
    enable: null,
    togetherA: null,
  };
  return {
    id: spec.id,
    kind: spec.source === 'dcdc' ? 'dcdcCharger' : 'solarController',
    name: spec.name,
    widthMm: w,
    heightMm: h,
    depthMm: 70,
    massKg: spec.source === 'dcdc' ? 1.4 : 1.3,
    clearSpaceMm: hot,
    mountHoles: corners(w, h, 5),
    terminals: [
      bottom('inPlus', 'plus', -48),
      bottom('inMinus', 'minus', -24),
      bottom('outPlus', 'plus', 24),
      bottom('outMinus', 'minus', 48),
    ],
    elements: [element],
    systemVoltagesV: spec.system,
    price: spec.price,
    leadTimeDays: 12,
  };
};
