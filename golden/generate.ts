import { mkdirSync, writeFileSync } from 'node:fs';
import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { checkBoard } from '@ombrik/core/document/checkBoard';
import { applyCommands } from '@ombrik/core/document/commands';
import { duplicateCable } from '@ombrik/core/document/connection/connect';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { PROFILES } from '@ombrik/core/profiles/profiles';
import { demoBoards } from '@ombrik/core/testing/demoBoards';
import { BoardBuilder } from '@ombrik/demo/boardBuilder';

/**
 * Run inside a copy of the pinned commit: builds the seeded boards by commands and writes what that commit derives from
 * them. Loosely typed on purpose: it has to run against whatever commit the pin names.
 */
const folder = process.argv[2]!;
/** All of them in the full run, every time a good share. */
const RANDOM_BOARDS = process.env.OMBRIK_FULL ? 300 : 100;

/** Repeatable numbers in [0, 1) from a seed (mulberry32). */
function numbers(seed: number) {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}
type Next = () => number;
const whole = (next: Next, below: number): number => Math.floor(next() * below);
const oneOf = <T>(next: Next, list: readonly T[]): T => list[whole(next, list.length)]!;

const PARTS = genericCatalogue.parts;

/** Any parts, wired any way at all. */
function anyWiring(next: Next): any {
  const b = new BoardBuilder(
    {
      systemVoltageV: oneOf(next, [12, 24, 48] as const),
      chemistry: oneOf(next, ['agm', 'lifepo4'] as const),
      profileId: oneOf(next, PROFILES).id,
    },
    [700 + whole(next, 500), 450 + whole(next, 400)],
  );
  const terminals: string[] = [];
  const count = 3 + whole(next, 12);
  for (let i = 0; i < count; i++) {
    const part = oneOf(next, PARTS);
    const more: any = {};
    if (part.kind === 'load')
      more.load = {
        rating: { kind: 'watts', powerW: 5 + whole(next, 900) },
        surgeFactor: 1 + whole(next, 6),
        side: oneOf(next, ['dc', 'mains']),
        needsSine: next() < 0.3,
        essential: next() < 0.3,
      };
    if (part.kind === 'feed') more.feed = { restingVoltageV: 12.6, lowestVoltageV: 11 };
    b.item(
      `A${i}`,
      part.id,
      next() < 0.3 ? { location: 'shed' } : { at: [60 + whole(next, 700), 60 + whole(next, 450)] },
      more,
    );
    terminals.push(...part.terminals.map((t: any) => `A${i}:${t.id}`));
  }
  for (let w = whole(next, 4 * count); w > 0; w--) {
    const [from, to] = [oneOf(next, terminals), oneOf(next, terminals)];
    if (from !== to) b.wire(from, to, next() < 0.5 ? { runMm: 1 + whole(next, 15000), sheathed: next() < 0.5 } : {});
  }
  return b.board;
}

const locked = (value: unknown) => ({ mode: 'locked', value, reason: 'at hand', who: 'Mira' });

/** One command that a hand could give; null where the board has nothing for it. */
function anyCommand(board: any, next: Next): any[] {
  const item: any = board.items.length > 0 ? oneOf(next, board.items) : null;
  const cable: any = board.cables.length > 0 ? oneOf(next, board.cables) : null;
  const panel: any = board.panels.length > 0 ? oneOf(next, board.panels) : null;
  const set = (collection: string, id: string, field: string, value: unknown) => [
    { kind: 'set', collection, id, field, value },
  ];
  const ofItem = (field: string, value: unknown) => (item ? set('items', item.id, field, value) : []);
  const ofCable = (field: string, value: unknown) => (cable ? set('cables', cable.id, field, value) : []);
  const ofPanel = (field: string, value: unknown) => (panel ? set('panels', panel.id, field, value) : []);
  const load = (change: any) => (item?.load ? ofItem('load', { ...item.load, ...change }) : []);
  const segments = (change: (s: any) => any) => (cable ? ofCable('segments', cable.segments.map(change)) : []);
  const environment = (change: any) => segments((s) => ({ ...s, environment: { ...s.environment, ...change } }));
  const power = (field: string, value: unknown) => [{ kind: 'setPower', field, value }];
  const place = () => ({
    kind: 'panel',
    panelId: panel?.id ?? 'pn_main',
    face: next() < 0.7 ? 'front' : 'back',
    xMm: whole(next, 900),
    yMm: whole(next, 600),
    rotationDeg: oneOf(next, [0, 90, 180, 270]),
  });
  const kinds: (() => any[])[] = [
    () => load({ rating: { kind: 'watts', powerW: 1 + whole(next, 800) } }),
    () => load({ rating: { kind: 'amps', currentA: 0.1 + next() * 40 }, surgeFactor: 1 + whole(next, 8) }),
    () => load({ side: oneOf(next, ['dc', 'mains']), needsSine: next() < 0.5, softStart: next() < 0.3 }),
    () =>
      load({
        essential: next() < 0.5,
        dropClass: oneOf(next, ['critical', 'other']),
        season: oneOf(next, ['all', 'warm', 'cold']),
      }),
    () => (item ? ofItem('place', place()) : []),
    () => (item ? ofItem('place', place()) : []),
    () => ofItem('place', next() < 0.5 ? { kind: 'unplaced' } : { kind: 'location', location: 'outside' }),
    () => ofItem('held', next() < 0.5),
    () => ofItem('standOffMm', whole(next, 60)),
    () => ofItem('ratingKnown', next() < 0.3),
    () => ofItem('ownership', oneOf(next, ['workshop', 'customer', 'secondHand'])),
    () => ofItem('name', `named ${whole(next, 99)}`),
    () =>
      item?.inserts
        ? ofItem('inserts', [
            {
              seatId: oneOf(next, ['seat', 'f1', 'f2', 'f3']),
              link: locked(oneOf(next, genericCatalogue.fuseLinks).id),
            },
          ])
        : [],
    () =>
      ofCable(
        'conductorMm2',
        next() < 0.3 ? { mode: 'auto' } : locked(oneOf(next, [0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95])),
      ),
    () => ofCable('material', oneOf(next, ['copper', 'cca', 'unknown', 'flatCopper'])),
    () => segments((s) => (s.kind === 'measuredRun' ? { ...s, lengthMm: 50 + whole(next, 15000), measured: true } : s)),
    () => environment({ ambientC: oneOf(next, [null, 20, 45, 60]), bundledCount: 1 + whole(next, 7) }),
    () =>
      environment({
        sheathed: next() < 0.5,
        surroundings: oneOf(next, ['inside', 'damp', 'outdoors', 'moving']),
        travelMm: oneOf(next, [0, 0, 200]),
      }),
    () =>
      segments((s) =>
        s.kind === 'panelRoute'
          ? {
              ...s,
              waypoints: Array.from({ length: whole(next, 4) }, () => ({
                xMm: whole(next, 800),
                yMm: whole(next, 500),
              })),
            }
          : s,
      ),
    () => (cable ? [{ kind: 'remove', collection: 'cables', id: cable.id }] : []),
    () => (cable ? duplicateCable(board, cable) : []),
    () => {
      if (!cable) return [];
      const id = cable.cores[0].connectionId;
      return [
        { kind: 'remove', collection: 'cables', id: cable.id },
        { kind: 'remove', collection: 'connections', id },
      ];
    },
    () => {
      const connection: any = board.connections.length > 0 ? oneOf(next, board.connections) : null;
      const other: any = board.items.length > 0 ? oneOf(next, board.items) : null;
      const part = PARTS.find((p: any) => p.id === other?.partId);
      if (!connection || !part || part.terminals.length === 0) return [];
      return set('connections', connection.id, oneOf(next, ['from', 'to']), {
        itemId: other.id,
        terminalId: oneOf(next, part.terminals as any[]).id,
      });
    },
    () => ofPanel('thicknessMm', 3 + whole(next, 20)),
    () => ofPanel('partScrewMm', 5 + whole(next, 30)),
    () => ofPanel('backClearanceMm', oneOf(next, [0, 5, 40])),
    () => ofPanel('frontClearanceMm', oneOf(next, [null, 60, 120, 200])),
    () => ofPanel('material', oneOf(next, ['plywood', 'plastic', 'absPanel'])),
    () => ofPanel('goodFace', oneOf(next, ['front', 'back'])),
    () =>
      ofPanel(
        'fixings',
        Array.from({ length: 1 + whole(next, 4) }, (_, i) => ({
          id: `fx_${i + 1}`,
          xMm: whole(next, 900),
          yMm: whole(next, 600),
          screwDiameterMm: 4 + whole(next, 5),
        })),
      ),
    () =>
      ofPanel(
        'holes',
        Array.from({ length: 1 + whole(next, 3) }, (_, i) => ({
          id: `ho_${i + 1}`,
          xMm: whole(next, 800),
          yMm: whole(next, 500),
          diameterMm: 6 + whole(next, 40),
          lining: oneOf(next, ['none', 'grommet', 'sleeve']),
        })),
      ),
    () =>
      ofPanel('keepOuts', [
        {
          id: 'ko_1',
          name: 'hinge',
          face: oneOf(next, ['front', 'back', 'both']),
          shape:
            next() < 0.5
              ? {
                  kind: 'polygon',
                  points: [
                    { xMm: 100, yMm: 100 },
                    { xMm: 300, yMm: 100 },
                    { xMm: 300, yMm: 250 },
                  ],
                }
              : { kind: 'arc', centre: { xMm: 200, yMm: 200 }, radiusMm: 250, fromDeg: 0, toDeg: 90 },
          freeMm: whole(next, 60),
        },
      ]),
    () => {
      const hole = panel?.holes?.[0];
      if (!hole || !cable) return [];
      const environmentOf = cable.segments[0].environment;
      return ofCable('segments', [
        ...cable.segments,
        { id: 'sg_through', kind: 'passThrough', panelId: panel.id, holeId: hole.id, environment: environmentOf },
      ]);
    },
    () => [{ kind: 'setBrief', field: 'ambientC', value: 10 + whole(next, 45) }],
    () => [{ kind: 'setBrief', field: 'growthShare', value: oneOf(next, [0, 0.5, 1]) }],
    () => [{ kind: 'setBrief', field: 'chemistry', value: oneOf(next, ['agm', 'lifepo4']) }],
    () => [{ kind: 'setBrief', field: 'profileId', value: oneOf(next, PROFILES).id }],
    () => [{ kind: 'setSetting', field: 'feederSchool', value: oneOf(next, ['summedLoads', 'summedFuses']) }],
    () => [{ kind: 'setSetting', field: 'lostBattery', value: oneOf(next, ['carries', 'trips']) }],
    () => [{ kind: 'setSetting', field: 'routeSlackShare', value: next() * 0.2 }],
    () => [{ kind: 'setSetting', field: 'autonomyDays', value: whole(next, 6) }],
    () => [{ kind: 'setSetting', field: 'ownRulesId', value: oneOf(next, ['', 'gone']) }],
    () =>
      power('site', {
        ...board.power.site,
        coldestMonthC: -20 + whole(next, 30),
        bankPlace: oneOf(next, ['heated', 'sheltered']),
      }),
    () => power('mains', oneOf(next, [null, { hoursPerDay: 4 }])),
    () => power('generator', oneOf(next, [null, { powerW: 2000, costPerHour: 2, startAtShare: 0.3 }])),
    () =>
      power(
        'alternator',
        oneOf(next, [
          null,
          {
            nominalV: 12,
            chargingV: 14.2,
            ecoV: 13.2,
            ratedA: 90,
            shareMax: 0.5,
            maxA: 20 + whole(next, 60),
            idleMaxA: 15,
            idleShare: 0.3,
            hoursPerDay: 1,
          },
        ]),
      ),
    () => power('loadGroups', [{ id: 'lg_1', name: 'turns', mode: 'oneAtATime' }]),
    () => load({ groupId: oneOf(next, [null, 'lg_1']) }),
    () => [
      {
        kind: 'add',
        collection: 'survey',
        value: {
          id: `fc_${board.survey.length}`,
          name: 'found',
          conductorMm2: oneOf(next, [null, 2.5]),
          fuseA: oneOf(next, [null, 10]),
          fate: oneOf(next, ['stays', 'goes', 'open']),
          notes: '',
          photos: [],
        },
        index: null,
      },
    ],
  ];
  return oneOf(next, kinds)();
}

/** A board of the demo, or any wiring, changed by up to forty commands; a command the board refuses is left out. */
function randomBoard(seed: number): any {
  const next = numbers(seed);
  let board: any = next() < 0.4 ? anyWiring(next) : oneOf(next, demoBoards());
  for (let n = whole(next, 40); n > 0; n--) {
    try {
      const changed: any = applyCommands(board, anyCommand(board, next)).board;
      if (checkBoard(changed, genericCatalogue).ok) board = changed;
    } catch {
      // A command that names what an earlier one took away.
    }
  }
  return board;
}

mkdirSync(folder, { recursive: true });
const boards = [...demoBoards(), ...Array.from({ length: RANDOM_BOARDS }, (_, seed) => randomBoard(seed + 1))];
const seen = new Map<string, number>();
boards.forEach((board: any, n) => {
  const dossier: any = derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);
  for (const f of dossier.findings) seen.set(f.kind ?? f.rule, (seen.get(f.kind ?? f.rule) ?? 0) + 1);
  writeFileSync(`${folder}/${n}.json`, JSON.stringify({ board, dossier }));
});
writeFileSync(`${folder}/done.json`, JSON.stringify({ boards: boards.length, findings: Object.fromEntries(seen) }));
