import type { PartData } from '../../document/part/part.ts';
import { mainsBox, way } from '../makings.ts';

const inlet = (source: 'inlet' | 'generator'): PartData =>
  mainsBox({
    id: `mains-${source}`,
    kind: 'mainsInlet',
    name: source === 'inlet' ? 'Mains inlet with cover' : 'Generator socket',
    widthMm: 90,
    heightMm: 90,
    terminals: way('out', 'out', 0, 30, 90),
    elements: [{ kind: 'mainsSource', id: 's', line: 'outL', neutral: 'outN', source }],
    price: 34,
  });

export const MAINS_INLETS: readonly PartData[] = [inlet('inlet'), inlet('generator')];
