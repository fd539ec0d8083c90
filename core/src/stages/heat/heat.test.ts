import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { heatStudy } from '../../circuit/heatStudy.ts';
import { derive } from '../../derive.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { airRise, converterLoss, coolingArea } from '../../formulas/heat.ts';
import { profileOf } from '../../profiles/ownRules.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { airWords } from './heat.ts';

const study = (board: Board) => heatStudy(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);
const lidOn = (board: Board, roomMm: number | null, panel = 0): Board => ({
  ...board,
  panels: board.panels.map((p, n) => (n === panel ? { ...p, frontClearanceMm: roomMm } : p)),
});
const hut = demoBoard('hut');
const lossOf = (board: Board, designation: string) => {
  const { id } = board.items.find((i) => i.designation === designation)!;
  return deriveBoard(board).heat[0]!.parts.find((p) => p.itemId === id)?.lossW ?? 0;
};

describe('where the heat goes', () => {
  it('a sealed box by hand: 111 W of a converter at 0.9 in 0.6 × 0.4 × 0.2 m', () => {
    // Worked by hand from the rules the formulas name.
    const lossW = converterLoss.compute({ outputW: 1000, efficiencyShare: 0.9, idleW: 0 });
    expect(lossW).toBeCloseTo(111.11, 2);
    const areaM2 = coolingArea.compute({ widthM: 0.6, heightM: 0.4, depthM: 0.2 });
    expect(areaM2).toBeCloseTo(1.4 * 0.6 * 0.6 + 1.8 * 0.08, 10);
    expect(airRise.compute({ lossW: 30, wPerM2K: 3.5, areaM2 })).toBeCloseTo(13.23, 2);
  });
  it('an inverter at full work loses what its efficiency says and what it idles at; a fuse I²·R', () => {
    const inverter = hut.items.find((i) => i.designation === '-T1')!;
    const element = genericCatalogue.parts
      .find((p) => p.id === inverter.partId)!
      .elements.find((e) => e.kind === 'inverter')!;
    if (element.kind !== 'inverter') throw new Error('no inverter');
    const want = element.acPowerW * (1 / element.efficiencyShare - 1) + element.idleA * hut.brief.systemVoltageV;
    expect(lossOf(hut, '-T1')).toBeCloseTo(want, 6);
    const fuse = hut.items.find((i) => i.designation === '-F3')!;
    const dossier = deriveBoard(hut);
    const seat = dossier.sizing.seats.find((s) => s.itemId === fuse.id)!;
    const link = genericCatalogue.fuseLinks.find((l) => l.id === seat.link.value)!;
    expect(lossOf(hut, '-F3')).toBeCloseTo(seat.designCurrentA ** 2 * link.coldResistanceOhm, 6);
  });
  it('out of service a part gives no heat', () => {
    const dead: Board = {
      ...hut,
      items: hut.items.map((i) => (i.designation === '-T1' ? { ...i, inService: false } : i)),
    };
    expect(lossOf(dead, '-T1')).toBe(0);
  });
  it('open there is no rise; a shallower or smaller box gets warmer, and more heat rises in proportion', () => {
    const air = (roomMm: number | null) => deriveBoard(lidOn(hut, roomMm)).heat[0]!.lid;
    expect(air(null)).toBeNull();
    const [deep, flat] = [air(400)!, air(150)!];
    expect(deep.airC).toBeCloseTo(hut.brief.ambientC + deep.riseK, 9);
    expect(flat.riseK).toBeGreaterThan(deep.riseK);
    expect(flat.areaM2).toBeLessThan(deep.areaM2);
    // Everything that is on the front counts, and the cables there.
    const parts = deriveBoard(lidOn(hut, 400)).heat[0]!;
    expect(deep.lossW).toBeGreaterThan(parts.parts.reduce((s, p) => s + p.lossW, 0) * 0.9);
    expect(parts.cablesW).toBeGreaterThan(0);
  });
});

describe('what lies under a lid is sized in the air it lies in', () => {
  const closed = lidOn(hut, 150);
  const open = deriveBoard(hut);
  const shut = deriveBoard(closed);
  it('its cables carry less or are thicker, and none is thinner for it', () => {
    const before = new Map(open.sizing.cables.map((c) => [c.cableId, c]));
    let less = 0;
    for (const cable of shut.sizing.cables) {
      const was = before.get(cable.cableId)!;
      expect(cable.conductor.value).toBeGreaterThanOrEqual(was.conductor.value);
      const thicker = cable.conductor.value > was.conductor.value;
      if (thicker || cable.ampacityA < was.ampacityA - 1e-9) less++;
    }
    expect(less).toBeGreaterThan(5);
  });
  it('a stretch somebody has said the temperature of keeps it', () => {
    const cable = closed.cables.find((c) => c.segments.some((s) => s.kind === 'panelRoute' && s.face === 'front'))!;
    const said = (ambientC: number | null): Board => ({
      ...closed,
      cables: closed.cables.map((c) =>
        c === cable
          ? { ...c, segments: c.segments.map((s) => ({ ...s, environment: { ...s.environment, ambientC } })) }
          : c,
      ),
    });
    const amps = (b: Board) => deriveBoard(b).sizing.cables.find((c) => c.cableId === cable.id)!.ampacityA;
    expect(amps(said(hut.brief.ambientC))).toBeGreaterThan(amps(said(null)));
  });
  it('sized again it is the same: a full derive and a second one agree', () => {
    const again = derive(closed, genericCatalogue, profileOf(closed, defaultWorkshop), defaultWorkshop);
    expect(again.sizing).toEqual(shut.sizing);
    expect(shut.sizing.settled).toBe(true);
  });
  it('where it is too warm for electronics it is told, with the worst of it by name', () => {
    const told = shut.findings.find((f) => f.kind === 'air-too-warm')!;
    expect(told.says).toMatch(/^Under the lid of Main board the air gets \d+ °C/);
    expect(told.why).toMatch(/-T1 \d+ W/);
    expect(open.findings.some((f) => f.kind === 'air-too-warm')).toBe(false);
  });
});

describe('the air behind a panel', () => {
  /** The hut with its converter on the back and room there. */
  const behind = (roomMm: number, lidMm: number | null = null): Board => ({
    ...hut,
    panels: hut.panels.map((p, n) => (n === 0 ? { ...p, backClearanceMm: roomMm, frontClearanceMm: lidMm } : p)),
    items: hut.items.map((i) =>
      i.designation === '-T1' && i.place.kind === 'panel' ? { ...i, place: { ...i.place, face: 'back' as const } } : i,
    ),
  });
  const air = (board: Board) => deriveBoard(board).heat[0]!.behind;
  it('by hand: what gives heat there over the surface of that room', () => {
    const board = behind(120);
    const own = air(board)!;
    const box = { widthM: 1.1, heightM: 0.76, depthM: 0.12 };
    expect(own.areaM2).toBeCloseTo(1.4 * box.widthM * (box.heightM + box.depthM) + 1.8 * box.depthM * box.heightM, 9);
    expect(own.lossW).toBeGreaterThanOrEqual(lossOf(board, '-T1'));
    expect(own.riseK).toBeCloseTo(own.lossW / (3.5 * own.areaM2), 9);
    expect(own.airC).toBeCloseTo(hut.brief.ambientC + own.riseK, 9);
  });
  it('there is none where there is no room or nothing gives heat, and less room is warmer', () => {
    expect(air(behind(0))).toBeNull();
    expect(air(lidOn(hut, 150))).toBeNull();
    expect(air(behind(40))!.riseK).toBeGreaterThan(air(behind(120))!.riseK);
  });
  it('before a lid lies warm air: only its sides cool it then', () => {
    const shut = air(behind(120, 150))!;
    expect(shut.areaM2).toBeCloseTo(1.4 * 1.1 * 0.12 + 1.8 * 0.12 * 0.76, 9);
    expect(shut.riseK).toBeGreaterThan(air(behind(120))!.riseK);
  });
  it('what lies there is sized in it; what lies on the front is not', () => {
    const laidBehind = (board: Board, at: number): Board => ({
      ...board,
      cables: board.cables.map((c, n) =>
        n === at
          ? { ...c, segments: c.segments.map((s) => (s.kind === 'panelRoute' ? { ...s, face: 'back' as const } : s)) }
          : c,
      ),
    });
    const at = hut.cables.findIndex((c) => c.designation === 'W12');
    const amps = (board: Board, designation: string) => {
      const { id } = board.cables.find((c) => c.designation === designation)!;
      return deriveBoard(board).sizing.cables.find((c) => c.cableId === id)!;
    };
    const [roomy, flat] = [laidBehind(behind(400), at), laidBehind(behind(30), at)];
    const [cool, warm] = [amps(roomy, 'W12'), amps(flat, 'W12')];
    expect(warm.conductor.value > cool.conductor.value || warm.ampacityA < cool.ampacityA).toBe(true);
    expect(amps(flat, 'W17').ampacityA).toBeCloseTo(amps(roomy, 'W17').ampacityA, 9);
  });
  it('is told in degrees as far as the rule goes', () => {
    expect([airWords(49.6), airWords(100), airWords(17748)]).toEqual(['50 °C', '100 °C', 'far above 100 °C']);
  });
  it('is told by name where it is too warm for what stands there', () => {
    const told = deriveBoard(behind(40, 400)).findings.filter((f) => f.kind === 'air-too-warm');
    const back = told.find((f) => f.says.startsWith('Behind Main board the air gets'))!;
    expect(back.why).toMatch(/-T1 \d+ W/);
    expect(back.where.itemIds).toContain(hut.items.find((i) => i.designation === '-T1')!.id);
    // What stands on the other face is not blamed for it.
    const front = new Set(hut.items.flatMap((i) => (i.designation !== '-T1' ? [i.id] : [])));
    expect(back.where.itemIds.filter((id) => front.has(id))).toEqual([]);
  });
});

describe('by scenario', () => {
  const all = study(lidOn(hut, 150));
  const of = (id: string) => all.find((h) => h.id === id)!.panels[0]!;
  it('nothing is warmer than with everything at full work', () => {
    expect(all.length).toBeGreaterThan(4);
    for (const { id, panels } of all.filter((h) => !['surge', 'cold', 'lost'].includes(h.id)))
      panels.forEach((p, n) => {
        expect(p.lid?.lossW ?? 0, id).toBeLessThanOrEqual((all[0]!.panels[n]!.lid?.lossW ?? 0) * 1.02 + 0.1);
      });
  });
  it('at night the inverter rests and gives none; alone it gives nearly all', () => {
    const { id } = hut.items.find((i) => i.designation === '-T1')!;
    const loss = (scenario: string) => of(scenario).parts.find((p) => p.itemId === id)?.lossW ?? 0;
    expect(loss('loads')).toBe(0);
    const alone = of('inverter');
    const sum = alone.parts.reduce((s, p) => s + p.lossW, 0) + alone.cablesW;
    expect(loss('inverter') / sum).toBeGreaterThan(0.7);
    expect(alone.parts[0]!.itemId).toBe(id);
  });
  it('the full sun warms the controllers that work, not the inverter', () => {
    const warm = of('sun').parts.filter((p) => p.lossW > 1);
    const kinds = warm.map((p) => hut.items.find((i) => i.id === p.itemId)!.designation);
    expect(kinds).not.toContain('-T1');
    expect(kinds.length).toBeGreaterThan(0);
  });
});
