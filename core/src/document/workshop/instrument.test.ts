import { describe, expect, it } from 'vitest';
import { halfWidth, type Instrument, isSimulated, readBy, usualAccuracy } from './instrument.ts';
import { QUANTITY_NAMES, shownReading } from './quantity.ts';

const meter: Instrument = {
  id: 'in_1',
  name: 'Bench meter',
  kind: 'multimeter',
  serial: '0417',
  host: '',
  port: null,
  accuracy: usualAccuracy('multimeter', 0.02),
  checkedOn: '2026-03-01',
  everyDays: 365,
  registers: [],
};

describe('instruments', () => {
  it('a reading is as sure as the range it falls in', () => {
    expect(halfWidth(meter.accuracy, 'drop', 0.1)).toBeCloseTo(0.0007, 9);
    expect(halfWidth(meter.accuracy, 'drop', -0.5)).toBeCloseTo(0.0045, 9);
    expect(halfWidth(meter.accuracy, 'voltage', 13)).toBe(0.02);
    // Beyond every range it said: no better than its widest.
    expect(halfWidth(usualAccuracy('milliohmmeter', 0.05), 'resistance', 50)).toBeCloseTo(0.100002, 9);
    expect(halfWidth(meter.accuracy, 'insulation', 1e6)).toBeNull();
  });
  it('a plain hand meter tells everything somehow', () => {
    for (const quantity of QUANTITY_NAMES) expect(halfWidth(usualAccuracy(null, 0.05), quantity, 1)).toBeGreaterThan(0);
  });
  it('is kept with its serial number and its check as they were', () => {
    expect(readBy(meter)).toEqual({
      id: 'in_1',
      name: 'Bench meter',
      serial: '0417',
      checkedOn: '2026-03-01',
      dueOn: '2027-03-01',
    });
    expect(readBy({ ...meter, everyDays: null }).dueOn).toBeNull();
  });
  it('a stand-in is known by what it says of itself', () => {
    expect(isSimulated('OMBRIK,SIMULATED-METER,0,1.0')).toBe(true);
    expect(isSimulated('BENCH,DM,0417,2.1')).toBe(false);
  });
  it('readings are shown as the trade reads them', () => {
    expect(shownReading('insulation', 2.5e6)).toBe('2.50 MΩ');
    expect(shownReading('resistance', 9.9e37)).toBe('open');
    expect(shownReading('voltage', -13.254)).toBe('-13.25 V');
  });
});
