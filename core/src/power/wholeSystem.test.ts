import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { boardFromTemplate, TEMPLATES } from '../document/templates.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { panelBox } from '../stages/place/outlines.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { wholeSystem } from './buildSystem.ts';
import type { DesignWish, Level } from './design.ts';
import { LEVELS } from './design.ts';
import { proposeSystems } from './proposals.ts';

const order = (
  template: string,
  systemVoltageV: 12 | 24 | 48 = 24,
  chemistry: 'lifepo4' | 'agm' = 'lifepo4',
): Board => {
  const board = boardFromTemplate(template, { jobName: template, systemVoltageV, chemistry, profileId: 'fixed-iec' });
  return { ...board, power: { ...board.power, site: { ...board.power.site, latitudeDeg: 47 } } };
};
const taken = (board: Board, level: Level, wish: DesignWish = {}) =>
  applyCommands(board, wholeSystem(board, genericCatalogue, defaultWorkshop, level, wish)).board;
const partsOf = (board: Board, kind: string) =>
  board.items.filter((i) => genericCatalogue.parts.find((p) => p.id === i.partId)?.kind === kind);
const propose = (board: Board, wishes = {}) => proposeSystems(board, genericCatalogue, defaultWorkshop, wishes);

/** What a proposal cannot settle by itself is told with it: unequal leads of a bank, a main fuse behind small ones. */
const TOLD = new Set(['bank-unbalanced', 'not-selective', 'not-separated']);

describe.each(TEMPLATES.map((t) => t.id))('a system taken for %s', (id) => {
  it.each([12, 24, 48] as const)('at %d V is whole, placed, and finds fault with nothing of its own', (v) => {
    for (const level of LEVELS) {
      const board = taken(order(id, v), level);
      expect(checkBoard(board, genericCatalogue).ok).toBe(true);
      const bad = deriveBoard(board).findings.filter((f) => f.severity !== 'note' && !TOLD.has(f.kind));
      expect(bad.map((f) => `${level}: ${f.says}`)).toEqual([]);
    }
  });
});

describe('what comes with a system', () => {
  it('every sun controller is behind an isolator of its own; three strings side by side are fused one by one', () => {
    const board = order('hut', 24);
    const modules = genericCatalogue.parts.filter((p) => p.kind === 'solarModule');
    const controller = genericCatalogue.parts.find((p) => p.id === 'mppt-150-35')!;
    const sun = { moduleId: modules[0]!.id, series: 2, strings: 4, controllerId: controller.id, controllers: 1 };
    const four = taken(board, 'balanced', { sun });
    expect(four.items.filter((i) => i.partId === 'isolator-solar-32')).toHaveLength(1);
    expect(four.items.filter((i) => i.partId === 'breaker-din-1p')).toHaveLength(4);
    const two = taken(board, 'balanced', { sun: { ...sun, strings: 2 } });
    expect(two.items.filter((i) => i.partId === 'breaker-din-1p')).toHaveLength(0);
  });
  it('the mains side is drawn for the licensed person: inlet, residual-current device, charger; inverter and its loads', () => {
    const board = order('observatory', 12);
    const kettle = { ...board.items[0]!, id: 'it_kettle', designation: '-E9', name: 'Kettle', partId: 'load-mains' };
    const order2 = {
      ...board,
      items: [...board.items, { ...kettle, load: { ...board.items[0]!.load!, side: 'mains' as const } }],
      power: { ...board.power, mains: { hoursPerDay: 4 } },
    };
    const made = taken(order2, 'balanced');
    const fed = (itemId: string) =>
      made.connections.filter((c) => [c.from.itemId, c.to.itemId].includes(itemId)).map((c) => c.id);
    for (const kind of ['mainsInlet', 'mainsCharger', 'inverter'])
      for (const item of partsOf(made, kind)) expect(fed(item.id).length, kind).toBeGreaterThanOrEqual(3);
    expect(partsOf(made, 'mainsInlet')).toHaveLength(1);
    expect(fed('it_kettle')).toHaveLength(3);
    const { mains } = deriveBoard(made);
    expect(mains.loops).toEqual([]);
  });
  it('what must not fail is wired before the ways run out', () => {
    const board = order('hut', 24);
    const many = Array.from({ length: 14 }, (_, n) => ({
      ...board.items[0]!,
      id: `it_more${n}`,
      designation: `-E${n + 20}`,
      load: { ...board.items[0]!.load!, essential: n === 13 },
    }));
    const made = taken({ ...board, items: [...board.items, ...many] }, 'lean');
    expect(made.connections.filter((c) => [c.from.itemId, c.to.itemId].includes('it_more13'))).toHaveLength(2);
  });
  it('a panel that is too small grows, to the opening and no further; what finds no room waits', () => {
    const board = order('hut', 24);
    const size = (b: Board) => {
      const { leftMm, rightMm, topMm, bottomMm } = panelBox(b.panels[0]!);
      return [rightMm - leftMm, bottomMm - topMm] as const;
    };
    const grown = taken(board, 'balanced');
    expect(size(grown)[0] * size(grown)[1]).toBeGreaterThan(size(board)[0] * size(board)[1]);
    const opening = { widthMm: 620, heightMm: 480, depthMm: 300, behind: '' };
    const tight = taken({ ...board, brief: { ...board.brief, opening } }, 'balanced');
    expect(size(tight)[0]).toBeLessThanOrEqual(Math.max(620, size(board)[0]));
    expect(tight.items.some((i) => i.place.kind === 'unplaced' && !i.load)).toBe(true);
  });
});

describe('a proposal changed before it is taken', () => {
  const board = order('hut', 24);
  it('stands as it was worked out where nobody says otherwise, in the words a wish is made in', () => {
    const [first] = propose(board);
    const again = propose(board, { [first!.level]: first!.design }).find((p) => p.level === first!.level)!;
    expect(again.parts).toEqual(first!.parts);
    expect(again.figures).toEqual(first!.figures);
    expect([first!.changed, again.changed]).toEqual([false, true]);
  });
  it('a larger bank is dearer, heavier and lasts longer; the others stay', () => {
    const before = propose(board);
    const balanced = before.find((p) => p.level === 'balanced')!;
    const bank = { ...balanced.design.bank, strings: balanced.design.bank.strings + 1 };
    const after = propose(board, { balanced: { bank } });
    const now = after.find((p) => p.level === 'balanced')!;
    expect(now.figures.price).toBeGreaterThan(balanced.figures.price);
    expect(now.figures.massKg).toBeGreaterThan(balanced.figures.massKg);
    expect(now.figures.autonomyDays).toBeGreaterThan(balanced.figures.autonomyDays);
    expect(after.filter((p) => p.level !== 'balanced')).toEqual(before.filter((p) => p.level !== 'balanced'));
  });
  it('without sun it says that somebody took it out, and more days are dark', () => {
    const balanced = propose(board).find((p) => p.level === 'balanced')!;
    const dark = propose(board, { balanced: { sun: null } }).find((p) => p.level === 'balanced')!;
    expect(dark.figures.peakW).toBe(0);
    expect(dark.reasons).toContain('No sun: taken out by hand.');
    expect(dark.figures.darkDaysPerYear + dark.figures.generatorHoursPerYear).toBeGreaterThanOrEqual(
      balanced.figures.darkDaysPerYear + balanced.figures.generatorHoursPerYear,
    );
  });
  it('exactly this: two 24 V 100 Ah, one inverter, one charger, nothing else', () => {
    const own: DesignWish = {
      bank: { partId: 'battery-lifepo4-24-100', strings: 2 },
      inverter: 'inverter-24-2000',
      sun: null,
      dcdc: null,
      mainsCharger: 'mains-charger-24-30',
      shunt: false,
    };
    const exact = propose(board, { own }).find((p) => p.level === 'own')!;
    expect(exact.figures.bankAh).toBe(200);
    const quantity = (id: string) => exact.parts.find((l) => l.partId === id)?.quantity;
    expect([quantity('battery-lifepo4-24-100'), quantity('inverter-24-2000'), quantity('mains-charger-24-30')]).toEqual(
      [2, 1, 1],
    );
    // A part that serves in two places is one line.
    expect(new Set(exact.parts.map((l) => l.partId)).size).toBe(exact.parts.length);
    const made = taken(board, 'own', own);
    expect(partsOf(made, 'battery')).toHaveLength(2);
    expect(partsOf(made, 'solarController')).toHaveLength(0);
    expect(partsOf(made, 'shunt')).toHaveLength(0);
  });
  it('what cannot be is refused by its name; what should not be is told', () => {
    expect(() => propose(board, { balanced: { inverter: 'no-such' } })).toThrow(
      /inverter is "no-such"; accepted: one of the catalogue’s inverter parts/,
    );
    expect(() => propose(board, { own: { bank: { partId: 'battery-lifepo4-48-100', strings: 1 } } })).toThrow(
      /accepted: one that makes 24 V in series|accepted: a battery/,
    );
    const sun = propose(board).find((p) => p.design.sun)!.design.sun!;
    const high = propose(board, { balanced: { sun: { ...sun, series: 9 } } }).find((p) => p.level === 'balanced')!;
    expect(high.cautions.join()).toMatch(/9 modules in series may reach \d+ V in the cold; the controller takes/);
  });
  it('parts counted before are the parts on the board after', () => {
    for (const level of LEVELS) {
      const proposal = propose(board).find((p) => p.level === level);
      if (!proposal) continue;
      const made = taken(board, level);
      for (const kind of ['battery', 'solarModule', 'solarController', 'isolator', 'mainsInlet', 'mainsBreaker'])
        expect(partsOf(made, kind).length, `${level} ${kind}`).toBe(
          proposal.parts
            .filter((l) => genericCatalogue.parts.find((p) => p.id === l.partId)!.kind === kind)
            .reduce((s, l) => s + l.quantity, 0),
        );
    }
  });
});

describe('an order nobody has said the latitude of', () => {
  it('says so, instead of that nothing fits the roof', () => {
    const board = boardFromTemplate('hut', { jobName: 'x', systemVoltageV: 24 });
    expect(propose(board)[0]!.reasons.join()).toContain('nobody has said the latitude');
  });
});
