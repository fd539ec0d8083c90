import type { LoadDemand } from '../../document/item/item.ts';

/**
 * Typical appliances to start a load list from. All figures are general knowledge, no source: read the plate of the
 * real one.
 */
export interface Appliance {
  group: 'light' | 'cold' | 'water' | 'kitchen' | 'signal' | 'work' | 'comfort';
  name: string;
  load: Partial<LoadDemand>;
}

export const APPLIANCE_SOURCE = 'typical figures, general knowledge, no source: read the plate of the real one';
export const GROUP_WORDS: Readonly<Record<Appliance['group'], string>> = {
  light: 'Light',
  cold: 'Cold',
  water: 'Water',
  kitchen: 'Kitchen',
  signal: 'Signals and computers',
  work: 'Work',
  comfort: 'Air and warmth',
};

const w = (powerW: number): LoadDemand['rating'] => ({ kind: 'watts', powerW });
const during = (...runs: [from: number, to: number][]): LoadDemand['usage'] => ({
  kind: 'painted',
  hours: runs.flatMap(([from, to]) => Array.from({ length: to - from }, (_, i) => from + i)),
});
const aDay = (hoursPerDay: number): LoadDemand['usage'] => ({ kind: 'perDay', hoursPerDay });
const evening = during([17, 22]);
const mains = { side: 'mains' } as const;

export const APPLIANCES: readonly Appliance[] = [
  { group: 'light', name: 'LED strip, 5 m', load: { rating: w(24), usage: evening, dropClass: 'critical' } },
  { group: 'light', name: 'LED lamp', load: { rating: w(6), usage: evening, dropClass: 'critical' } },
  { group: 'light', name: 'Yard light with sensor', load: { rating: w(20), usage: aDay(0.5), standbyW: 0.3 } },
  {
    group: 'cold',
    name: 'Compressor cool box',
    load: { rating: w(45), usage: aDay(24), dutyShare: 0.35, surgeFactor: 3, essential: true, dropClass: 'critical' },
  },
  {
    group: 'cold',
    name: 'Fridge, 130 l, d.c.',
    load: { rating: w(60), usage: aDay(24), dutyShare: 0.35, surgeFactor: 4, essential: true, dropClass: 'critical' },
  },
  {
    group: 'cold',
    name: 'Household fridge, mains',
    load: { ...mains, rating: w(120), usage: aDay(24), dutyShare: 0.3, surgeFactor: 6, essential: true },
  },
  {
    group: 'cold',
    name: 'Chest freezer, mains',
    load: { ...mains, rating: w(110), usage: aDay(24), dutyShare: 0.35, surgeFactor: 6, essential: true },
  },
  { group: 'water', name: 'Pressure pump', load: { rating: w(90), usage: aDay(0.7), surgeFactor: 3 } },
  { group: 'water', name: 'Well pump, mains', load: { ...mains, rating: w(750), usage: aDay(0.7), surgeFactor: 5 } },
  { group: 'water', name: 'Circulation pump', load: { rating: w(25), usage: during([6, 22]), season: 'cold' } },
  {
    group: 'water',
    name: 'Irrigation pump',
    load: { rating: w(240), usage: during([5, 8]), season: 'warm', surgeFactor: 3 },
  },
  { group: 'kitchen', name: 'Kettle, mains', load: { ...mains, rating: w(1200), usage: aDay(0.3) } },
  {
    group: 'kitchen',
    name: 'Microwave oven, mains',
    load: { ...mains, rating: w(1200), usage: aDay(0.2), surgeFactor: 1.5 },
  },
  {
    group: 'kitchen',
    name: 'Coffee grinder, mains',
    load: { ...mains, rating: w(150), usage: aDay(0.1), surgeFactor: 2 },
  },
  {
    group: 'kitchen',
    name: 'Induction plate, mains',
    load: { ...mains, rating: w(1500), usage: aDay(0.7), needsSine: true },
  },
  { group: 'signal', name: 'Router and modem', load: { rating: w(12), usage: aDay(24), dropClass: 'critical' } },
  {
    group: 'signal',
    name: 'Laptop on a d.c. supply',
    load: { rating: w(60), usage: aDay(4), dutyShare: 0.6, dropClass: 'critical' },
  },
  { group: 'signal', name: 'Phone charging, 2 ports', load: { rating: w(30), usage: aDay(3), dutyShare: 0.6 } },
  {
    group: 'signal',
    name: 'VHF set',
    load: { rating: w(60), usage: aDay(24), dutyShare: 0.03, standbyW: 5, essential: true, dropClass: 'critical' },
  },
  { group: 'signal', name: 'Weather station', load: { rating: w(4), usage: aDay(24), essential: true } },
  {
    group: 'signal',
    name: 'Camera with recorder',
    load: { rating: w(14), usage: aDay(24), essential: true, dropClass: 'critical' },
  },
  {
    group: 'work',
    name: 'Hand drill charger, mains',
    load: { ...mains, rating: w(90), usage: aDay(1), needsSine: true },
  },
  { group: 'work', name: 'Circular saw, mains', load: { ...mains, rating: w(1200), usage: aDay(0.2), surgeFactor: 4 } },
  {
    group: 'work',
    name: 'Till, scale and card reader',
    load: { rating: w(18), usage: during([7, 16]), essential: true, dropClass: 'critical' },
  },
  {
    group: 'work',
    name: 'Telescope mount and camera',
    load: { rating: w(60), usage: during([0, 4], [20, 24]), essential: true, dropClass: 'critical' },
  },
  { group: 'work', name: 'Fence energiser', load: { rating: w(8), usage: aDay(24), season: 'warm', essential: true } },
  { group: 'comfort', name: 'Vent fan', load: { rating: w(8), usage: aDay(24) } },
  {
    group: 'comfort',
    name: 'Diesel air heater, running',
    load: { rating: w(25), usage: aDay(10), season: 'cold', surgeFactor: 5, essential: true, dropClass: 'critical' },
  },
  { group: 'comfort', name: 'Dew heater', load: { rating: w(20), usage: during([0, 4], [21, 24]) } },
  {
    group: 'comfort',
    name: 'Screen, 24 inch, mains',
    load: { ...mains, rating: w(35), usage: evening, standbyW: 0.5 },
  },
];
