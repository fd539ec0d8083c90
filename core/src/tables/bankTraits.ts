import type { Chemistry } from '../document/brief/brief.ts';
import type { BankTraits } from '../solvers/energy/bankTraits.ts';

/** How a bank of each chemistry behaves over a year. Common practice and general knowledge, no source, unless said. */
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
  vented: {
    chargeEfficiencyShare: 0.82,
    taperFromShare: 0.75,
    taperFloorShare: 0.05,
    selfDischargePerMonth: 0.05,
    peukert: 1.2,
    noChargeBelowC: null,
    floorShare: 0.2,
    cycleLife: 500,
    calendarYears: 5,
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
export const COLD_CAPACITY_PER_K: Readonly<Record<Chemistry, number>> = { agm: 0.008, vented: 0.009, lifepo4: 0.004 };
