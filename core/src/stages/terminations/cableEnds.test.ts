import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { derive } from '../../derive.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { applyCommands } from '../../document/commands.ts';
import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import type { Attachment, Lug, Terminal } from '../../document/part/part.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { ABYC_PULL_LBF, CONDUCTOR_MM, DIN_46235, IEC_60352_PULL_N } from '../../tables/cableEnds.ts';
import { demoBoards, deriveBoard, marketCartBoard, mountainHutBoard } from '../../testing/demoBoards.ts';
import { crimpOf, pullOf } from './crimp.ts';
import { endsThatFit, takesArea, whyNotThis } from './terminates.ts';
import { shrinkFor } from './terminations.ts';

const { lugs, shrinks, cableTypes } = genericCatalogue;
const { lug: lugById } = catalogueIndex(genericCatalogue);
const at = (attachment: Attachment): Terminal => ({
  id: 't',
  name: 't',
  domain: 'dc',
  polarity: 'plus',
  lineLoad: 'none',
  attachment,
  xMm: 0,
  yMm: 0,
  zMm: 0,
  exitDeg: 0,
  maxC: 90,
  required: true,
});
const stud = (diameterMm: number) => at({ kind: 'stud', diameterMm, palmWidthMaxMm: 60 });
const rules = (board: Board, workshop = defaultWorkshop) =>
  derive(board, genericCatalogue, profileById(board.brief.profileId), workshop).findings;

describe('lugs by size and class', () => {
  // IEC 60228 annex C, from memory.
  it('every barrel takes the thickest conductor of its size and class', () => {
    for (const lug of lugs)
      for (const strandClass of [2, 5] as const) {
        const thick = CONDUCTOR_MM[strandClass][String(lug.areaMm2)];
        if (thick !== undefined && lug.classes.includes(strandClass)) expect(lug.boreMm, lug.id).toBeGreaterThan(thick);
      }
  });
  // And a flexible conductor of their size does not go in.
  it('compression lugs after DIN 46235 (from memory) take class 2', () => {
    for (const [area, boreMm, outerMm, , code] of DIN_46235) {
      const own = lugs.find((l) => l.id === `lug46235-${area}-m8` || l.id === `lug46235-${area}-m10`)!;
      expect([own.boreMm, own.barrelOuterMm, own.dieId]).toEqual([boreMm, outerMm, `hex ${code}`]);
      expect(CONDUCTOR_MM[5][String(area)]!).toBeGreaterThan(boreMm);
      const on = stud(own.studMm === 10 ? 10 : 8);
      expect(endsThatFit(area, on, lugs)).not.toContain(own);
      expect(whyNotThis(own, area, on, lugs)).toContain('is for stranded conductors of class 2');
    }
  });
  it('the straight tinned lug comes first; angled and plain ones only by hand', () => {
    const found = endsThatFit(50, stud(8), lugs);
    expect(found[0]!.id).toBe('lug-50-m8');
    expect(found.map((l) => l.id)).toEqual(expect.arrayContaining(['lug90-50-m8', 'lugcu-50-m8']));
    expect(whyNotThis(lugById.get('lug-50-m10')!, 50, stud(8), lugs)).toBe('its hole is for M10, the stud is M8');
    expect(whyNotThis(lugById.get('lug-35-m8')!, 50, stud(8), lugs)).toContain('barrel is for 35 mm²');
  });
  // Each with a die of its own.
  it('small terminals follow the cover the workshop crimps', () => {
    const kinds = (['bare', 'insulated', 'heatShrink'] as const).map(
      (cover) => endsThatFit(2.5, stud(6), lugs, cover)[0]!,
    );
    expect(kinds.map((l) => l.insulation)).toEqual(['bare', 'insulated', 'heatShrink']);
    expect(new Set(kinds.map((l) => l.dieId)).size).toBe(3);
    expect(takesArea(kinds[1]!, 1.5) && takesArea(kinds[1]!, 2.5) && !takesArea(kinds[1]!, 4)).toBe(true);
    // Above six square millimetres there are no covered ones.
    expect(endsThatFit(10, stud(8), lugs, 'insulated')[0]!.insulation).toBe('bare');
  });
  // Splices on leads, ferrules into clamps.
  it('receptacles go on tabs, contacts into connectors of their size', () => {
    const kindAt = (areaMm2: number, attachment: Attachment) => [
      ...new Set(endsThatFit(areaMm2, at(attachment), lugs).map((l) => l.kind)),
    ];
    expect(kindAt(2.5, { kind: 'tab', widthMm: 6.3 })).toEqual(['receptacle']);
    expect(kindAt(16, { kind: 'contact', contactA: 50 })).toEqual(['contact']);
    expect(kindAt(50, { kind: 'contact', contactA: 50 })).toEqual([]);
    expect(kindAt(4, { kind: 'lead', areaMm2: 4 })).toEqual(['splice']);
    expect(kindAt(4, { kind: 'clamp', minMm2: 1, maxMm2: 6 })).toEqual(['ferrule']);
  });
});

describe('pull, tube and tool against their tables', () => {
  // GNU units turns them.
  it('pulls after IEC 60352-2 in newtons, and after ABYC E-11 in pounds-force', () => {
    for (const [area, newton] of IEC_60352_PULL_N)
      expect(pullOf(area, 'mm2')).toMatchObject({ forceN: newton, holdS: null });
    for (const [gauge, area, lbf] of ABYC_PULL_LBF) {
      const newton = Number(execFileSync('units', ['-t', `${lbf} lbf`, 'N'], { encoding: 'utf8' }));
      const own = pullOf(area, 'awg')!;
      expect(own.forceN).toBe(Math.ceil(newton));
      expect([own.holdS, own.source.includes(`AWG ${gauge}:`)]).toEqual([60, true]);
    }
    // Between two sizes counts what the thinner one must hold; below the tables nothing is asked.
    expect(pullOf(185, 'mm2')!.forceN).toBe(pullOf(120, 'awg')!.forceN);
    expect(pullOf(0.14, 'awg')).toBeNull();
  });
  // Is narrower than the cable when shrunk; none smaller would do.
  it('tube slides over every barrel it is chosen for', () => {
    let chosen = 0;
    for (const lug of lugs.filter((l) => l.insulation === 'bare'))
      for (const type of cableTypes.filter((t) => takesArea(lug, t.areaMm2) && t.cores === 1 && !t.bar)) {
        const tube = shrinkFor(lug, type, 'RD', shrinks);
        if (!tube) continue;
        chosen++;
        expect(tube.expandedMm).toBeGreaterThanOrEqual(lug.barrelOuterMm * 1.1);
        expect(tube.recoveredMm).toBeLessThanOrEqual(type.outerDiameterMm);
        expect(tube.colour).toBe('RD');
        for (const smaller of shrinks.filter((s) => s.expandedMm < tube.expandedMm))
          expect(smaller.expandedMm < lug.barrelOuterMm * 1.1 || smaller.recoveredMm > type.outerDiameterMm).toBe(true);
      }
    expect(chosen).toBeGreaterThan(100);
    expect(shrinkFor({ barrelOuterMm: 5 }, { outerDiameterMm: 4 }, 'BN', shrinks)!.colour).toBe('BK');
    // Of the tubes kept one is taken where it fits, though a smaller one is made.
    const kept = shrinkFor({ barrelOuterMm: 5 }, { outerDiameterMm: 4 }, 'RD', shrinks, [
      'shrink-12-BK',
      'shrink-40-RD',
    ]);
    expect(kept!.id).toBe('shrink-12-BK');
    expect(shrinkFor({ barrelOuterMm: 5 }, { outerDiameterMm: 4 }, 'RD', shrinks, ['shrink-40-RD'])!.id).toBe(
      'shrink-6-RD',
    );
    expect(shrinkFor({ barrelOuterMm: 20 }, { outerDiameterMm: 3 }, 'RD', shrinks)).toBeNull();
  });
  // Long barrels get two bites.
  it('a hand hexagon closes three times, a press once, a hammer strikes twice', () => {
    const lug = lugById.get('lug-50-m8')!;
    const passes = (action: (typeof defaultWorkshop.tools)[number]['action']) =>
      crimpOf(
        lug,
        50,
        { tools: [{ id: 't', name: 'T', action, dies: ['hex 14'], checkedOn: null, everyDays: null }] },
        { sizes: 'mm2' },
        'x',
      ).passes;
    expect([passes('hexHand'), passes('indentHand'), passes('hydraulic'), passes('hammer')]).toEqual([3, 3, 1, 2]);
    const bites = (id: string) => crimpOf(lugById.get(id)!, 1, { tools: [] }, { sizes: 'mm2' }, 'x').bites;
    expect([bites('lug-50-m8'), bites('lug-6-m6')]).toEqual([2, 1]);
  });
  // Property over all ends.
  it('every end of the demo boards has a die, a strip length and a tube or a cover', () => {
    for (const board of demoBoards())
      for (const cable of deriveBoard(board).cables)
        for (const core of cable.cores)
          for (const end of [core.from, core.to]) {
            if (cable.flat) continue;
            expect(end.crimp?.toolId, `${cable.designation} ${end.at}`).toBeTruthy();
            expect(end.stripMm).toBeGreaterThan(5);
            expect(end.wantsShrink ? end.shrinkId !== null && end.shrinkMm > end.stripMm : end.shrinkId === null).toBe(
              true,
            );
          }
  });
});

const lockLug = (board: Board, cableId: string, lugId: string): Board => ({
  ...board,
  cables: board.cables.map((c) =>
    c.id === cableId
      ? {
          ...c,
          cores: c.cores.map((k) => ({
            ...k,
            fromLug: { mode: 'locked' as const, value: lugId, reason: 'in the drawer', who: 'Mira' },
          })),
        }
      : c,
  ),
});

describe('what the ends are judged for', () => {
  // And is gone when the tool is there.
  it('a die the shop lacks is said while drawing, once a die', () => {
    const hut = mountainHutBoard();
    const without = {
      ...defaultWorkshop,
      tools: defaultWorkshop.tools.map((t) => ({ ...t, dies: t.dies.filter((d) => d !== 'hex 14') })),
    };
    const found = rules(hut, without).filter((f) => f.kind === 'die-missing');
    expect(found).toHaveLength(1);
    expect(found[0]!.says).toContain('hex 14');
    expect(rules(hut).filter((f) => f.kind === 'die-missing')).toEqual([]);
  });
  it('where another end with a die that is there fits, the fix takes it', () => {
    const cart = marketCartBoard();
    const without = {
      ...defaultWorkshop,
      smallEnds: 'heatShrink' as const,
    };
    const found = rules(cart, without).filter((f) => f.kind === 'die-missing');
    expect(found.length).toBeGreaterThan(0);
    const withFix = found.find((f) => f.fixes.length > 0)!;
    const mended = applyCommands(cart, withFix.fixes[0]!.commands).board;
    expect(rules(mended, without).map((f) => f.id)).not.toContain(withFix.id);
  });
  // Letting it be worked out mends it.
  it('a lug of the wrong class is a stop with the reason', () => {
    const hut = mountainHutBoard();
    const made = deriveBoard(hut).cables.find((c) => c.areaMm2 === 50 && c.cores[0]!.from.studMm === 8)!;
    const wrong = lockLug(hut, made.cableId, 'lug46235-50-m8');
    const finding = rules(wrong).find((f) => f.kind === 'lug-does-not-fit')!;
    expect([finding.severity, finding.why.includes('class 2')]).toEqual(['stop', true]);
    const mended = applyCommands(wrong, finding.fixes[0]!.commands).board;
    expect(rules(mended).some((f) => f.kind === 'lug-does-not-fit')).toBe(false);
  });
  // A battery with two kinds of post: each where it is.
  it('plain copper in the damp, a straight lug beside a hole', () => {
    const hut = mountainHutBoard();
    const made = deriveBoard(hut).cables.find((c) => c.areaMm2 === 50 && c.cores[0]!.from.studMm === 8)!;
    const plain = lockLug(hut, made.cableId, 'lugcu-50-m8');
    const damp = (board: Board): Board => ({
      ...board,
      cables: board.cables.map((c) => ({
        ...c,
        segments: c.segments.map((s) => ({ ...s, environment: { ...s.environment, surroundings: 'damp' as const } })),
      })),
    });
    expect(rules(plain).some((f) => f.kind === 'plain-lug-damp')).toBe(false);
    const wet = rules(damp(plain)).find((f) => f.kind === 'plain-lug-damp')!;
    expect(
      rules(applyCommands(damp(plain), wet.fixes[0]!.commands).board).some((f) => f.kind === 'plain-lug-damp'),
    ).toBe(false);

    // A thick cable that dives through the board so many millimetres from its stud.
    const through = (awayMm: number): Board => {
      const cable = hut.cables.find((c) => c.id === made.cableId)!;
      const [first] = cable.segments;
      if (first?.kind !== 'panelRoute') throw new Error('starts on the panel');
      const path = deriveBoard(hut).lengths.find((l) => l.cableId === cable.id)!.paths[0]!;
      const start = path.points[0]!;
      const hole = { id: 'h1', xMm: start.xMm + awayMm, yMm: start.yMm, diameterMm: 30, lining: 'grommet' as const };
      return {
        ...hut,
        panels: hut.panels.map((p) => (p.id === first.panelId ? { ...p, holes: [hole] } : p)),
        cables: hut.cables.map((c) =>
          c.id === cable.id
            ? {
                ...c,
                segments: [
                  {
                    ...first,
                    laidBy: 'hand' as const,
                    waypoints: [{ xMm: start.xMm + awayMm / 2, yMm: start.yMm }],
                  },
                  {
                    id: 'sx',
                    kind: 'passThrough' as const,
                    panelId: first.panelId,
                    holeId: 'h1',
                    environment: first.environment,
                  },
                  { ...first, id: 'sy', face: 'back' as const, laidBy: 'hand' as const, waypoints: [] },
                ],
              }
            : c,
        ),
      };
    };
    const bent = rules(through(45)).find((f) => f.kind === 'lug-would-be-bent');
    expect(bent?.says).toContain('45 mm from the stud');
    const angled = applyCommands(through(45), bent!.fixes[0]!.commands).board;
    expect(rules(angled).some((f) => f.kind === 'lug-would-be-bent')).toBe(false);
    expect(deriveBoard(angled).cables.find((c) => c.cableId === made.cableId)!.cores[0]!.from.angleDeg).toBe(90);
    expect(rules(through(240)).some((f) => f.kind === 'lug-would-be-bent')).toBe(false);

    const cart = marketCartBoard();
    const two: Board = {
      ...cart,
      items: cart.items.map((i) =>
        i.partId === 'battery-agm-12-100' ? { ...i, partId: 'battery-agm-12-100-m8-m6' } : i,
      ),
    };
    expect(rules(cart).some((f) => f.kind === 'posts-differ')).toBe(false);
    expect(rules(two).find((f) => f.kind === 'posts-differ')!.says).toContain('its plus is M8, its minus M6');
    const minus = deriveBoard(two)
      .cables.flatMap((c) => c.cores.flatMap((k) => [k.from, k.to]))
      .find((e) => e.at === '-G1:minus')!;
    expect(minus.studMm).toBe(6);
  });
  it('a barrel no tube goes over is told, and is not where the tube is sold', () => {
    const hut = mountainHutBoard();
    const thin = { ...genericCatalogue, shrinks: shrinks.filter((s) => s.expandedMm < 10) };
    const found = derive(hut, thin, profileById(hut.brief.profileId), defaultWorkshop).findings;
    const told = found.filter((f) => f.kind === 'no-shrink-fits');
    expect(told.length).toBeGreaterThan(0);
    expect(told.every((f) => /Compression lug/.test(f.says))).toBe(true);
    expect(rules(hut).some((f) => f.kind === 'no-shrink-fits')).toBe(false);
  });
  it('a two-pole connector smaller than what goes through it is a stop', () => {
    const cart = marketCartBoard();
    const isolator = cart.items.find((i) => i.partId.startsWith('isolator'))!;
    const rated = (ratingA: number) => ({
      ...cart,
      customParts: [
        {
          ...genericCatalogue.parts.find((p) => p.id === isolator.partId)!,
          id: 'mine',
          kind: 'connector' as const,
          elements: [
            {
              kind: 'resistance' as const,
              id: 'k',
              a: 'line',
              b: 'load',
              resistanceOhm: 0.0004,
              ratingA,
              shunt: false,
            },
          ],
        },
      ],
      items: cart.items.map((i) => (i.id === isolator.id ? { ...i, partId: 'mine' } : i)),
    });
    const over = (board: Board) => rules(board).filter((f) => f.severity === 'stop' && f.says.includes('is rated'));
    expect(over(rated(5)).length).toBeGreaterThan(0);
    expect(over(rated(175))).toEqual([]);
  });
});

describe('sleeves', () => {
  it('cover what moves and loops left for travel, and nothing else', () => {
    const cart = marketCartBoard();
    const run = cart.cables.find((c) => c.segments.some((s) => s.kind === 'measuredRun'))!;
    const moving = (surroundings: 'inside' | 'moving', travelMm: number): Board => ({
      ...cart,
      cables: cart.cables.map((c) =>
        c.id === run.id
          ? {
              ...c,
              segments: c.segments.map((s) =>
                s.kind === 'measuredRun' ? { ...s, environment: { ...s.environment, surroundings, travelMm } } : s,
              ),
            }
          : c,
      ),
    });
    const sleeve = (board: Board) => deriveBoard(board).cables.find((c) => c.cableId === run.id)!.sleeve;
    const runMm = run.segments.reduce((s, x) => s + (x.kind === 'measuredRun' ? x.lengthMm : 0), 0);
    expect(sleeve(moving('inside', 0))).toBeNull();
    expect(sleeve(moving('inside', 130))!.lengthMm).toBe(130);
    expect(sleeve(moving('moving', 0))!.lengthMm).toBe(Math.ceil(runMm / 10) * 10);
    expect(deriveBoard(moving('moving', 0)).parts.some((p) => p.group === 'sleeve')).toBe(true);
  });
});

it('no lug id stands twice, and every barrel is inside its tube (property)', () => {
  expect(new Set(lugs.map((l) => l.id)).size).toBe(lugs.length);
  fc.assert(
    fc.property(fc.constantFrom(...lugs), (lug: Lug) => {
      expect(lug.boreMm).toBeLessThan(lug.barrelOuterMm + 1.2);
      expect(lug.areaMinMm2).toBeLessThanOrEqual(lug.areaMm2);
    }),
  );
});
