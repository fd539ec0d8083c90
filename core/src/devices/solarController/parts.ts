import type { PartData } from '../../document/part/part.ts';
import { chargerPart } from '../chargerPart.ts';

export const SOLAR_CONTROLLERS: readonly PartData[] = [
  chargerPart({
    id: 'mppt-100-20',
    name: 'Solar controller 100 V, 20 A',
    source: 'solar',
    outputA: 20,
    outputV: 14.4,
    inputMaxA: null,
    inputMaxV: 100,
    system: [12, 24],
    price: 110,
  }),
  chargerPart({
    id: 'mppt-100-30',
    name: 'Solar controller 100 V, 30 A',
    source: 'solar',
    outputA: 30,
    outputV: 28.8,
    inputMaxA: null,
    inputMaxV: 100,
    system: [12, 24],
    price: 160,
  }),
  chargerPart({
    id: 'mppt-150-35',
    name: 'Solar controller 150 V, 35 A',
    source: 'solar',
    outputA: 35,
    outputV: 57.6,
    inputMaxA: null,
    inputMaxV: 150,
    system: [12, 24, 48],
    price: 240,
  }),
];
