import fc from 'fast-check';
import suncalc from 'suncalc';
import { describe, expect, it } from 'vitest';
import { peukertHours } from '../../formulas/power.ts';
import { BANK_TRAITS } from '../../tables/bankTraits.ts';
import { clearBeam, clearYear, underCloud } from './clearSky.ts';
import { type DayLoad, heldBackW, type SystemModel, simulateYear } from './energyYear.ts';
import { manyYears } from './manyYears.ts';
import { cosineOfIncidence, dayLengthH, declinationDeg, sineOfHeight } from './solarGeometry.ts';
import { weatherYear } from './weather.ts';

const DEG = 180 / Math.PI;
const dayOf = (month: number, day: number) =>
  Math.round((Date.UTC(2025, month - 1, day) - Date.UTC(2025, 0, 0)) / 864e5);

describe('solar geometry', () => {
  it.each([
    ['spring equinox', 3, 20, 0, 0.25],
    ['summer solstice', 6, 21, 23.44, 0.02],
    ['autumn equinox', 9, 22, 0, 0.25],
    ['winter solstice', 12, 21, -23.44, 0.02],
    ['13 February (Duffie & Beckman, example 1.6.1, by a coarser formula: −14°, from memory)', 2, 13, -14, 1],
  ])('declination at the %s (published figures)', (_, month, day, expected, within) => {
    expect(Math.abs(declinationDeg(dayOf(month, day)) - expected)).toBeLessThan(within);
  });
  // Duffie & Beckman 1.6.1, from memory.
  it('angle of incidence 35° at 43° N, 13 February 10:30, tilt 45°, 15° to the west', () => {
    const angle = Math.acos(cosineOfIncidence(43, dayOf(2, 13), 10.5, 45, 15)) * DEG;
    expect(Math.abs(angle - 35)).toBeLessThan(0.6);
  });
  // Duffie & Beckman 1.6.2, from memory.
  it('zenith 66.5° at 9:30 on 13 February and 79.6° at 18:30 on 1 July, 43° N', () => {
    const zenith = (day: number, hour: number) => Math.acos(sineOfHeight(43, day, hour)) * DEG;
    expect(Math.abs(zenith(dayOf(2, 13), 9.5) - 66.5)).toBeLessThan(0.9);
    expect(Math.abs(zenith(dayOf(7, 1), 18.5) - 79.6)).toBeLessThan(0.9);
  });
  // 12 h at the equinox (almanac figures).
  it('day length at 50° N is 16.2 h and 7.8 h at the solstices without refraction', () => {
    expect(dayLengthH(50, dayOf(6, 21))).toBeCloseTo(16.15, 1);
    expect(dayLengthH(50, dayOf(12, 21))).toBeCloseTo(7.85, 1);
    expect(Math.abs(dayLengthH(50, dayOf(3, 20)) - 12)).toBeLessThan(0.1);
    expect(dayLengthH(80, dayOf(6, 21))).toBe(24);
    expect(dayLengthH(80, dayOf(12, 21))).toBe(0);
  });
  // Through the year and over the globe.
  it('noon height agrees with suncalc, an independent library', () => {
    for (const latitude of [-54, -23, 0, 31, 47, 62]) {
      for (let month = 0; month < 12; month++) {
        const date = new Date(Date.UTC(2025, month, 15, 12));
        const { solarNoon } = suncalc.getTimes(date, latitude, 0);
        const theirs = suncalc.getPosition(solarNoon, latitude, 0).altitude * DEG;
        const ours = Math.asin(sineOfHeight(latitude, dayOf(month + 1, 15), 12)) * DEG;
        expect(Math.abs(ours - theirs), `${latitude}° in month ${month + 1}`).toBeLessThan(0.5);
      }
    }
  });
  it('a plane turned to the equator sees the same sun on both halves of the globe', () => {
    const north = cosineOfIncidence(40, dayOf(6, 21), 12, 30, 0);
    const south = cosineOfIncidence(-40, dayOf(12, 21), 12, 30, 0);
    expect(south).toBeCloseTo(north, 3);
  });
});

describe('light', () => {
  it('beam through one air mass is 947 W/m² (Meinel: 1353 × 0.7)', () => {
    expect(clearBeam(1)).toBeGreaterThan(945);
    expect(clearBeam(1)).toBeLessThan(949);
    expect(clearBeam(-0.1)).toBe(0);
  });
  // Kasten & Czeplak 1980, from memory.
  it('an overcast sky leaves a quarter of the light, half covered 93 %', () => {
    expect(underCloud(1)).toBeCloseTo(0.25, 6);
    expect(underCloud(0.5)).toBeCloseTo(0.929, 2);
    expect(underCloud(0)).toBe(1);
  });
  // Measured clear days, general knowledge.
  it('a clear June day on a level plane at 45° N brings 7.5 to 9 kWh/m²', () => {
    const year = clearYear({ latitudeDeg: 45, tiltDeg: 0, azimuthDeg: 0 });
    const day = dayOf(6, 21) - 1;
    const kWh = year.slice(day * 24, day * 24 + 24).reduce((s, w) => s + w, 0) / 1000;
    expect(kWh).toBeGreaterThan(7.5);
    expect(kWh).toBeLessThan(9);
  });
});

describe('weather', () => {
  const climate = {
    southern: false,
    coldestMonthC: -3,
    warmestMonthC: 18,
    winterCloudShare: 0.75,
    summerCloudShare: 0.45,
  };
  const mean = (xs: ArrayLike<number>) => Array.from(xs).reduce((s, x) => s + x, 0) / xs.length;
  it('is the same for the same seed and another for another', () => {
    expect(weatherYear(climate, 5)).toEqual(weatherYear(climate, 5));
    expect(weatherYear(climate, 5).cloudShare).not.toEqual(weatherYear(climate, 6).cloudShare);
  });
  it('keeps the means it is given over many years', () => {
    const years = Array.from({ length: 60 }, (_, i) => weatherYear(climate, i + 1));
    const january = mean(years.map((y) => mean(y.cloudShare.slice(0, 31))));
    const july = mean(years.map((y) => mean(y.cloudShare.slice(181, 212))));
    expect(Math.abs(january - 0.75)).toBeLessThan(0.06);
    expect(Math.abs(july - 0.45)).toBeLessThan(0.06);
    expect(Math.abs(mean(years.map((y) => mean(y.meanC))) - 7.5)).toBeLessThan(0.6);
  });
  it('turns round south of the equator', () => {
    const north = weatherYear(climate, null).meanC;
    const south = weatherYear({ ...climate, southern: true }, null).meanC;
    expect(north[200]!).toBeGreaterThan(15);
    expect(south[200]!).toBeLessThan(0);
  });
});

const flat = (w: number, alwaysW = 0): DayLoad => ({
  essentialW: new Float64Array(24),
  sheddableW: new Float64Array(24).fill(w),
  alwaysW,
});
const model = (by: Partial<SystemModel> = {}): SystemModel => ({
  climate: { southern: false, coldestMonthC: 20, warmestMonthC: 20, winterCloudShare: 0.6, summerCloudShare: 0.5 },
  plane: { latitudeDeg: 47, tiltDeg: 45, azimuthDeg: 0 },
  peakW: 400,
  sunLossShare: 0.2,
  sunLimitW: 720,
  cases: [],
  bankWh: 4800,
  traits: BANK_TRAITS.lifepo4,
  // At 25 °C and above the capacity is whole and steady, so that the books can be closed.
  coldPerK: 0,
  heatedC: null,
  usableShare: 0.9,
  chargeLimitW: 2400,
  dischargeLimitW: 4800,
  warm: flat(40),
  cold: flat(40),
  idleW: 2,
  alternatorW: 0,
  alternatorHours: 0,
  mainsW: 0,
  mainsHours: 0,
  windW: 0,
  generatorW: 0,
  generatorStartShare: 0,
  generatorCostPerHour: 0,
  ...by,
});
const run = (m: SystemModel, seed = 1, options = {}) =>
  simulateYear(m, weatherYear(m.climate, seed), m.plane ? clearYear(m.plane) : null, options);

describe('a year', () => {
  // Property.
  it('balances: what sources gave is what was served, lost and left in the bank', () => {
    fc.assert(
      fc.property(
        fc.record({
          peakW: fc.integer({ min: 0, max: 2000 }),
          load: fc.integer({ min: 5, max: 200 }),
          bankWh: fc.integer({ min: 600, max: 20000 }),
          alternatorW: fc.integer({ min: 0, max: 600 }),
          mainsW: fc.integer({ min: 0, max: 900 }),
          generatorW: fc.integer({ min: 0, max: 1500 }),
          chemistry: fc.constantFrom('agm' as const, 'lifepo4' as const),
          start: fc.double({ min: 0.2, max: 1, noNaN: true }),
        }),
        (c) => {
          const m = model({
            peakW: c.peakW,
            bankWh: c.bankWh,
            warm: flat(c.load),
            cold: flat(c.load * 0.7),
            alternatorW: c.alternatorW,
            alternatorHours: 2,
            mainsW: c.mainsW,
            mainsHours: 3,
            generatorW: c.generatorW,
            generatorStartShare: 0.3,
            traits: BANK_TRAITS[c.chemistry],
            usableShare: c.chemistry === 'agm' ? 0.5 : 0.9,
          });
          const year = run(m, 3, { startShare: c.start });
          const used = year.totals.bySourceWh.reduce((s, x) => s + x, 0);
          const inBank = (year.socShare.at(-1)! - c.start) * c.bankWh;
          const gone = year.totals.servedWh + year.totals.lostWh + inBank;
          expect(Math.abs(used - gone)).toBeLessThan(1 + 1e-4 * used);
          expect(year.totals.servedWh + year.totals.unmetWh).toBeCloseTo(year.totals.loadWh, 3);
          expect(Math.min(...year.socShare)).toBeGreaterThanOrEqual(0);
          expect(Math.max(...year.socShare)).toBeLessThanOrEqual(1 + 1e-6);
        },
      ),
      { seed: 4, numRuns: process.env.OMBRIK_FULL ? 200 : 25 },
    );
  });
  it('a larger bank or more sun never leaves more days dark', () => {
    const days = (by: Partial<SystemModel>) => run(model({ warm: flat(70), cold: flat(70), ...by })).unmetDays;
    expect(days({ bankWh: 9600 })).toBeLessThanOrEqual(days({ bankWh: 4800 }));
    expect(days({ peakW: 800 })).toBeLessThanOrEqual(days({ peakW: 400 }));
    expect(days({ peakW: 0 })).toBeGreaterThan(300);
  });
  // Common practice, no source.
  it('20 h parked from 98 % to 54 % is a standing draw of 26 W on 1.2 kWh', () => {
    const m = model({ plane: null, bankWh: 1200, idleW: 26.4, warm: flat(0), cold: flat(0), usableShare: 0.95 });
    const year = run(m, 1, { startShare: 0.98 });
    expect(year.socShare[19]!).toBeCloseTo(0.54, 1);
  });
  it('LiFePO4 takes no charge below 0 °C: sun feeds the loads and the rest is spilled', () => {
    const cold = {
      southern: false,
      coldestMonthC: -12,
      warmestMonthC: -12,
      winterCloudShare: 0.4,
      summerCloudShare: 0.4,
    };
    const frozen = run(model({ climate: cold, peakW: 1200 }), 1, { startShare: 0.5 });
    const kept = run(model({ climate: cold, peakW: 1200, heatedC: 5 }), 1, { startShare: 0.5 });
    expect(Math.max(...frozen.socShare.slice(24))).toBeLessThan(0.5);
    expect(Math.max(...kept.socShare)).toBeGreaterThan(0.95);
  });
  it('AGM tapers: it takes longer for the last fifth than LiFePO4', () => {
    const hoursToFull = (chemistry: 'agm' | 'lifepo4') => {
      const m = model({
        plane: null,
        warm: flat(0),
        cold: flat(0),
        idleW: 0,
        mainsW: 960,
        chargeLimitW: 960,
        mainsHours: 24,
        traits: BANK_TRAITS[chemistry],
      });
      return run(m, 1, { startShare: 0.5 }).socShare.findIndex((s) => s > 0.985);
    };
    expect(hoursToFull('agm')).toBeGreaterThan(1.2 * hoursToFull('lifepo4'));
  });
  // And people’s sources stand still.
  it('left alone, only what runs day and night draws', () => {
    const m = model({ plane: null, mainsW: 500, mainsHours: 24, warm: flat(100, 5), cold: flat(100, 5), idleW: 1 });
    const year = run(m, 1, { startShare: 1, parked: { fromDay: 10, days: 20 } });
    const before = year.socShare[10 * 24 - 1]!;
    const after = year.socShare[30 * 24 - 1]!;
    expect(before - after).toBeCloseTo((6 * 24 * 20) / 4800, 1);
  });
  it('the generator starts at its share and stops when the bank is charged', () => {
    const m = model({ plane: null, generatorW: 900, generatorStartShare: 0.3, generatorCostPerHour: 4 });
    const { totals } = run(m);
    expect(totals.generatorHours).toBeGreaterThan(200);
    expect(totals.generatorCost).toBe(totals.generatorHours * 4);
    expect(totals.lowestShare).toBeGreaterThan(0.25);
  });
  it('many years: the interval narrows with the root of the years', () => {
    const finish = (years: number) => {
      const steps = manyYears(model({ warm: flat(55), cold: flat(55) }), years);
      for (;;) {
        const step = steps.next();
        if (step.done) return step.value;
      }
    };
    const [few, many] = [finish(10), finish(80)];
    expect(many.darkDayShare).toBeGreaterThan(0);
    expect(Math.abs(many.darkDayShare - few.darkDayShare)).toBeLessThan(2 * few.halfWidth + many.halfWidth);
    expect(many.halfWidth).toBeLessThan(few.halfWidth * 0.75);
    expect(many.darkDaysByYear).toHaveLength(80);
  });
});

describe('why the bank is not full', () => {
  const winter = {
    southern: false,
    coldestMonthC: -12,
    warmestMonthC: 14,
    winterCloudShare: 0.6,
    summerCloudShare: 0.5,
  };
  const hungry = { warm: flat(60), cold: flat(60) };
  it('a lithium bank left in the cold refuses charge; heated, or as lead-acid, it never does', () => {
    const cold = run(model({ climate: winter, ...hungry })).why.coldBank;
    expect(cold.hours).toBeGreaterThan(200);
    expect(run(model({ climate: winter, heatedC: 10, ...hungry })).why.coldBank).toEqual({ hours: 0, wh: 0 });
    expect(
      run(model({ climate: winter, traits: BANK_TRAITS.agm, usableShare: 0.5, ...hungry })).why.coldBank.hours,
    ).toBe(0);
  });
  it('what the cold refuses is part of what was spilled', () => {
    const { why, totals } = run(model({ climate: winter, ...hungry }));
    expect(why.coldBank.wh).toBeGreaterThan(0);
    expect(why.coldBank.wh + why.bankLimit.wh).toBeLessThanOrEqual(totals.spilledWh + 1);
  });
  it('a controller smaller than its modules holds back; one as large does not', () => {
    const small = run(model({ peakW: 800, sunLimitW: 200, ...hungry }));
    const large = run(model({ peakW: 800, sunLimitW: 900, ...hungry }));
    expect(small.why.chargerLimit.hours).toBeGreaterThan(300);
    expect(large.why.chargerLimit).toEqual({ hours: 0, wh: 0 });
    expect(small.totals.servedWh).toBeLessThanOrEqual(large.totals.servedWh);
    // Under a low sun both give the same; who has been cut off by an empty bank asks for nothing then.
    expect(small.why.sunLow.hours + small.totals.unmetWh / 60).toBeGreaterThanOrEqual(large.why.sunLow.hours);
  });
  it('a bank that takes little at once holds back, and the more it takes the less', () => {
    const at = (chargeLimitW: number) =>
      run(model({ peakW: 1200, sunLimitW: 1200, chargeLimitW, ...hungry })).why.bankLimit.hours;
    expect(at(60)).toBeGreaterThan(at(200));
    expect(at(200)).toBeGreaterThan(at(1200));
  });
  it('less sun, more hours of day in which it is too low for what runs; without modules no sun is waited for', () => {
    const hours = (peakW: number) => run(model({ peakW, ...hungry })).why.sunLow.hours;
    expect(hours(200)).toBeGreaterThan(hours(800));
    expect(run(model({ plane: null, ...hungry })).why.sunLow).toEqual({ hours: 0, wh: 0 });
  });
  it('no hour counts for two causes', () => {
    const { why } = run(model({ climate: winter, peakW: 900, sunLimitW: 300, chargeLimitW: 250, ...hungry }));
    expect(Object.values(why).reduce((s, w) => s + w.hours, 0)).toBeLessThanOrEqual(8760);
    for (const w of Object.values(why)) expect(w.wh).toBeGreaterThanOrEqual(w.hours > 0 ? w.hours : 0);
  });
});

describe('Peukert', () => {
  it('100 Ah at the 20 h rate and k = 1.2 lasts 2.9 h at 25 A: H·(C/(I·H))^k', () => {
    expect(peukertHours.compute({ ratedHours: 20, capacityAh: 100, currentA: 25, exponent: 1.2 })).toBeCloseTo(2.9, 1);
    expect(peukertHours.compute({ ratedHours: 20, capacityAh: 100, currentA: 5, exponent: 1.2 })).toBeCloseTo(20, 9);
  });
  it('the year’s bank gives as long as the formula at a steady current', () => {
    const watts = 480;
    const traits = { ...BANK_TRAITS.agm, peukert: 1.2, selfDischargePerMonth: 0, floorShare: 0 };
    const m = model({
      plane: null,
      bankWh: 4800,
      traits,
      warm: flat(watts),
      cold: flat(watts),
      idleW: 0,
      usableShare: 1,
    });
    const hours = run(m, 1, { startShare: 1 }).unmetWh.findIndex((w) => w > 1);
    const expected = peukertHours.compute({ ratedHours: 20, capacityAh: 100, currentA: 10, exponent: 1.2 });
    expect(Math.abs(hours - expected)).toBeLessThanOrEqual(1.2);
  });
});

describe('a case whose inputs share one output', () => {
  const whole = { sunShare: 1, alternatorShare: 1, mainsShare: 1, limitW: 360 };
  it('holds back what its inputs give above its limit, and nothing under it', () => {
    expect(heldBackW([whole], 200, 100, 0)).toBe(0);
    expect(heldBackW([whole], 300, 200, 100)).toBe(240);
    // Another controller beside it brings half of the sun by a lead of its own.
    expect(heldBackW([{ ...whole, sunShare: 0.5 }], 300, 300, 0)).toBe(90);
    expect(heldBackW([], 300, 200, 100)).toBe(0);
  });
  it('gives less over the year than two cases of their own, and no hour more than its limit', () => {
    // A thirsty board, so that what comes in is what limits.
    const busy = { alternatorW: 360, alternatorHours: 8, sunLimitW: 360, warm: flat(600), cold: flat(600) };
    const sumOf = (cases: SystemModel['cases']) => {
      const year = simulateYear(model({ ...busy, cases }), weatherYear(model().climate, 3), clearYear(model().plane!));
      return year.totals.bySourceWh.reduce((s, w) => s + w, 0);
    };
    const [apart, shared] = [sumOf([]), sumOf([whole])];
    expect(shared).toBeLessThan(apart * 0.95);
    expect(shared).toBeGreaterThan(apart * 0.5);
    // What the sun gives is taken first: the case can never bring less than the sun alone, or more than its limit always.
    expect(shared).toBeLessThanOrEqual(360 * 8760);
  });
});
