import { describe, expect, it } from 'vitest';
import { derive } from '../derive.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { OWN_VALUE_NAMES, type OwnRules } from '../document/workshop/ownRules.ts';
import { defaultWorkshop, type Workshop } from '../document/workshop/workshop.ts';
import { mountainHutBoard } from '../testing/demoBoards.ts';
import { OWN_VALUES, ownRulesProblems, profileOf, withOwnRules } from './ownRules.ts';
import { PROFILES, profileById } from './profiles.ts';

const own = (changes: OwnRules['changes']): OwnRules => ({ id: 'own-1', baseId: 'fixed-iec', name: 'Ours', changes });
const shop = (...ownRules: OwnRules[]): Workshop => ({ ...defaultWorkshop, name: 'Hillside', ownRules });

describe('rules with conditions', () => {
  it.each(PROFILES.map((p) => [p.name, p] as const))(
    '%s: each is told as a note with its source, none is judged',
    (_, p) => {
      const board = { ...mountainHutBoard(), brief: { ...mountainHutBoard().brief, profileId: p.id } };
      const told = derive(board, genericCatalogue, p, defaultWorkshop).findings.filter(
        (f) => f.kind === 'rule-with-condition',
      );
      expect(p.conditional.length).toBeGreaterThan(0);
      expect(told.length).toBe(p.conditional.length);
      for (const f of told) expect([f.severity, f.source.length > 5]).toEqual(['note', true]);
    },
  );
});

describe('a workshop’s own rules', () => {
  it.each(OWN_VALUE_NAMES)('%s is put into every profile, its reason in the source, nothing else changed', (field) => {
    const { read, put, min, max } = OWN_VALUES[field];
    for (const base of PROFILES) {
      expect(read(base)).toBeGreaterThanOrEqual(min);
      expect(read(base)).toBeLessThanOrEqual(max);
      const changed = put(base, max, 'Hillside, own value: tried');
      expect(read(changed)).toBe(max);
      expect(JSON.stringify(changed)).toContain('Hillside, own value: tried');
      for (const other of OWN_VALUE_NAMES.filter((f) => f !== field))
        expect(OWN_VALUES[other].read(changed)).toBe(OWN_VALUES[other].read(base));
    }
  });
  it('a board that names the copy is sized by it; the profile itself stays as it was', () => {
    const board = mountainHutBoard();
    const rules = own([{ field: 'minAreaMm2', value: 4, reason: 'one reel, one die' }]);
    const named = { ...board, settings: { ...board.settings, ownRulesId: 'own-1' } };
    const thinnest = (b: typeof board, w: Workshop) =>
      Math.min(...derive(b, genericCatalogue, profileOf(b, w), w).sizing.cables.map((c) => c.conductor.value));
    expect(thinnest(board, shop(rules))).toBe(1.5);
    expect(thinnest(named, shop(rules))).toBe(4);
    expect(profileById('fixed-iec').minAreaMm2.value).toBe(1.5);
    expect(withOwnRules(profileById('fixed-iec'), rules, shop(rules)).version).toContain('own values');
  });
  // Leaves the plain profile and a finding with a fix.
  it('a copy that is not here, or is of another profile', () => {
    const board = mountainHutBoard();
    const named = { ...board, settings: { ...board.settings, ownRulesId: 'own-1' } };
    for (const w of [shop(), shop({ ...own([]), baseId: 'craft-iso' })]) {
      const { findings } = derive(named, genericCatalogue, profileOf(named, w), w);
      const found = findings.find((f) => f.kind === 'own-rules-missing')!;
      expect(found.fixes[0]!.commands).toEqual([{ kind: 'setSetting', field: 'ownRulesId', value: '' }]);
    }
  });
  it('values out of range and said twice are named', () => {
    const bad = own([
      { field: 'fuseFactor', value: 0.5, reason: 'why not' },
      { field: 'fuseFactor', value: 1.3, reason: 'why not' },
    ]);
    expect(ownRulesProblems([bad])).toEqual([
      'ownRules[0].changes[0].value is 0.5; accepted: 1 to 2 ×',
      'ownRules[0].changes[1].field is fuseFactor; accepted: each value once',
    ]);
    expect(ownRulesProblems([own([]), own([])])[0]).toContain('ownRules[1].id');
  });
});
