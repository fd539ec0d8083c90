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
