import { describe, expect, it } from 'vitest';
import { mountainHutBoard } from '../testing/demoBoards.ts';
import { BOARD_FORMAT_VERSION } from './board.ts';
import { boardSchema } from './boardSchema.ts';
import { BRIEF_FIELDS, OPENING_FIELDS } from './brief/briefFields.ts';
import { CABLE_FIELDS, ENVIRONMENT_FIELDS, RUN_FIELDS } from './cable/cableFields.ts';
import { QUOTE_EXTRA_FIELDS } from './extra/quoteExtraSchema.ts';
import { inPercent, type NumberFields } from './fields.ts';
import { FRAME_POINT_FIELDS, ITEM_FIELDS, LOAD_FIELDS } from './item/itemFields.ts';
import { migrateBoard } from './migrate.ts';
import { CHANNEL_FIELDS, FIXING_FIELDS, HOLE_FIELDS, KEEP_OUT_FIELDS, PANEL_FIELDS } from './panel/panelFields.ts';
import { PART_FIELDS } from './part/partFields.ts';
import {
  ALTERNATOR_FIELDS,
  GENERATOR_FIELDS,
  MAINS_FIELDS,
  POWER_FIELDS,
  SITE_FIELDS,
  SUN_FIELDS,
} from './power/powerFields.ts';
import { problemsOf } from './schemaKit.ts';
import { SETTINGS_FIELDS } from './settings/settingsFields.ts';
import { FOUND_CIRCUIT_FIELDS } from './survey/foundCircuitSchema.ts';

type Deep = Record<string, unknown>;
const sun = { tiltDeg: 30, azimuthDeg: 0, maxPeakW: 500, lossShare: 0.1 };
const alternator = {
  nominalV: 12,
  chargingV: 14,
  ecoV: 12.8,
  ratedA: 90,
  shareMax: 0.5,
  maxA: 40,
  idleMaxA: 20,
  idleShare: 0.2,
  hoursPerDay: 2,
};
/** The hut with one of everything, so that each field of each noun has a place. */
const whole = () => {
  const b = structuredClone(mountainHutBoard());
  b.brief.opening = { widthMm: 900, heightMm: 600, depthMm: 300, behind: '' };
  b.power.sun = { ...sun };
  b.power.alternator = { ...alternator } as typeof b.power.alternator;
  b.power.mains = { hoursPerDay: 2 };
  b.power.generator = { powerW: 900, costPerHour: 3, startAtShare: 0.3 };
  b.power.usableShare = { mode: 'locked', value: 0.5, reason: 'r', who: 'w' };
  b.survey = [{ id: 's', name: 'lamp', conductorMm2: 1.5, fuseA: 10, fate: 'open', notes: '', photos: [] }];
  b.extras = [{ id: 'x', kind: 'work', text: 'drive', quantity: 1, priceEach: 1, hours: 1 }];
  const [panel] = b.panels;
  panel!.holes = [{ id: 'h', xMm: 50, yMm: 50, diameterMm: 20, lining: 'none' }];
  panel!.channels = [{ id: 'c', face: 'front', from: { xMm: 0, yMm: 0 }, to: { xMm: 9, yMm: 0 }, widthMm: 40 }];
  panel!.keepOuts = [
    {
      id: 'k',
      name: 'door',
      face: 'front',
      freeMm: 10,
      shape: { kind: 'arc', centre: { xMm: 0, yMm: 0 }, radiusMm: 50, fromDeg: 0, toDeg: 90 },
    },
  ];
  b.items[0]!.framePoints = [{ terminalId: 'p1', alongMm: 900 }];
  b.cables[0]!.conductorMm2 = { mode: 'locked', value: 16, reason: 'r', who: 'w' };
  return b;
};
const load = (b: ReturnType<typeof whole>) => b.items.find((i) => i.load)!.load as unknown as Deep;
type Spot = (b: ReturnType<typeof whole>) => Deep;
const SPOTS: [string, NumberFields, Spot][] = [
  ['brief', BRIEF_FIELDS, (b) => b.brief as unknown as Deep],
  ['opening', OPENING_FIELDS, (b) => b.brief.opening as unknown as Deep],
  ['settings', SETTINGS_FIELDS, (b) => b.settings as unknown as Deep],
  ['site', SITE_FIELDS, (b) => b.power.site as unknown as Deep],
  ['sun', SUN_FIELDS, (b) => b.power.sun as unknown as Deep],
  ['alternator', ALTERNATOR_FIELDS, (b) => b.power.alternator as unknown as Deep],
  ['mains', MAINS_FIELDS, (b) => b.power.mains as unknown as Deep],
  ['generator', GENERATOR_FIELDS, (b) => b.power.generator as unknown as Deep],
  ['panel', PANEL_FIELDS, (b) => b.panels[0] as unknown as Deep],
  ['fixing', FIXING_FIELDS, (b) => b.panels[0]!.fixings[0] as unknown as Deep],
  ['hole', HOLE_FIELDS, (b) => b.panels[0]!.holes[0] as unknown as Deep],
  ['channel', CHANNEL_FIELDS, (b) => b.panels[0]!.channels[0] as unknown as Deep],
  ['item', ITEM_FIELDS, (b) => b.items[0] as unknown as Deep],
  ['frame point', FRAME_POINT_FIELDS, (b) => b.items[0]!.framePoints[0] as unknown as Deep],
  ['environment', ENVIRONMENT_FIELDS, (b) => b.cables[0]!.segments[0]!.environment as unknown as Deep],
  [
    'run',
    RUN_FIELDS,
    (b) => b.cables.flatMap((c) => c.segments).find((s) => s.kind === 'measuredRun') as unknown as Deep,
  ],
  ['found circuit', FOUND_CIRCUIT_FIELDS, (b) => b.survey[0] as unknown as Deep],
  ['extra', QUOTE_EXTRA_FIELDS, (b) => b.extras[0] as unknown as Deep],
];
const cases = SPOTS.flatMap(([noun, fields, spot]) =>
  Object.entries(fields).map(([field, range]) => [`${noun}.${field}`, field, range, spot] as const),
);
const problems = (spot: Spot, field: string, value: unknown) => {
  const b = whole();
  spot(b)[field] = value;
  return problemsOf(boardSchema, b);
};

describe('ranges stand once: what inputs are told is what files are held to', () => {
  it('the whole board is one the schema takes', () => expect(problemsOf(boardSchema, whole())).toEqual([]));
  it.each(cases)('%s', (_, field, { min, max, unit }, spot) => {
    expect(problems(spot, field, min)).toEqual([]);
    expect(problems(spot, field, max)).toEqual([]);
    for (const value of [min - 1, max + 1, 'much'])
      expect(problems(spot, field, value).join()).toMatch(
        new RegExp(
          `${field} is .*; accepted: a.* number from ${min} to ${max}${unit ? ` ${unit}` : ''}`.replace('+', '\\+'),
        ),
      );
  });
  it('of loads in watts, locked sizes and shares, doors and parts too', () => {
    expect(
      Object.keys({ ...LOAD_FIELDS, ...CABLE_FIELDS, ...POWER_FIELDS, ...KEEP_OUT_FIELDS, ...PART_FIELDS }).length,
    ).toBeGreaterThan(12);
    const b = whole();
    load(b).standbyW = LOAD_FIELDS.standbyW.max + 1;
    (b.cables[0]!.conductorMm2 as { value: number }).value = CABLE_FIELDS.conductorMm2.max + 1;
    (b.power.usableShare as { value: number }).value = POWER_FIELDS.usableShare.max + 1;
    (b.panels[0]!.keepOuts[0]!.shape as unknown as Deep).radiusMm = KEEP_OUT_FIELDS.radiusMm.max + 1;
    expect(problemsOf(boardSchema, b)).toHaveLength(4);
  });
  it('a share is told in percent with the same ends', () => {
    expect(inPercent(SITE_FIELDS.winterCloudShare)).toMatchObject({ min: 0, max: 100, unit: '%' });
    expect(inPercent(ALTERNATOR_FIELDS.shareMax)).toMatchObject({ min: 5, max: 100 });
  });
});

describe('a board of format 1', () => {
  const old = {
    formatVersion: 1,
    brief: { jobName: 'Old' },
    settings: { endSlackMm: 10 },
    panels: [{ thicknessMm: 12, holes: [{ id: 'h' }] }],
    customParts: [{ kind: 'inverter', elements: [{ kind: 'inverter', acPowerW: 500 }, { kind: 'unheardOf' }] }],
    items: [{ id: 'i', load: { hoursPerDay: 4 } }, 'no item'],
    cables: [
      {
        segments: [
          { kind: 'panelRoute', waypoints: [{}], environment: {} },
          { kind: 'measuredRun', environment: null },
        ],
      },
    ],
  };
  const now = migrateBoard(structuredClone(old)) as Deep & { [k: string]: never };
  it('comes to the present one step at a time, each noun by its own', () => {
    expect(now).toMatchObject({
      formatVersion: BOARD_FORMAT_VERSION,
      brief: { jobName: 'Old', jobKind: 'new', growthShare: 0, mainsVoltageV: 230, inletA: 16 },
      settings: { endSlackMm: 10, ownRulesId: '', lostBattery: 'carries' },
      panels: [{ partScrewMm: 10, grain: 'any', holes: [{ lining: 'grommet' }] }],
      survey: [],
      extras: [],
      control: [],
      customLinks: [],
    });
  });
  it('parts gain what their elements and their kind say', () => {
    expect(now.customParts).toMatchObject([
      {
        body: { reach: 'see' },
        elements: [
          { surgeW: 1000, waveform: 'sine', acOut: null, ratedVA: 500, transferA: null },
          { kind: 'unheardOf' },
        ],
      },
    ]);
  });
  it('loads say when they are on, routes who laid them', () => {
    expect(now.items).toMatchObject([
      { load: { usage: { kind: 'perDay', hoursPerDay: 4 }, shortTime: null }, held: false, inService: true },
      'no item',
    ]);
    expect(now.cables).toMatchObject([
      { material: 'copper', segments: [{ laidBy: 'hand', environment: { travelMm: 0 } }, { environment: null }] },
    ]);
  });
  it.each([null, 7, 'text', [], { formatVersion: 0 }, { formatVersion: 1.5 }, { formatVersion: 99 }])(
    '%j is left for the schema to refuse',
    (value) => {
      expect(migrateBoard(value)).toEqual(value);
    },
  );
});
