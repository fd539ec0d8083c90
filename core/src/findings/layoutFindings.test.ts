import { describe, expect, it } from 'vitest';
import { derive } from '../derive.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { applyCommands } from '../document/commands.ts';
import type { Item, Place } from '../document/item/item.ts';
import { addItem, newItem } from '../document/item/items.ts';
import { newBoard } from '../document/newBoard.ts';
import type { Panel } from '../document/panel/panel.ts';
import { rectanglePanel } from '../document/panel/rectanglePanel.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { giveWay } from '../layout/giveWay.ts';
import { routeCables } from '../layout/routeCables.ts';
import { profileById } from '../profiles/profiles.ts';
import { flatPattern } from '../stages/lengths/flatPattern.ts';
import { demoBoards, deriveBoard, mountainHutBoard } from '../testing/demoBoards.ts';

const ISOLATOR = 'isolator-100';
const parts = partIndex(newBoard({}), genericCatalogue);
const partOfKind = (kind: string) => [...parts.values()].find((p) => p.kind === kind)!.id;

/** A bare board with parts put on it. */
function boardWith(
  panel: Partial<Panel>,
  ...stand: [partId: string, at: Partial<Extract<Place, { kind: 'panel' }>>, by?: Partial<Item>][]
): Board {
  let board: Board = { ...newBoard({}), panels: [{ ...rectanglePanel('Main', 800, 500), id: 'pn', ...panel }] };
  for (const [partId, at, by] of stand) {
    const place: Place = { kind: 'panel', panelId: 'pn', face: 'front', xMm: 400, yMm: 250, rotationDeg: 0, ...at };
    const item = { ...newItem(board, parts.get(partId)!, place), ...by };
    board = applyCommands(board, addItem(item)).board;
  }
  return board;
}
const kindsOf = (board: Board) =>
  new Set(
    derive(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop)
      .findings.filter((f) => f.station === 'board' || f.station === 'cables')
      .map((f) => f.kind),
  );
const says = (rule: string, wrong: Board, right: Board) => {
  expect(kindsOf(wrong)).toContain(rule);
  expect(kindsOf(right)).not.toContain(rule);
};
const square = (x: number, y: number, half: number) => [
  { xMm: x - half, yMm: y - half },
  { xMm: x + half, yMm: y - half },
  { xMm: x + half, yMm: y + half },
  { xMm: x - half, yMm: y + half },
];

describe('room on the board: each is said where it is, and not where it is not', () => {
  it('keep-outs and door swings, with what is free under them', () => {
    const polygon = { kind: 'polygon' as const, points: square(400, 250, 40) };
    const keep = (freeMm: number, face: 'front' | 'back') => ({
      keepOuts: [{ id: 'k', name: 'hinge', face, shape: polygon, freeMm }],
    });
    says('in-keep-out', boardWith(keep(0, 'front'), [ISOLATOR, {}]), boardWith(keep(0, 'back'), [ISOLATOR, {}]));
    says('in-keep-out', boardWith(keep(40, 'front'), [ISOLATOR, {}]), boardWith(keep(90, 'front'), [ISOLATOR, {}]));
    const door = (radiusMm: number) => ({
      keepOuts: [
        {
          id: 'k',
          name: 'door',
          face: 'front' as const,
          freeMm: 0,
          shape: { kind: 'arc' as const, centre: { xMm: 100, yMm: 250 }, radiusMm, fromDeg: -45, toDeg: 45 },
        },
      ],
    });
    says('in-door-swing', boardWith(door(320), [ISOLATOR, {}]), boardWith(door(200), [ISOLATOR, {}]));
  });
  it('lid, wall behind, screws that come through, screws that hardly hold', () => {
    says(
      'hits-lid',
      boardWith({ frontClearanceMm: 60 }, [ISOLATOR, {}]),
      boardWith({ frontClearanceMm: 120 }, [ISOLATOR, {}]),
    );
    says(
      'no-room-behind',
      boardWith({ backClearanceMm: 40 }, [ISOLATOR, { face: 'back' }]),
      boardWith({ backClearanceMm: 90 }, [ISOLATOR, { face: 'back' }]),
    );
    says(
      'screw-too-long',
      boardWith({ partScrewMm: 25 }, [ISOLATOR, {}]),
      boardWith({ partScrewMm: 16 }, [ISOLATOR, {}]),
    );
    const behind = (partScrewMm: number) =>
      boardWith({ partScrewMm, backClearanceMm: 120 }, [ISOLATOR, {}], [ISOLATOR, { face: 'back' }]);
    says('screw-hits-behind', behind(30), behind(16));
    says(
      'screw-holds-little',
      boardWith({ thicknessMm: 3, partScrewMm: 3 }, [ISOLATOR, {}]),
      boardWith({}, [ISOLATOR, {}]),
    );
  });
  // Access behind.
  it('reach, overlap in height, holes under parts, air, gas, holding down', () => {
    const over = (standOffMm: number) => boardWith({}, [ISOLATOR, {}], [ISOLATOR, { xMm: 420 }, { standOffMm }]);
    says('parts-overlap', over(0), over(90));
    says('out-of-reach', over(90), boardWith({}, [ISOLATOR, {}], [ISOLATOR, { xMm: 600 }]));
    says(
      'out-of-reach',
      boardWith({ backClearanceMm: 200 }, [ISOLATOR, { face: 'back' }]),
      boardWith({ backClearanceMm: 200, goodFace: 'back' }, [ISOLATOR, { face: 'back' }]),
    );
    const hole = (x: number) => ({
      holes: [{ id: 'h', xMm: x, yMm: 250, diameterMm: 25, lining: 'grommet' as const }],
    });
    says('hole-covered', boardWith(hole(400), [ISOLATOR, {}]), boardWith(hole(600), [ISOLATOR, {}]));
    const charger = partOfKind('dcdcCharger');
    const { heightMm } = parts.get(charger)!;
    const near = (gap: number) =>
      boardWith(
        {},
        [charger, { yMm: 140 }],
        [ISOLATOR, { yMm: 140 + heightMm / 2 + gap + parts.get(ISOLATOR)!.heightMm / 2 }],
      );
    says('air-shut-off', near(15), near(80));
    const agm = [...parts.values()].find((p) => p.body.gives === 'gas')!.id;
    says('gas-under-lid', boardWith({ frontClearanceMm: 600 }, [agm, {}]), boardWith({}, [agm, {}]));
    says('needs-holding-down', boardWith({}, [agm, {}]), boardWith({}, [ISOLATOR, {}]));
    says(
      'access-behind',
      boardWith({ backClearanceMm: 200 }, [ISOLATOR, { face: 'back' }]),
      boardWith({}, [ISOLATOR, {}]),
    );
    says(
      'terminals-open',
      boardWith({}, [partOfKind('busBar'), {}]),
      boardWith({ frontClearanceMm: 300 }, [partOfKind('busBar'), {}]),
    );
  });
  it('a spanner that cannot swing', () => {
    const { widthMm: w } = parts.get(ISOLATOR)!;
    const wall = [...parts.values()].find((p) => p.kind === 'inverter')!;
    const ring = (gap: number) => {
      const [dx, dy] = [w / 2 + gap + wall.widthMm / 2, w / 2 + gap + wall.heightMm / 2];
      return boardWith(
        {
          outline: [
            { xMm: 0, yMm: 0 },
            { xMm: 2000, yMm: 0 },
            { xMm: 2000, yMm: 2000 },
            { xMm: 0, yMm: 2000 },
          ],
        },
        [ISOLATOR, { xMm: 1000, yMm: 1000 }],
        [wall.id, { xMm: 1000 - dx, yMm: 1000 }],
        [wall.id, { xMm: 1000 + dx, yMm: 1000 }],
        [wall.id, { xMm: 1000, yMm: 1000 - dy }],
        [wall.id, { xMm: 1000, yMm: 1000 + dy }],
      );
    };
    says('no-tool-swing', ring(4), ring(260));
  });
});

describe('holes and routes', () => {
  const hut = mountainHutBoard();
  const withHoles = (...holes: [x: number, y: number, diameterMm: number][]): Board => ({
    ...hut,
    panels: [
      {
        ...hut.panels[0]!,
        holes: holes.map(([xMm, yMm, diameterMm], n) => ({ id: `h${n}`, xMm, yMm, diameterMm, lining: 'none' })),
      },
    ],
  });
  const through = (board: Board): Board => ({
    ...board,
    cables: board.cables.map((c) =>
      c.designation === 'W23'
        ? {
            ...c,
            segments: [
              c.segments[0]!,
              {
                id: 'sx',
                kind: 'passThrough',
                panelId: board.panels[0]!.id,
                holeId: 'h0',
                environment: c.segments[0]!.environment,
              },
              { ...c.segments[0]!, id: 'sy' },
            ],
          }
        : c,
    ),
  });
  it('holes too close, too near the edge, too small, with a bare edge', () => {
    says('holes-close', withHoles([600, 650, 30], [640, 650, 30]), withHoles([600, 650, 30], [700, 650, 30]));
    says('hole-near-edge', withHoles([600, 752, 30]), withHoles([600, 650, 30]));
    says('hole-too-small', through(withHoles([600, 650, 3])), through(withHoles([600, 650, 30])));
    says('hole-unlined', through(withHoles([600, 650, 30])), withHoles([600, 650, 30]));
  });
  // A sleeve for the weather is asked.
  it('surroundings: a loop for what moves is in the length', () => {
    const cable = hut.cables.find((c) => c.designation === 'W26')!;
    const as = (by: Partial<(typeof cable.segments)[number]['environment']>): Board => ({
      ...hut,
      cables: hut.cables.map((c) =>
        c.id === cable.id
          ? { ...c, segments: c.segments.map((s) => ({ ...s, environment: { ...s.environment, ...by } })) }
          : c,
      ),
    });
    says('no-travel-loop', as({ surroundings: 'moving' }), as({ surroundings: 'moving', travelMm: 300 }));
    says('open-to-the-weather', as({ surroundings: 'outdoors' }), as({ surroundings: 'outdoors', sheathed: true }));
    says('damp-run', as({ surroundings: 'damp' }), as({ surroundings: 'damp', sheathed: true }));
    const length = (b: Board) => deriveBoard(b).lengths.find((l) => l.cableId === cable.id)!.lengthMm;
    expect(length(as({ travelMm: 300 })) - length(hut)).toBeCloseTo(300 * cable.segments.length, 6);
  });
  it('a cable pinned by hand stays, and what the router had laid there moves aside', () => {
    const eight = () => ({ diameterMm: 8, bendMm: 32, lugMm: 25 });
    const index = partIndex(hut, genericCatalogue);
    const laid = applyCommands(hut, routeCables(hut, index, eight).commands).board;
    const [mine, other] = ['W13', 'W11'].map((n) => laid.cables.find((c) => c.designation === n)!);
    const theirs = other!.segments.find((s) => s.kind === 'panelRoute')!;
    const edit = [
      {
        kind: 'set' as const,
        collection: 'cables' as const,
        id: mine!.id,
        field: 'segments' as const,
        value: mine!.segments.map((s) =>
          s.kind === 'panelRoute' && theirs.kind === 'panelRoute'
            ? { ...s, laidBy: 'hand' as const, waypoints: theirs.waypoints }
            : s,
        ),
      },
    ];
    const commands = giveWay(laid, index, mine!.id, edit, eight);
    const after = applyCommands(laid, commands).board;
    expect(after.cables.find((c) => c.id === mine!.id)!.segments).toEqual(edit[0]!.value);
    expect(after.cables.find((c) => c.id === other!.id)!.segments).not.toEqual(other!.segments);
  });
});

describe('weight, heat, neighbours and sensors', () => {
  const hut = mountainHutBoard();
  const inverter = [...parts.values()].find((p) => p.kind === 'inverter' && p.massKg > 5)!.id;
  it('too heavy to lift, top-heavy, fixings pulled out of the wall', () => {
    says('heavy-to-lift', hut, boardWith({}, [ISOLATOR, {}]));
    says('top-heavy', boardWith({}, [inverter, { yMm: 130 }]), boardWith({}, [inverter, { yMm: 380 }]));
    const fixings = (armMm: number) => ({
      fixings: [20, 20 + armMm].map((yMm, n) => ({ id: `f${n}`, xMm: 400, yMm, screwDiameterMm: 3 })),
    });
    says('fixings-pulled', boardWith(fixings(6), [inverter, {}]), boardWith(fixings(440), [inverter, {}]));
  });
  it('mains beside d.c., a cable across a hot part', () => {
    says('not-separated', demoBoards().find((b) => b.brief.jobName === 'Cider press shed')!, hut);
    const across: Board = {
      ...hut,
      cables: hut.cables.map((c) =>
        c.designation === 'W13'
          ? {
              ...c,
              segments: c.segments.map((s) =>
                s.kind === 'panelRoute'
                  ? {
                      ...s,
                      laidBy: 'hand',
                      waypoints: [
                        { xMm: 870, yMm: 260 },
                        { xMm: 870, yMm: 480 },
                      ],
                    }
                  : s,
              ),
            }
          : c,
      ),
    };
    says('cable-over-hot', across, hut);
  });
  it('a ready-made lead: the length to buy, or that none is so long', () => {
    const shed = demoBoards().find((b) => b.brief.jobName === 'Cider press shed')!;
    const index = partIndex(shed, genericCatalogue);
    const signal = new Set(
      shed.connections
        .filter((c) => {
          const part = index.get(shed.items.find((i) => i.id === c.from.itemId)?.partId ?? '');
          return part?.terminals.find((t) => t.id === c.from.terminalId)?.domain === 'signal';
        })
        .map((c) => c.id),
    );
    const first = shed.cables.find((c) => signal.has(c.cores[0]!.connectionId));
    const second = shed.cables.find((c) => c !== first);
    const asLead = (lengthMm: number): Board => ({
      ...shed,
      cables: shed.cables
        .filter((c) => c.id !== second!.id)
        .map((c) =>
          c.id === first!.id
            ? {
                ...c,
                cores: [...c.cores, ...second!.cores],
                segments: [{ ...c.segments[0]!, id: 'run', kind: 'measuredRun', lengthMm, measured: true } as never],
              }
            : c,
        ),
    });
    says('lead-from-stock', asLead(1200), shed);
    says('lead-too-long', asLead(40_000), asLead(1200));
    const told = deriveBoard(asLead(1200)).findings.find((f) => f.kind === 'lead-from-stock')!;
    expect(told.says).toContain('the ready-made lead of 1.8 m');
  });
  it('a sensor away from the batteries', () => {
    const charger = { ...parts.get(partOfKind('mainsCharger'))!, id: 'pt_sense' };
    const sensing = (sensesBattery: boolean): Board => {
      const board = boardWith({}, [partOfKind('battery'), {}]);
      const off = board.items.map((i): Item => ({ ...i, place: { kind: 'location', location: 'shelf' } }));
      const place: Place = { kind: 'panel', panelId: 'pn', face: 'front', xMm: 400, yMm: 250, rotationDeg: 0 };
      const part = { ...charger, body: { ...charger.body, sensesBattery } };
      return { ...board, customParts: [part], items: [...off, newItem(board, part, place)] };
    };
    says('sensor-far', sensing(true), sensing(false));
  });
});

describe('a formed link laid flat', () => {
  const link = (riseMm: number, spanMm = 120) =>
    flatPattern({ spanMm, riseMm, widthMm: 20, thicknessMm: 3, studsMm: [8, 10], address: 'x' });
  it('is as long as it is wide past both holes, and longer the more it rises', () => {
    expect(link(0)).toMatchObject({
      lengthMm: 140,
      bends: [],
      holes: [
        { atMm: 10, diameterMm: 9 },
        { atMm: 130, diameterMm: 11 },
      ],
    });
    expect(link(30).lengthMm).toBeGreaterThan(link(10).lengthMm);
    expect(link(30).bends.map((b) => b.way)).toEqual(['up', 'down']);
    expect(link(-30).bends.map((b) => b.way)).toEqual(['down', 'up']);
  });
  it('bends back to the studs it was unrolled from (forward geometry of both arcs)', () => {
    const { bends, lengthMm, thicknessMm } = link(30);
    const angle = (bends[0]!.angleDeg * Math.PI) / 180;
    const neutral = thicknessMm + 0.4 * thicknessMm;
    const arc = neutral * angle;
    const flat = bends[0]!.atMm - arc / 2;
    const straight = lengthMm - 2 * flat - 2 * arc;
    const across = 2 * flat + straight * Math.cos(angle) + 2 * neutral * Math.sin(angle);
    const up = straight * Math.sin(angle) + 2 * neutral * (1 - Math.cos(angle));
    // Apexes are taken on the outer face; the neutral line lies a little within.
    expect(Math.abs(across - 20 - 120)).toBeLessThan(3);
    expect(Math.abs(up - 30)).toBeLessThan(3);
  });
});
