import type { Board } from './board.ts';
import type { Brief } from './brief/brief.ts';
import { blankItem } from './item/blankItem.ts';
import type { Item, LoadDemand } from './item/item.ts';
import { loadPartId } from './item/loadList.ts';
import { newLoad } from './item/newLoad.ts';
import { newBoard } from './newBoard.ts';
import { newId } from './newId.ts';
import { newPowerPlan } from './power/newPowerPlan.ts';
import type { PowerPlan } from './power/power.ts';

export interface Template {
  id: string;
  name: string;
  brief: Partial<Brief>;
  power: Partial<PowerPlan>;
  loads: [name: string, load: Partial<LoadDemand>][];
}

const watts = (powerW: number): LoadDemand['rating'] => ({ kind: 'watts', powerW });
const during = (...runs: [from: number, to: number][]): LoadDemand['usage'] => ({
  kind: 'painted',
  hours: runs.flatMap(([from, to]) => Array.from({ length: to - from }, (_, i) => from + i)),
});
const allDay: LoadDemand['usage'] = { kind: 'perDay', hoursPerDay: 24 };
const site = { coldestMonthC: 1, warmestMonthC: 18, winterCloudShare: 0.75, summerCloudShare: 0.55 };

/** Orders that come again and again, as starting points. Loads and hours from general knowledge, no source. */
export const TEMPLATES: readonly Template[] = [
  {
    id: 'hut',
    name: 'Mountain hut',
    brief: { use: 'Lived in by the season', growthShare: 0.5, profileId: 'fixed-iec' },
    power: {
      site: { latitudeDeg: null, ...site, coldestMonthC: -6, warmestMonthC: 13, bankPlace: 'heated' },
      sun: { tiltDeg: 60, azimuthDeg: 0, maxPeakW: 2000, lossShare: 0.2 },
      generator: { powerW: 3000, costPerHour: 4, startAtShare: 0.25 },
    },
    loads: [
      ['Lights', { rating: watts(30), usage: during([6, 8], [17, 22]), essential: true, dropClass: 'critical' }],
      [
        'Fridge',
        { rating: watts(60), usage: allDay, dutyShare: 0.35, essential: true, surgeFactor: 4, dropClass: 'critical' },
      ],
      ['Water pump', { rating: watts(90), usage: during([7, 8]), surgeFactor: 3 }],
      ['Charging shelf', { rating: watts(60), usage: during([18, 22]) }],
    ],
  },
  {
    id: 'repeater',
    name: 'Repeater shelter',
    brief: { use: 'Relay day and night; a visit twice a year', monitoring: 'simple', profileId: 'fixed-iec' },
    power: {
      site: { latitudeDeg: null, ...site, bankPlace: 'sheltered' },
      sun: { tiltDeg: 65, azimuthDeg: 0, maxPeakW: 1200, lossShare: 0.2 },
    },
    loads: [
      ['Repeater', { rating: watts(80), usage: allDay, dutyShare: 0.4, essential: true, dropClass: 'critical' }],
      ['Site controller', { rating: watts(10), usage: allDay, essential: true, dropClass: 'critical' }],
    ],
  },
  {
    id: 'orchard',
    name: 'Orchard shed',
    brief: { use: 'Irrigation and fence from spring to harvest', profileId: 'fixed-iec' },
    power: {
      site: { latitudeDeg: null, ...site, bankPlace: 'sheltered' },
      sun: { tiltDeg: 35, azimuthDeg: 0, maxPeakW: 1000, lossShare: 0.2 },
    },
    loads: [
      ['Irrigation pump', { rating: watts(240), usage: during([5, 8]), season: 'warm', surgeFactor: 3 }],
      ['Fence energiser', { rating: watts(8), usage: allDay, season: 'warm', essential: true }],
      ['Shed lights', { rating: watts(20), usage: during([17, 19]) }],
    ],
  },
  {
    id: 'observatory',
    name: 'Observatory shed',
    brief: { use: 'Clear nights', profileId: 'fixed-iec' },
    power: {
      site: { latitudeDeg: null, ...site, bankPlace: 'sheltered' },
      sun: { tiltDeg: 50, azimuthDeg: 0, maxPeakW: 600, lossShare: 0.2 },
      mains: { hoursPerDay: 0 },
    },
    loads: [
      [
        'Mount and camera',
        { rating: watts(60), usage: during([0, 4], [20, 24]), dropClass: 'critical', essential: true },
      ],
      ['Dew heaters', { rating: watts(40), usage: during([0, 4], [21, 24]) }],
      ['Computer', { rating: watts(50), usage: during([0, 4], [20, 24]), standbyW: 1, dropClass: 'critical' }],
      ['Roof motor', { rating: watts(180), usage: { kind: 'perDay', hoursPerDay: 0.2 }, surgeFactor: 4 }],
    ],
  },
  {
    id: 'cart',
    name: 'Market cart',
    brief: { use: 'Market days, two or three a week', profileId: 'craft-iso' },
    power: {
      site: { latitudeDeg: null, ...site, bankPlace: 'sheltered' },
      sun: { tiltDeg: 10, azimuthDeg: 0, maxPeakW: 200, lossShare: 0.22 },
      mains: { hoursPerDay: 4 },
    },
    loads: [
      [
        'Cooler',
        {
          rating: watts(45),
          usage: during([7, 17]),
          dutyShare: 0.4,
          essential: true,
          surgeFactor: 3,
          dropClass: 'critical',
        },
      ],
      ['Awning lights', { rating: watts(24), usage: during([6, 8], [15, 17]) }],
      ['Scale and card reader', { rating: watts(12), usage: during([7, 16]), essential: true, dropClass: 'critical' }],
    ],
  },
];

/**
 * A new board for an order, filled from a template; what the order says comes before what the template says.
 * @throws RangeError when there is no such template; an empty id starts from nothing.
 * @example
 * boardFromTemplate('hut', { jobName: 'Upper hut' }).brief.jobName; // 'Upper hut'
 */
export function boardFromTemplate(templateId: string, brief: Partial<Brief>): Board {
  if (templateId === '') return newBoard(brief);
  const template = TEMPLATES.find((t) => t.id === templateId);
  if (!template)
    throw new RangeError(`template "${templateId}" is not known; accepted: ${TEMPLATES.map((t) => t.id).join(', ')}`);
  const board = newBoard({ ...template.brief, ...brief });
  board.power = newPowerPlan(template.power);
  board.items = template.loads.map(([name, load], i): Item => {
    const whole = newLoad(load);
    return blankItem({
      id: newId('it'),
      designation: `-E${i + 1}`,
      name,
      partId: loadPartId(whole, board.brief.systemVoltageV),
      load: whole,
      ownership: 'customer',
    });
  });
  return board;
}
