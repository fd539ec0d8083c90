import { execFileSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import { columnFor, tableAmps } from '../stages/sizing/conductors.ts';
import { ABYC_105C_A_BY_AWG } from './abycAmpacity.ts';
import { ABYC_AMPACITY } from './abycByGauge.ts';
import { awgAreaMm2, awgDiameterMm, GAUGE_SIZES, gaugeMm2, sizeText } from './awg.ts';
import { CLASS5_OHM_PER_KM, STANDARD_AREAS_MM2 } from './conductorResistance.ts';
import { IEC_METHOD_C } from './iecMethodC.ts';
import { ISO_AMPACITY } from './isoAmpacity.ts';
import { NEC_AMPACITY } from './necByGauge.ts';

/** GNU units (Debian), an independent reference program. */
const gnuUnits = (have: string, want: string): number =>
  Number(execFileSync('units', ['-t', have, want], { encoding: 'utf8' }));

describe('wire gauges against GNU units', () => {
  it.each([
    [18, '18'],
    [10, '10'],
    [4, '4'],
    [2, '2'],
    [0, '0'],
    [-1, '-1'],
    [-3, '-3'],
  ])('AWG %i', (gauge, text) => {
    expect(awgDiameterMm(gauge)).toBeCloseTo(gnuUnits(`wiregauge(${text})`, 'mm'), 4);
  });
  // Worked, 0.815 mΩ/m.
  it('50 A over a 32 ft loop of 4 AWG drops 0.40 V, one way 0.79 V', () => {
    const ohmPerM = 1 / (58e6 * awgAreaMm2(4) * 1e-6);
    expect(ohmPerM * 1000).toBeCloseTo(0.815, 2);
    const loopM = gnuUnits('32 ft', 'm');
    expect(50 * ohmPerM * loopM).toBeCloseTo(0.4, 2);
    // The worked figure is cut off, not rounded: 0.795.
    expect(Math.abs(50 * ohmPerM * 2 * loopM - 0.79)).toBeLessThan(0.01);
  });
});

describe('conductor tables', () => {
  // IEC 60228 values from memory, IACS copper.
  it('class 5 resistance is near 17.24 nΩ·m over the area', () => {
    for (const area of STANDARD_AREAS_MM2) {
      // A class 5 conductor has a little less copper than its name; the standard allows for it.
      const ratio = CLASS5_OHM_PER_KM[String(area)]! / (17.241 / area);
      expect(ratio).toBeGreaterThan(1.0);
      expect(ratio).toBeLessThan(1.18);
    }
  });
  it('resistance falls and ampacity rises with area, in every column', () => {
    for (let i = 1; i < STANDARD_AREAS_MM2.length; i++)
      expect(CLASS5_OHM_PER_KM[String(STANDARD_AREAS_MM2[i])]!).toBeLessThan(
        CLASS5_OHM_PER_KM[String(STANDARD_AREAS_MM2[i - 1])]!,
      );
    for (const table of [ISO_AMPACITY, IEC_METHOD_C])
      table.columnsC.forEach((_, c) => {
        for (let r = 1; r < table.rows.length; r++)
          expect(table.rows[r]![1][c]!).toBeGreaterThan(table.rows[r - 1]![1][c]!);
      });
  });
  // 35 mm² carries 210 A, so 35 mm² on a 200 A breaker fails 1.25 × (ISO value from memory).
  it('ISO 13297 annex A at 105 °C', () => {
    expect(tableAmps(ISO_AMPACITY, 35, 105)).toBe(210);
    expect(1.25 * 202).toBeGreaterThan(210);
  });
  it('IEC method C: 50 mm² carries 168 A, 240 mm² 461 A (from memory)', () => {
    expect(tableAmps(IEC_METHOD_C, 50, 70)).toBe(168);
    expect(tableAmps(IEC_METHOD_C, 240, 70)).toBe(461);
  });
  it('an area between two rows counts as the row below, and never as nothing', () => {
    // 2 AWG, 33.6 mm², under metric rules; 35 mm² under rules by gauge (worked).
    expect(tableAmps(IEC_METHOD_C, 33.6, 70)).toBe(tableAmps(IEC_METHOD_C, 25, 70));
    expect(tableAmps(NEC_AMPACITY, 35, 75)).toBe(115);
    expect(tableAmps(ABYC_AMPACITY, 33.6, 105)).toBe(210);
    expect(tableAmps(IEC_METHOD_C, 1, 70)).toBeNull();
  });
  // Handbook of the trade, worked from the formula of ASTM B258; kcmil by GNU units.
  it('gauges are sizes of their own', () => {
    expect(['18', '16', '14', '12', '10', '8', '6', '2', '1', '1/0', '2/0', '3/0'].map(gaugeMm2)).toEqual([
      0.823, 1.31, 2.08, 3.31, 5.26, 8.37, 13.3, 33.6, 42.4, 53.5, 67.4, 85,
    ]);
    expect(gaugeMm2('250')).toBeCloseTo(gnuUnits('250000 circularmil', 'mm^2'), 0);
    expect(sizeText(gaugeMm2('4/0'))).toBe('4/0 AWG (107 mm²)');
    expect(sizeText(35)).toBe('35 mm²');
    expect(() => gaugeMm2('3')).toThrow('gauge is 3; accepted: 20 AWG, 18 AWG');
    for (const { areaMm2 } of GAUGE_SIZES) expect(STANDARD_AREAS_MM2).not.toContain(areaMm2);
  });
  it('takes the lower of insulation and terminal temperature as the column', () => {
    expect(columnFor(ISO_AMPACITY, Math.min(105, 75))).toBe(70);
    expect(columnFor(ISO_AMPACITY, Math.min(105, 90))).toBe(90);
  });
  // Both from memory.
  it('ABYC E-11 and ISO agree within a fifth where gauge and area meet', () => {
    for (const [gauge, amps] of Object.entries(ABYC_105C_A_BY_AWG)) {
      if (gauge.includes('/')) continue;
      const area = awgAreaMm2(Number(gauge));
      const rows = ISO_AMPACITY.rows;
      const above = rows.findIndex(([a]) => a >= area);
      if (above <= 0) continue;
      const [low, high] = [rows[above - 1]!, rows[above]!];
      const iso = low[1][3]! + ((area - low[0]) / (high[0] - low[0])) * (high[1][3]! - low[1][3]!);
      expect(iso / amps).toBeGreaterThan(0.8);
      expect(iso / amps).toBeLessThan(1.25);
    }
  });
  it('20 m of 50 mm² is 8.9 kg of copper (worked)', () => {
    expect((20 * 50 * 8.89) / 1000).toBeCloseTo(8.9, 1);
  });
});
