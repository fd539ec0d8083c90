import type { Chemistry } from '../document/brief/brief.ts';

/**
 * How a bank of each chemistry behaves over a year. Common practice and general knowledge, no source, unless said.
 */
export interface BankTraits {
  /** Coulombs given back per coulomb put in. */
  chargeEfficiencyShare: number;
  /** State of charge above which the charge current tapers, and the share of the limit left when full. */
  taperFromShare: number;
  taperFloorShare: number;
  /** Lost by itself in a month. */
  selfDischargePerMonth: number;
  /** Peukert exponent on the 20 h rate; 1 where capacity does not depend on the rate. */
  peukert: number;
  /** Below this cell temperature no charge is accepted; null where there is no such limit. */
  noChargeBelowC: number | null;
  /** State of charge at which even essential loads are cut, to save the bank. */
  floorShare: number;
  /** Full cycles, at the usable share the workshop plans on, and years, to the end of life. */
  cycleLife: number;
  calendarYears: number;
}

export const BANK_TRAITS: Readonly<Record<Chemistry, BankTraits>> = {
  agm: {
    chargeEfficiencyShare: 0.88,
    taperFromShare: 0.8,
    taperFloorShare: 0.04,
    selfDischargePerMonth: 0.03,
    peukert: 1.12,
    noChargeBelowC: null,
    floorShare: 0.2,
    cycleLife: 600,
    calendarYears: 6,
  },
  lifepo4: {
    chargeEfficiencyShare: 0.985,
    taperFromShare: 0.96,
    taperFloorShare: 0.1,
    selfDischargePerMonth: 0.02,
    peukert: 1.02,
    // LiFePO4: no charge below 0 °C cell temperature; about 3,000 cycles (common practice, no source).
    noChargeBelowC: 0,
    floorShare: 0.05,
    cycleLife: 3000,
    calendarYears: 12,
  },
};

/** Capacity lost per kelvin below 25 °C. Common practice, no source. */
export const COLD_CAPACITY_PER_K: Readonly<Record<Chemistry, number>> = { agm: 0.008, lifepo4: 0.004 };
