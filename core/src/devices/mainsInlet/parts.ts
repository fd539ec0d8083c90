import type { PartData } from '../../document/part/part.ts';
import { mainsBox, way } from '../makings.ts';

const inlet = (source: 'inlet' | 'generator', ratedA: number, id: string, name: string): PartData =>
  mainsBox({
    id,
    kind: 'mainsInlet',
    name,
    widthMm: 90,
    heightMm: 90,
    terminals: way('out', 'out', 0, 30, 90, 16),
    elements: [{ kind: 'mainsSource', id: 's', line: 'outL', neutral: 'outN', source, ratedA }],
    price: 24 + ratedA * 0.6,
  });

export const MAINS_INLETS: readonly PartData[] = [
  inlet('inlet', 16, 'mains-inlet', 'Mains inlet with cover, 16 A'),
  inlet('inlet', 30, 'mains-inlet-30', 'Mains inlet with cover, 30 A'),
  inlet('inlet', 32, 'mains-inlet-32', 'Mains inlet with cover, 32 A'),
  inlet('generator', 16, 'mains-generator', 'Generator socket, 16 A'),
];
