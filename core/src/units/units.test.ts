import fc from 'fast-check';
import { all, create } from 'mathjs';
import { describe, expect, it } from 'vitest';
import { problemsOf } from '../document/schemaKit.ts';
import { awgAreaMm2 } from '../tables/awg.ts';
import { PLACES, SI, type UnitChoice } from './choice.ts';
import { unitChoiceSchema } from './choiceSchema.ts';
import { inPlace, onTape, toldIn } from './figures.ts';
import { inUnits, isPlain, numberInPlace } from './inUnits.ts';
import { readTyped, typedOf } from './typed.ts';

const math = create(all!);
const HERE: UnitChoice = { ...SI };
const THERE: UnitChoice = {
  area: 'AWG',
  length: 'in',
  torque: 'lbf·in',
  force: 'kgf',
  temperature: '°F',
  place: 'en-US',
  currency: { code: 'USD', perOwn: 1.1 },
};
const COMMA: UnitChoice = { ...SI, place: 'en-DE' };

describe('figures in another unit', () => {
  // Outside: mathjs' units, a general-purpose library with definitions of its own.
  it.each([
    ['mm', 'mm', 'inch'],
    ['cm', 'cm', 'inch'],
    ['m', 'm', 'ft'],
    ['°C', 'degC', 'degF'],
    ['N·m', 'N m', 'lbf inch'],
  ] as const)('%s as mathjs has it', (unit, theirs, wanted) => {
    for (const kept of [0, 0.4, 1, 10, 37, 2500]) {
      const to = toldIn(unit, THERE);
      expect(kept / to.each + to.zero).toBeCloseTo(math.unit(kept, theirs).toNumber(wanted), 9);
    }
  });
  it('a kilogram-force by standard gravity: ISO 80000-4', () => {
    expect(98.0665 / toldIn('N', THERE).each).toBeCloseTo(10, 12);
  });
  it('what is the same everywhere stays', () => {
    for (const unit of ['A', 'V', 'Ω', 's', 'kg', '%', ''])
      expect(toldIn(unit, THERE)).toMatchObject({ unit, each: 1 });
    for (const unit of ['mm', 'm', '°C', 'N·m', 'N']) expect(toldIn(unit, HERE)).toMatchObject({ unit, each: 1 });
  });
  it('inches are read off a tape within half of its marks', () => {
    expect([0.5, 11.97, 24.8125, 12, 0.01].map(onTape)).toEqual(['1/2', '11 31/32', '24 13/16', '12', '0']);
    fc.assert(
      fc.property(fc.double({ min: -400, max: 400, noNaN: true }), (inches) => {
        const text = onTape(inches);
        const read = readTyped(text, 'mm', THERE) / 25.4;
        expect(Math.abs(read - inches)).toBeLessThanOrEqual((Math.abs(inches) < 12 ? 1 / 64 : 1 / 32) + 1e-9);
      }),
      { seed: 17 },
    );
  });
});

describe('a sentence in a person’s units', () => {
  it.each([
    ['cut 630 mm, strip 12 mm', 'cut 24 13/16 in, strip 15/32 in'],
    ['320 × 240 × 85 mm', '12 5/8 × 9 7/16 × 3 11/32 in'],
    ['10 to 20 mm', '13/32 to 25/32 in'],
    ['10-20 mm', '13/32-25/32 in'],
    ['stands at 120, 45 mm', 'stands at 4 23/32 in, 1 25/32 in'],
    ['120, 45 mm', '4 23/32 in, 1 25/32 in'],
    ['in 6, 20 mm', 'in 6, 25/32 in'],
    ['a strand of 0.25 mm', 'a strand of 0.010 in'],
    ['tighten to 10 N·m', 'tighten to 89 lbf·in'],
    ['tighten to 10 N·m · 89 lbf·in', 'tighten to 89 lbf·in'],
    ['ambient 30 °C, rise 12.5 K', 'ambient 86 °F, rise 12.5 K'],
    ['at −10 °C', 'at 14 °F'],
    ['pull with 80 N', 'pull with 8.2 kgf'],
    ['2.60 m of 35 mm²', '8.5 ft of 35 mm² (≈ 2 AWG)'],
    ['2 × 35 mm²', '2 × 35 mm²'],
    ['3 × 2.50 m', '3 × 8.2 ft'],
    ['12 AWG (3.31 mm²) fits', '12 AWG fits'],
    ['16.23 EUR', '16.23 EUR (≈ 17.85 USD)'],
  ])('%j is %j', (text, says) => {
    expect(inUnits(text, THERE, 'EUR')).toBe(says);
  });
  it.each([
    'W17 from -F10:f1 to X3',
    'M6 × 20 mm',
    'Dual-wall heat-shrink 19/6 mm, black',
    'Blade receptacle 6, tab 6.3 mm',
    'on 35 mm rail',
    'torque wrench, 13 mm',
    'PVC 70 °C, BN',
    'glass fuse 5 × 20 mm',
    '0.0175 Ω·mm²/m',
    'at 5 mm/s',
    '15 A/mm²',
    'drops 0.3 V of 12 V',
    'no. 35 mmm',
    'in 5 min',
    'SF51 200 A',
    'IEC 60364-4-43 434.5.1',
    '24 VDC',
  ])('%j stays as it is', (text) => {
    expect(inUnits(text, THERE, 'EUR')).toBe(text);
  });
  it('a place with a comma writes one, and only in figures', () => {
    expect(inUnits('0.8 A over 2.5 mm², table 52.1, 12 AWG (3.31 mm²)', COMMA)).toBe(
      '0,8 A over 2,5 mm², table 52.1, 12 AWG (3,31 mm²)',
    );
    expect(numberInPlace('12.50', COMMA)).toBe('12,50');
    expect(numberInPlace('v1.2', COMMA)).toBe('v1.2');
    expect(inPlace(12345.6, 1, 'en-DE')).toBe('12345,6');
  });
  it('by habits that are the core’s own, nothing changes, whatever stands there', () => {
    expect(isPlain(HERE)).toBe(true);
    expect(isPlain({ ...SI, place: 'en-US' })).toBe(true);
    expect(isPlain(COMMA)).toBe(false);
    expect(isPlain({ ...SI, currency: { code: 'USD', perOwn: 1.1 } })).toBe(false);
    const words = ['630', '0.5', ' ', 'mm', 'm', 'N·m', '°C', 'W1', ' × ', '−', '(', 'AWG', '35', 'mm²'];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...words), { maxLength: 12 }), (parts) => {
        expect(inUnits(parts.join(''), HERE)).toBe(parts.join(''));
      }),
      { seed: 4 },
    );
  });
  it('told twice it is told the same: a sentence may be put together from told ones', () => {
    const pieces = ['630 mm', '10 N·m', '30 °C', '2.60 m', '80 N', '35 mm²', '16.23 EUR', '0.8 A', '12 AWG (3.31 mm²)'];
    for (const piece of pieces) {
      const once = inUnits(piece, THERE, 'EUR');
      expect(inUnits(once, THERE, 'EUR')).toBe(once);
    }
  });
  it('nearest gauges of metric sizes (ASTM B258)', () => {
    for (const [area, gauge] of [
      [35, '2'],
      [16, '5'],
      [70, '2/0'],
      [2.5, '13'],
      [0.5, '20'],
    ] as const)
      expect(inUnits(`${area} mm²`, THERE)).toBe(`${area} mm² (≈ ${gauge} AWG)`);
    // The one it names is nearer than its neighbours.
    for (const area of [1.5, 4, 6, 10, 25, 50, 95]) {
      const said = /≈ ([\d/]+) AWG/.exec(inUnits(`${area} mm²`, THERE))![1]!;
      const n = said.includes('/') ? 1 - Number.parseInt(said, 10) : Number(said);
      const far = (g: number) => Math.abs(Math.log(awgAreaMm2(g) / area));
      expect(far(n)).toBeLessThanOrEqual(Math.min(far(n - 1), far(n + 1)));
    }
    expect(inUnits('240 mm²', THERE)).toBe('240 mm²');
  });
});

describe('what is typed', () => {
  it.each([
    ['24 13/16', 'mm', 630.2375],
    ['1/2', 'mm', 12.7],
    ['1-1/2 in', 'mm', 38.1],
    ['630 mm', 'mm', 630],
    ['63 cm', 'mm', 630],
    ["2'", 'mm', 609.6],
    ['86', '°C', 30],
    ['30 °C', '°C', 30],
    ['89', 'N·m', 10.0556],
    ['10 N·m', 'N·m', 10],
    ['12', 'A', 12],
  ] as const)('%j of %s is %d', (text, unit, kept) => {
    expect(readTyped(text, unit, THERE)).toBeCloseTo(kept, 3);
  });
  it.each([
    ['2,6 m', 'mm', 2600],
    ['5 in', 'mm', 127],
    ['−5', '°C', -5],
    ['50 F', '°C', 10],
  ] as const)('%j of %s is %d by SI', (text, unit, kept) => {
    expect(readTyped(text, unit, HERE)).toBeCloseTo(kept, 9);
  });
  it.each(['', 'two', '1/0x', '5 kg', '1e3', '1 2', '3/', '--5'])('%j is no length', (text) => {
    expect(readTyped(text, 'mm', THERE)).toBeNaN();
  });
  it('what stands in a field reads back as what is kept', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -50, max: 5000 }),
        fc.constantFrom('mm', 'm', '°C', 'N·m', 'N', 'A'),
        fc.constantFrom(HERE, THERE, COMMA),
        (kept, unit, choice) => {
          expect(readTyped(typedOf(kept, unit, choice), unit, choice)).toBeCloseTo(kept, 1);
          expect(Math.round(readTyped(typedOf(kept, unit, choice), unit, choice))).toBe(kept);
        },
      ),
      { seed: 9 },
    );
  });
  it('a choice is checked as a whole', () => {
    expect(problemsOf(unitChoiceSchema, THERE)).toEqual([]);
    expect(problemsOf(unitChoiceSchema, { ...SI, length: 'yd' }).join()).toContain('length');
    expect(problemsOf(unitChoiceSchema, { ...SI, currency: { code: 'USD', perOwn: 0 } }).join()).toContain('perOwn');
    for (const place of Object.keys(PLACES)) expect(Intl.NumberFormat.supportedLocalesOf(place)).toEqual([place]);
  });
});
