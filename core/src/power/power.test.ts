import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { boardFromTemplate, TEMPLATES } from '../document/templates.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { copperMass } from '../formulas/power.ts';
import { profileById } from '../profiles/profiles.ts';
import {
  demoBoards,
  deriveBoard,
  marketCartBoard,
  mountainHutBoard,
  repeaterShelterBoard,
} from '../testing/demoBoards.ts';
import { type AlternatorStudy, alternatorWays } from './alternatorWays.ts';
import { buildSystem } from './buildSystem.ts';
import { elementOf } from './partSheet.ts';
import { compareChemistries, proposeSystems } from './proposals.ts';
import { sunByMonth } from './sunByMonth.ts';
import { tenYearCost } from './tenYears.ts';
import { voltageAdvice } from './voltageAdvice.ts';

const propose = (board: Parameters<typeof proposeSystems>[0]) =>
  proposeSystems(board, genericCatalogue, defaultWorkshop);
const partOf = (id: string) => genericCatalogue.parts.find((p) => p.id === id)!;

describe('proposed systems', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: every figure holds against its own parts',
    (_, board) => {
      const proposals = propose(board);
      expect(proposals.length).toBeGreaterThanOrEqual(2);
      const { energy } = deriveBoard({
        ...board,
        items: board.items.filter((i) => i.load),
        connections: [],
        cables: [],
      });
      for (const p of proposals) {
        const price = p.parts.reduce((s, x) => s + x.quantity * (partOf(x.partId).price ?? 0), 0);
        expect(p.figures.price).toBeCloseTo(price, 6);
        const bank = p.parts.find((x) => x.role === 'bank')!;
        const cell = elementOf(partOf(bank.partId), 'battery');
        expect(p.figures.bankAh).toBeCloseTo(
          (bank.quantity * cell.capacityAh * cell.nominalV) / board.brief.systemVoltageV,
          6,
        );
        const inverter = p.parts.find((x) => x.role === 'inverter');
        if (energy.mainsPeakW > 0)
          expect(elementOf(partOf(inverter!.partId), 'inverter').acPowerW).toBeGreaterThanOrEqual(energy.mainsPeakW);
        else expect(inverter).toBeUndefined();
      }
      const order = proposals.map((p) => p.figures.bankAh);
      expect([...order].sort((a, b) => a - b)).toEqual(order);
      const balanced = proposals.find((p) => p.level === 'balanced');
      if (balanced && !balanced.cautions.some((c) => c.includes('strings hold')))
        expect(balanced.figures.autonomyDays).toBeGreaterThanOrEqual(board.settings.autonomyDays - 1e-9);
    },
  );
  it.each(
    [marketCartBoard, mountainHutBoard, repeaterShelterBoard].map((make) => [make().brief.jobName, make] as const),
  )('%s: the balanced system fills the board with no stop finding', (_, make) => {
    const board = make();
    const commands = buildSystem(board, genericCatalogue, defaultWorkshop, 'balanced');
    const { board: built, inverse } = applyCommands(board, commands);
    expect(checkBoard(built, genericCatalogue)).toMatchObject({ ok: true });
    const dossier = deriveBoard(built);
    expect(dossier.findings.filter((f) => f.severity === 'stop').map((f) => f.says)).toEqual([]);
    expect(dossier.findings.filter((f) => f.kind === 'terminal-unconnected')).toEqual([]);
    expect(dossier.findings.filter((f) => f.kind === 'parts-overlap' || f.kind === 'part-off-panel')).toEqual([]);
    expect(applyCommands(built, inverse).board).toEqual(board);
  });
  it('“no sun” and “no electronics” are answers', () => {
    const cart = marketCartBoard();
    const dark = propose({ ...cart, power: { ...cart.power, sun: null } });
    expect(dark[0]!.parts.some((p) => p.role === 'sun')).toBe(false);
    expect(dark[0]!.reasons.join()).toContain('No sun');
    const simple = propose({
      ...cart,
      brief: { ...cart.brief, monitoring: 'simple' },
      power: {
        ...cart.power,
        sun: null,
        mains: null,
        alternator: {
          nominalV: 12,
          chargingV: 14.2,
          ecoV: 13.2,
          ratedA: 120,
          shareMax: 0.5,
          maxA: 60,
          idleMaxA: 30,
          idleShare: 0,
          hoursPerDay: 2,
        },
      },
    });
    const roles = simple[0]!.parts.map((p) => p.role);
    expect(roles).toContain('alternator relay');
    expect(roles).not.toContain('monitor shunt');
    expect(roles).not.toContain('alternator charger');
  });
  it('without loads there is nothing to propose, and building says so', () => {
    const cart = marketCartBoard();
    const empty = { ...cart, items: [], connections: [], cables: [] };
    expect(propose(empty)).toEqual([]);
    expect(() => buildSystem(empty, genericCatalogue, defaultWorkshop, 'lean')).toThrow('load list is empty');
  });
  it.each(TEMPLATES.map((t) => [t.name, t.id] as const))(
    'the template %s gives a good board that a system can be proposed for',
    (_, id) => {
      const board = boardFromTemplate(id, { jobName: 'From a template', systemVoltageV: 24, profileId: 'fixed-iec' });
      expect(checkBoard(board, genericCatalogue)).toMatchObject({ ok: true });
      expect(propose(board).length).toBeGreaterThan(0);
    },
  );
});

describe('sun by month', () => {
  // And none is above a clear day.
  it('at 47° N on a 60° plane winter brings less than summer', () => {
    const hours = sunByMonth(mountainHutBoard().power)!;
    expect(hours).toHaveLength(12);
    expect(hours[11]!).toBeLessThan(hours[5]!);
    for (const h of hours) expect(h).toBeLessThan(8.5);
  });
  it('waits for a latitude', () => {
    const { power } = mountainHutBoard();
    expect(sunByMonth({ ...power, site: { ...power.site, latitudeDeg: null } })).toBeNull();
  });
});

describe('ten years', () => {
  const base = { capacityAh: 200, massKg: 58, cyclesPerYear: 100, deliveredKwhPerYear: 240 };
  // LiFePO4 once.
  it('AGM at 100 cycles a year and half used lasts 3 years and is bought 4 times', () => {
    const agm = tenYearCost({ ...base, chemistry: 'agm', price: 360, usableShare: 0.5 });
    expect(agm.lifeYears).toBeCloseTo(3, 9);
    expect([agm.banks, agm.totalCost]).toEqual([4, 1440]);
    const lithium = tenYearCost({ ...base, chemistry: 'lifepo4', price: 760, usableShare: 0.9 });
    expect(lithium.lifeYears).toBe(12);
    expect([lithium.banks, lithium.totalCost]).toEqual([1, 760]);
    expect(lithium.costPerKwh).toBeCloseTo(760 / 2400, 9);
  });
  it('compares both for the same days', () => {
    const rows = compareChemistries(mountainHutBoard(), genericCatalogue, defaultWorkshop);
    expect(rows.map((r) => r.chemistry)).toEqual(['agm', 'lifepo4']);
    expect(rows[0]!.massKg).toBeGreaterThan(2 * rows[1]!.massKg);
  });
});

describe('voltage advice', () => {
  it('20 m of 50 mm² is 8.9 kg of copper (worked figure)', () => {
    expect(copperMass.compute({ lengthMm: 10000, areaMm2: 50, densityKgPerM3: 8900 })).toBeCloseTo(8.9, 2);
  });
  // And 12 V is advised against for the hut.
  it('a higher voltage never takes more copper', () => {
    const hut = mountainHutBoard();
    const advice = voltageAdvice(hut, genericCatalogue, profileById('fixed-iec'), defaultWorkshop)!;
    const [v12, v24, v48] = advice.rows;
    expect(v24!.copperKg).toBeLessThan(v12!.copperKg);
    expect(v48!.copperKg).toBeLessThanOrEqual(v24!.copperKg);
    const low = voltageAdvice(
      { ...hut, brief: { ...hut.brief, systemVoltageV: 12 } },
      genericCatalogue,
      profileById('fixed-iec'),
      defaultWorkshop,
    )!;
    expect(low.advised).toBeGreaterThan(12);
    expect(low.says).toMatch(/V would take .* kg of copper instead of/);
  });
});

describe('alternator three ways', () => {
  const study: AlternatorStudy = {
    alternator: {
      nominalV: 12,
      chargingV: 14.2,
      ecoV: 13.2,
      ratedA: 120,
      shareMax: 0.5,
      maxA: 60,
      idleMaxA: 30,
      idleShare: 0,
      hoursPerDay: 4,
    },
    chemistry: 'agm',
    systemVoltageV: 12,
    bankAh: 100,
    bankOhm: 0.0055,
    cableOhm: 0.03,
    startShare: 0.5,
    hours: 8,
    chargerA: 30,
    chargerEfficiencyShare: 0.87,
  };
  const by = (s: AlternatorStudy) => new Map(alternatorWays(s).map((w) => [w.way, w]));
  // A boosting charger does (common practice).
  it('a smart alternator at 13.8 V or less never fills the bank through a relay', () => {
    const ways = by(study);
    expect(ways.get('relay')!.ceilingShare).toBeLessThan(0.97);
    expect(ways.get('boosting')!.socShare.at(-1)!).toBeGreaterThan(0.97);
    expect(ways.get('boosting')!.ceilingShare).toBe(1);
  });
  // Common practice: 19 A to 9 A.
  it('a non-boosting charger falls off when the voltage does', () => {
    const plain = by(study).get('controller')!;
    expect(plain.ecoA).toBeLessThan(0.7 * plain.hardA);
  });
  // And it is said.
  it('a lithium bank through a relay pulls all the alternator may give', () => {
    const lithium = by({ ...study, chemistry: 'lifepo4', bankOhm: 0.0016, cableOhm: 0.004, startShare: 0.2 });
    expect(lithium.get('relay')!.hardA).toBeCloseTo(60, 6);
    expect(lithium.get('relay')!.says).toContain('not protected');
  });
  it('different voltages: only the boosting charger works', () => {
    const ways = by({ ...study, systemVoltageV: 24 });
    expect(ways.get('relay')!.hardA).toBe(0);
    expect(ways.get('boosting')!.hardA).toBeGreaterThan(0);
  });
});
