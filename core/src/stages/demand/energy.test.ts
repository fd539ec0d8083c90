import { describe, expect, it } from 'vitest';
import type { LoadDemand } from '../../document/item/item.ts';
import { newLoad } from '../../document/item/newLoad.ts';
import { newPowerPlan } from '../../document/power/newPowerPlan.ts';
import type { LoadGroup } from '../../document/power/power.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { parts } from '../../testing/kit.ts';
import { type EnergyInput, energyOf } from './energy.ts';

const load = (name: string, of: Partial<LoadDemand>, partId = 'load-small') => ({
  id: name,
  designation: `-${name}`,
  name,
  partId,
  load: newLoad(of),
});
const bare = (partId: string, n = 1) =>
  Array.from({ length: n }, (_, i) => ({ id: `${partId}${i}`, designation: `-${i}`, name: '', partId, load: null }));
const watts = (powerW: number) => ({ kind: 'watts' as const, powerW });
const painted = (...hours: number[]) => ({ kind: 'painted' as const, hours });
const energy = (items: EnergyInput['items'], groups: LoadGroup[] = [], change: Partial<EnergyInput> = {}) =>
  energyOf({
    items,
    parts,
    brief: { systemVoltageV: 12, chemistry: 'lifepo4' },
    power: newPowerPlan({ loadGroups: groups, ageingReserveShare: 0 }),
    settings: { autonomyDays: 2 },
    workshop: defaultWorkshop,
    ...change,
  });

describe('charge of a day, worked by hand', () => {
  it('current × hours × duty, standby beside it', () => {
    // 24 W at 12 V is 2 A; 5 h at 50 % is 5 Ah; 1.2 W of standby is 0.1 A all day, 2.4 Ah.
    const e = energy([
      load('E1', { rating: watts(24), usage: { kind: 'perDay', hoursPerDay: 5 }, dutyShare: 0.5, standbyW: 1.2 }),
    ]);
    expect(e.rows[0]!.dailyAh).toBeCloseTo(7.4, 9);
    expect(e.dailyAh).toBeCloseTo(7.4, 9);
  });
  it('painted hours count as many as there are', () => {
    const e = energy([load('E1', { rating: { kind: 'amps', currentA: 3 }, usage: painted(6, 7, 22) })]);
    expect(e.dailyAh).toBeCloseTo(9, 9);
  });
  it('a mains load asks the bank for what the inverter loses too', () => {
    // 90 W over 0.9 is 100 W, 8.333 A at 12 V; one hour.
    const e = energy([load('E1', { rating: watts(90), side: 'mains', usage: painted(12) })]);
    expect(e.dailyAh).toBeCloseTo(100 / 12, 6);
  });
  it('the heavier half of the year counts, and each half only its own loads', () => {
    const e = energy([
      load('E1', { rating: watts(12), usage: painted(1), season: 'cold' }),
      load('E2', { rating: watts(12), usage: painted(1, 2, 3), season: 'warm' }),
      load('E3', { rating: watts(12), usage: painted(1) }),
    ]);
    expect([e.coldDailyAh, e.warmDailyAh, e.dailyAh]).toEqual([2, 4, 4]);
  });
  it('what is essential is told apart', () => {
    const e = energy([
      load('E1', { rating: watts(12), usage: painted(1), essential: true }),
      load('E2', { rating: watts(48), usage: painted(1) }),
    ]);
    expect(e.essentialAh).toBeCloseTo(1, 9);
  });
});

describe('what is on together', () => {
  const oven = load('E1', { rating: watts(900), side: 'mains', usage: painted(8, 18), surgeFactor: 1 });
  const pump = load('E2', { rating: watts(300), side: 'mains', usage: painted(18, 19), surgeFactor: 4 });
  it('is the hour with the most, not the sum of all', () => {
    const apart = energy([oven, load('E3', { rating: watts(500), usage: painted(12) })]);
    expect([apart.peakW, apart.connectedW, apart.peakHour]).toEqual([900, 1400, 8]);
    expect(energy([oven, pump]).peakW).toBe(1200);
    expect(energy([oven, pump]).peakHour).toBe(18);
  });
  it('of a group that takes turns only the largest counts', () => {
    const turns: LoadGroup[] = [{ id: 'g', name: 'kitchen', mode: 'oneAtATime' }];
    const grouped = [oven, pump].map((l) => ({ ...l, load: { ...l.load, groupId: 'g' } }));
    expect(energy(grouped, turns).peakW).toBe(900);
  });
  it('the mains side sees one start while the others run', () => {
    // The oven runs with 900 W while the pump starts with 4 × 300 W.
    expect(energy([oven, pump]).mainsSurgeW).toBeCloseTo(2100, 6);
    expect(energy([oven, pump]).mainsPeakW).toBe(1200);
    expect(energy([oven, pump]).largestSurge).toEqual({ itemId: 'E2', surgeW: 1200 });
  });
  it('a load nobody painted may be on in any hour', () => {
    const e = energy([load('E1', { rating: watts(100), usage: { kind: 'perDay', hoursPerDay: 1 } })]);
    expect(e.hourW.every((w) => w === 100)).toBe(true);
  });
});

describe('the bank', () => {
  it('in series counts once, side by side twice', () => {
    expect(energy(bare('battery-lifepo4-12-100', 2)).bankAh).toBe(200);
    expect(
      energy(bare('battery-lifepo4-12-100', 2), [], { brief: { systemVoltageV: 24, chemistry: 'lifepo4' } }).bankAh,
    ).toBe(100);
  });
  it('lasts its usable share over what a day takes; the wanted bank lasts the days asked', () => {
    const one = load('E1', { rating: watts(120), usage: painted(1, 2) });
    const e = energy([...bare('battery-lifepo4-12-100'), one]);
    expect(e.autonomyDays).toBeCloseTo((100 * e.usableShare * e.coldShare) / 20, 9);
    expect(e.wantedBankAh).toBeCloseTo((20 * 2) / (e.usableShare * e.coldShare), 9);
  });
  it('nothing to run, nothing to last for', () =>
    expect(energy(bare('battery-lifepo4-12-100')).autonomyDays).toBeNull());
});
