import { describe, expect, it } from 'vitest';
import { derive } from '../../derive.ts';
import type { BenchStep } from '../../devices/benchStep.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { mountainHutBoard } from '../../testing/demoBoards.ts';
import { bench, lamp } from '../../testing/kit.ts';
import { judge } from './judge.ts';

const hut = mountainHutBoard();
const plan = derive(hut, genericCatalogue, profileById(hut.brief.profileId), defaultWorkshop).bench;
const watts = plan.filter((s) => s.id.startsWith('function/watts/'));
const charger = watts.find((s) => /gives/.test(s.title))!;
const verdict = (step: BenchStep, shown: number, ...alongside: number[]) =>
  judge(step, shown, { bankV: null, ambientC: 20, alongside }, null, defaultWorkshop).verdict;

describe('what shows watts is held against volts times amps', () => {
  it('every charger that can be set, each after it was seen to charge, and every display under the heaviest load', () => {
    const gives = plan.filter((s) => s.id.startsWith('function/gives/'));
    for (const step of gives) {
      const own = watts.find((s) => s.entityId === step.entityId);
      expect(own?.title, step.title).toMatch(/shows the watts it gives/);
      expect(plan.indexOf(own!)).toBeGreaterThan(plan.indexOf(step));
    }
    const board = lamp().item('P1', 'display-system', { at: [600, 100] }).board;
    const steps = derive(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop).bench;
    const [shown] = steps.filter((s) => s.id.startsWith('function/watts/'));
    expect([shown?.entityId, shown?.state.flowsOn, shown?.how]).toEqual([
      'it_P1',
      [expect.stringContaining('it_E1')],
      expect.stringMatching(/^With -E1 on and every charger off/),
    ]);
    for (const step of watts) expect(step.alongside.map((a) => a.quantity)).toEqual(['voltage', 'current']);
  });
  it('sensors and hubs show nothing, and have nothing to set', () => {
    const board = bench()
      .item('P1', 'display-system', { at: [100, 100] })
      .item('P2', 'data-hub-6', { at: [300, 100] })
      .item('P3', 'sensor-temperature', { at: [500, 100] }).board;
    const steps = derive(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop).bench;
    const of = (stage: string) => steps.filter((s) => s.id.startsWith(stage)).map((s) => s.entityId);
    expect(of('settings/')).toHaveLength(1);
    expect(of('function/display/')).toEqual(of('settings/').map((id) => id));
  });
  it('a display within a tenth passes; one that shows half, or the wrong way round, fails; none passes on next to nothing', () => {
    expect(verdict(charger, 270, 13.5, 20)).toBe('passed');
    expect(verdict(charger, 262, 13.5, 20)).toBe('passed');
    expect(verdict(charger, 135, 13.5, 20)).toBe('failed');
    expect(verdict(charger, -270, 13.5, 20)).toBe('failed');
    // A plain clamp cannot tell half an amp from nothing.
    expect(verdict(charger, 6.75, 13.5, 0.5)).toBe('unsure');
    expect(verdict(charger, 0, 13.5, 0)).toBe('unsure');
  });
  // GUM (JCGM 100), 5.1.6 and equation 12: relative variances of a product add up.
  it('its doubt is that of the product', () => {
    const [volts, amps] = [13.5, 20];
    const { expandedUncertainty, expected, lowLimit, highLimit } = judge(
      charger,
      270,
      { bankV: null, ambientC: null, alongside: [volts, amps] },
      null,
      defaultWorkshop,
    );
    const [uV, uA] = [defaultWorkshop.meterToleranceV / Math.sqrt(3), (0.02 * amps + 0.3) / Math.sqrt(3)];
    const relative = Math.hypot(uV / volts, uA / amps);
    expect(expandedUncertainty).toBeCloseTo(2 * relative * volts * amps, 6);
    expect([expected, lowLimit, highLimit]).toEqual([270, 242, 298]);
  });
  it('nothing is known of its limits before volts and amps are read', () => {
    const { lowLimit, highLimit, says } = judge(charger, 1, { bankV: null, ambientC: null }, null, defaultWorkshop);
    expect([lowLimit, highLimit, says]).toEqual([null, null, 'volts times amps, once both are read']);
  });
});
