import type { Board } from '../document/board.ts';
import type { Brief } from '../document/brief/brief.ts';
import type { Cable } from '../document/cable/cable.ts';
import type { Command } from '../document/commands.ts';
import type { Connection } from '../document/connection/connection.ts';
import type { Item } from '../document/item/item.ts';
import { newLoad } from '../document/item/newLoad.ts';
import type { Panel } from '../document/panel/panel.ts';
import type { PowerPlan } from '../document/power/power.ts';
import type { BoardSettings } from '../document/settings/settings.ts';

/** Another value for every field there is; the types see to it that none is forgotten. */
type Others<T> = { [F in Exclude<keyof T, 'id'>]: (value: T[F], row: T, board: Board) => T[F][] };

const locked = <T>(value: T) => ({ mode: 'locked' as const, value, reason: 'edit', who: 'Edit' });

const ITEM: Others<Item> = {
  designation: (d) => [`${d}9`],
  name: () => ['renamed'],
  partId: (id) => [id === 'holder-sf51' ? 'holder-anl' : id.startsWith('holder-') ? 'holder-sf51' : id],
  place: (p, _, { panels }) => [
    { kind: 'location', location: 'elsewhere' },
    { kind: 'panel', panelId: panels[0]?.id ?? 'pn_main', face: 'back', xMm: 333, yMm: 222, rotationDeg: 90 },
    p.kind === 'panel' ? { ...p, xMm: p.xMm + 37 } : { kind: 'unplaced' },
  ],
  load: (l) => [
    newLoad({ ...l, rating: { kind: 'watts', powerW: 77 } }),
    newLoad({ ...l, essential: true, surgeFactor: 7, side: l?.side === 'mains' ? 'dc' : 'mains', needsSine: true }),
    newLoad({ ...l, usage: { kind: 'perDay', hoursPerDay: 23 }, groupId: 'lg_1', season: 'cold' }),
    newLoad({ ...l, dropClass: 'critical', softStart: true, dutyShare: 0.3, standbyW: 4 }),
    newLoad({ ...l, shortTime: { onS: 8, timesPerHour: 4 }, powerFactor: 0.7 }),
  ],
  feed: () => [{ restingVoltageV: 13.1, lowestVoltageV: 10.4 }],
  ownership: (o) => [o === 'customer' ? 'secondHand' : 'customer'],
  ratingKnown: (k) => [!k],
  held: (h) => [!h],
  inService: (s) => [!s],
  framePoints: () => [[{ terminalId: 'p1', alongMm: 2500 }]],
  groupId: () => ['gr_1'],
  standOffMm: (s) => [s + 55],
  drawnAt: () => [{ x: 3, y: 4 }],
  inserts: () => [[{ seatId: 'seat', link: locked('classT-200') }], [{ seatId: 'f1', link: locked('blade-30') }]],
  stacks: (_, { id }, { connections }) => [
    connections
      .filter((c) => c.from.itemId === id)
      .map((c) => ({ terminalId: c.from.terminalId, order: locked([c.id]) })),
  ],
};

const CONNECTION: Others<Connection> = { from: (_, c) => [c.to], to: (_, c) => [c.from] };

const CABLE: Others<Cable> = {
  designation: (d) => [`${d}x`],
  cores: (cores) => [
    cores.map((c) => ({ ...c, colour: locked('VT' as const) })),
    cores.map((c) => ({ ...c, remark: 'RD' as const })),
    cores.map((c) => ({ ...c, fromLug: locked('lug-16-m8') })),
  ],
  segments: (segments) => [
    segments.map((s) => ({ ...s, environment: { ...s.environment, sheathed: !s.environment.sheathed } })),
    segments.map((s) => ({
      ...s,
      environment: { ...s.environment, ambientC: 55, bundledCount: 5, surroundings: 'outdoors', travelMm: 120 },
    })),
    segments.map((s) => (s.kind === 'panelRoute' ? { ...s, waypoints: [{ xMm: 211, yMm: 97 }], laidBy: 'hand' } : s)),
    segments.map((s) => (s.kind === 'measuredRun' ? { ...s, lengthMm: s.lengthMm + 4321, measured: true } : s)),
  ],
  conductorMm2: () => [{ mode: 'auto' }, locked(1.5), locked(35)],
  material: (m) => [m === 'cca' ? 'copper' : 'cca', 'flatCopper', 'unknown'],
};

const PANEL: Others<Panel> = {
  name: (n) => [`${n}!`],
  outline: (o) => [o.map((p) => ({ xMm: p.xMm * 0.6, yMm: p.yMm * 0.7 }))],
  thicknessMm: (t) => [t + 7, 4],
  material: (m) => [m === 'plywood' ? 'plastic' : 'plywood'],
  grain: () => ['up'],
  goodFace: (f) => [f === 'front' ? 'back' : 'front'],
  backClearanceMm: (b) => [b + 60, 3],
  frontClearanceMm: (f) => [f === null ? 66 : null],
  partScrewMm: (s) => [s + 21],
  fixings: (f) => [f.slice(1), f.map((x) => ({ ...x, xMm: 3, screwDiameterMm: 3 }))],
  holes: (h) => [[...h, { id: 'ho_e', xMm: 300, yMm: 300, diameterMm: 18, lining: 'none' }], []],
  keepOuts: () => [
    [
      {
        id: 'ko_e',
        name: 'post',
        face: 'both',
        freeMm: 5,
        shape: { kind: 'arc', centre: { xMm: 300, yMm: 200 }, radiusMm: 220, fromDeg: 0, toDeg: 120 },
      },
    ],
    [],
  ],
  channels: () => [[{ id: 'ch_e', face: 'front', from: { xMm: 0, yMm: 9 }, to: { xMm: 99, yMm: 9 }, widthMm: 30 }]],
};

const BRIEF: { [F in keyof Brief]: (value: Brief[F]) => Brief[F][] } = {
  jobName: () => ['another'],
  customer: () => ['another'],
  place: () => ['another'],
  use: () => ['another'],
  delivered: (d) => [d === 'kit' ? 'box' : 'kit'],
  quantity: (q) => [q + 1],
  jobKind: (k) => [k === 'new' ? 'rework' : 'new'],
  monitoring: (m) => [m === 'simple' ? 'monitored' : 'simple'],
  growthShare: (g) => [g + 1],
  budget: () => [123],
  opening: () => [{ widthMm: 500, heightMm: 400, depthMm: 90, behind: '' }],
  questions: () => [[{ id: 'q', text: 'x', answer: '' }]],
  systemVoltageV: (v) => [v === 24 ? 12 : 24],
  chemistry: (c) => [c === 'agm' ? 'lifepo4' : 'agm', 'vented'],
  ambientC: (a) => [a + 17],
  mainsVoltageV: (v) => [v === 230 ? 120 : 230],
  inletA: (a) => [a + 14],
  profileId: () => ['craft-abyc', 'road', 'fixed-iec', 'fixed-nec'],
  notes: () => ['noted'],
};

const POWER: { [F in keyof PowerPlan]: (value: PowerPlan[F]) => PowerPlan[F][] } = {
  site: (s) => [{ ...s, coldestMonthC: -17, bankPlace: s.bankPlace === 'heated' ? 'sheltered' : 'heated' }],
  sun: (s) => [s === null ? { tiltDeg: 10, azimuthDeg: 0, maxPeakW: 100, lossShare: 0.2 } : null],
  alternator: (a) => [
    a === null
      ? {
          nominalV: 12,
          chargingV: 14,
          ecoV: 13,
          ratedA: 80,
          shareMax: 0.5,
          maxA: 20,
          idleMaxA: 8,
          idleShare: 0.4,
          hoursPerDay: 1,
        }
      : null,
  ],
  mains: (m) => [m === null ? { hoursPerDay: 3 } : null],
  generator: (g) => [g === null ? { powerW: 900, costPerHour: 1, startAtShare: 0.3 } : null],
  usableShare: () => [locked(0.3)],
  ageingReserveShare: (a) => [a + 0.2],
  inverterAlwaysOn: (i) => [!i],
  loadGroups: (l) => [l.length > 0 ? [] : [{ id: 'lg_1', name: 'turns', mode: 'oneAtATime' }]],
};

const SETTINGS: { [F in keyof BoardSettings]: (value: BoardSettings[F]) => BoardSettings[F][] } = {
  feederSchool: (f) => [f === 'summedFuses' ? 'summedLoads' : 'summedFuses'],
  dropsBeside: (d) => [d === 'everything' ? 'steadyLoads' : 'everything'],
  lostBattery: (l) => [l === 'carries' ? 'trips' : 'carries'],
  routeSlackShare: (r) => [r + 0.1],
  endSlackMm: (e) => [e + 33],
  autonomyDays: (a) => [a + 5],
  ownRulesId: () => ['gone'],
};

export interface Edit {
  name: string;
  commands: Command[];
}
type Table = Record<string, (value: never, row: never, board: Board) => unknown[]>;

const fieldEdits = (
  kind: string,
  table: object,
  values: object,
  board: Board,
  make: (field: string, value: unknown) => unknown,
) =>
  Object.entries(table as Table).flatMap(([field, others]) =>
    others((values as Record<string, unknown>)[field] as never, values as never, board).map(
      (value, n): Edit => ({ name: `${kind}.${field} ${n + 1}`, commands: [make(field, value) as Command] }),
    ),
  );

/**
 * An edit, and more than one where a field says several things, of every settable field of every collection: of the rows
 * that are named, and of the first of each.
 */
export function everyEdit(board: Board, rows: ReadonlySet<string>): Edit[] {
  const ofRows = (collection: 'items' | 'connections' | 'cables' | 'panels', table: object) =>
    board[collection].flatMap((row, n) =>
      n === 0 || rows.has(row.id)
        ? fieldEdits(`${collection} ${row.id}`, table, row, board, (field, value) => ({
            kind: 'set',
            collection,
            id: row.id,
            field,
            value,
          }))
        : [],
    );
  const ofPart = (kind: 'setBrief' | 'setPower' | 'setSetting', table: object, values: object) =>
    fieldEdits(kind, table, values, board, (field, value) => ({ kind, field, value }));
  const removals = [...board.items.slice(-1), ...board.items.filter((i) => rows.has(i.id))].map(
    (i): Edit => ({
      name: `remove ${i.id}`,
      commands: [
        ...board.cables
          .filter((c) => c.cores.some((k) => touches(board, k.connectionId, i.id)))
          .map((c): Command => ({ kind: 'remove', collection: 'cables', id: c.id })),
        ...board.connections
          .filter((c) => touches(board, c.id, i.id))
          .map((c): Command => ({ kind: 'remove', collection: 'connections', id: c.id })),
        { kind: 'remove', collection: 'items', id: i.id },
      ],
    }),
  );
  const found: Command = {
    kind: 'add',
    collection: 'survey',
    value: { id: 'fc_e', name: 'x', conductorMm2: null, fuseA: 9, fate: 'open', notes: '', photos: [] },
    index: null,
  };
  const lists: Edit[] = [
    { name: 'survey', commands: [found] },
    ...board.survey.map(
      (s): Edit => ({ name: 'survey gone', commands: [{ kind: 'remove', collection: 'survey', id: s.id }] }),
    ),
    ...board.control.map(
      (s): Edit => ({ name: 'wish gone', commands: [{ kind: 'remove', collection: 'control', id: s.id }] }),
    ),
    ...board.cables
      .slice(-1)
      .map((c): Edit => ({ name: 'uncabled', commands: [{ kind: 'remove', collection: 'cables', id: c.id }] })),
  ];
  return [
    ...ofRows('items', ITEM),
    ...ofRows('connections', CONNECTION),
    ...ofRows('cables', CABLE),
    ...ofRows('panels', PANEL),
    ...ofPart('setBrief', BRIEF, board.brief),
    ...ofPart('setPower', POWER, board.power),
    ...ofPart('setSetting', SETTINGS, board.settings),
    ...removals,
    ...lists,
  ];
}

function touches(board: Board, connectionId: string, itemId: string): boolean {
  const c = board.connections.find((x) => x.id === connectionId);
  return c?.from.itemId === itemId || c?.to.itemId === itemId;
}
