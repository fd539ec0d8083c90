import type { PartData } from '../../document/part/part.ts';
import { mainsBox, way } from '../makings.ts';

/** A small distribution: residual-current device and breakers, for a licensed person to choose. */
const mainsPanel: PartData = (() => {
  const ways = ['in', 'w1', 'w2', 'w3', 'w4'];
  const bar = (id: string, suffix: string) =>
    ({ kind: 'bar', id, terminalIds: ways.map((w) => `${w}${suffix}`), ratingA: 40 }) as const;
  return mainsBox({
    id: 'mains-panel-4',
    kind: 'mainsPanel',
    name: 'Mains distribution, 4 ways with residual-current device',
    widthMm: 280,
    heightMm: 180,
    terminals: ways.flatMap((w, i) =>
      way(w, i === 0 ? 'in' : `way ${i}`, -104 + i * 52, i === 0 ? -70 : 70, i === 0 ? 270 : 90),
    ),
    elements: [bar('line', 'L'), bar('neutral', 'N'), bar('earth', 'E')],
    price: 95,
  });
})();

export const MAINS_PANELS: readonly PartData[] = [mainsPanel];
