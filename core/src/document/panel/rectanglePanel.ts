import { newId } from '../newId.ts';
import type { Panel } from './panel.ts';

/**
 * A rectangular panel with four fixings `insetMm` from its edges.
 * @example
 * rectanglePanel('Board', 800, 500).fixings.length; // 4
 */
export function rectanglePanel(name: string, widthMm: number, heightMm: number, insetMm = 25): Panel {
  const corners = [
    { xMm: 0, yMm: 0 },
    { xMm: widthMm, yMm: 0 },
    { xMm: widthMm, yMm: heightMm },
    { xMm: 0, yMm: heightMm },
  ];
  const fixings = [
    [insetMm, insetMm],
    [widthMm - insetMm, insetMm],
    [widthMm - insetMm, heightMm - insetMm],
    [insetMm, heightMm - insetMm],
  ];
  return {
    id: newId('pn'),
    name,
    outline: corners,
    thicknessMm: 18,
    material: 'plywood',
    grain: 'any',
    goodFace: 'front',
    backClearanceMm: 0,
    frontClearanceMm: null,
    partScrewMm: 16,
    fixings: fixings.map(([xMm, yMm]) => ({ id: newId('fx'), xMm: xMm!, yMm: yMm!, screwDiameterMm: 6 })),
    holes: [],
    keepOuts: [],
    channels: [],
  };
}
