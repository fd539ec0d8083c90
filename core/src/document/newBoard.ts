import { customAlphabet } from 'nanoid';
import { BOARD_FORMAT, BOARD_FORMAT_VERSION, type Board } from './board.ts';
import type { Brief } from './brief/brief.ts';
import type { Environment } from './cable/cable.ts';
import type { LoadDemand } from './item/item.ts';
import type { Panel } from './panel/panel.ts';
import type { PowerPlan } from './power/power.ts';

const draw = customAlphabet('0123456789abcdefghijkmnpqrstuvwxyz', 12);

/** A new opaque id; the prefix only helps people who read the file. */
export const newId = (prefix: string): string => `${prefix}_${draw()}`;

export const freeAir = (): Environment => ({
  ambientC: null,
  bundledCount: 1,
  sheathed: false,
  surroundings: 'inside',
  travelMm: 0,
});

/** A rectangular panel with four fixings `insetMm` from its edges. */
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

/** A load row before anything is said of it. */
export const newLoad = (load: Partial<LoadDemand> = {}): LoadDemand => ({
  rating: { kind: 'watts', powerW: 10 },
  side: 'dc',
  usage: { kind: 'perDay', hoursPerDay: 1 },
  season: 'all',
  standbyW: 0,
  surgeFactor: 1,
  softStart: false,
  needsSine: false,
  groupId: null,
  dutyShare: 1,
  essential: false,
  dropClass: 'other',
  ...load,
});

/** A power sheet before anything is said: no source is assumed. */
export const newPowerPlan = (plan: Partial<PowerPlan> = {}): PowerPlan => ({
  site: {
    latitudeDeg: null,
    coldestMonthC: 0,
    warmestMonthC: 18,
    winterCloudShare: 0.75,
    summerCloudShare: 0.5,
    bankPlace: 'heated',
  },
  sun: null,
  alternator: null,
  mains: null,
  generator: null,
  usableShare: { mode: 'auto' },
  ageingReserveShare: 0.2,
  inverterAlwaysOn: false,
  loadGroups: [],
  ...plan,
});

/** An empty board with one panel and the stated defaults of every school of practice. */
export function newBoard(brief: Partial<Brief>): Board {
  return {
    format: BOARD_FORMAT,
    formatVersion: BOARD_FORMAT_VERSION,
    brief: {
      jobName: 'New job',
      customer: '',
      place: '',
      use: '',
      jobKind: 'new',
      monitoring: 'monitored',
      growthShare: 0,
      budget: null,
      opening: null,
      questions: [],
      systemVoltageV: 12,
      chemistry: 'lifepo4',
      ambientC: 30,
      profileId: 'craft-iso',
      notes: '',
      ...brief,
    },
    power: newPowerPlan(),
    settings: {
      feederSchool: 'summedLoads',
      lostBattery: 'carries',
      routeSlackShare: 0.05,
      endSlackMm: 20,
      autonomyDays: 2,
      ownRulesId: '',
    },
    panels: [rectanglePanel('Main board', 800, 500)],
    customParts: [],
    items: [],
    connections: [],
    cables: [],
    survey: [],
    extras: [],
    control: [],
    customLinks: [],
  };
}
