import type { Chemistry } from '../document/brief/brief.ts';
import { given, use } from '../engine/formula.ts';
import { banksBought, costPerKwh, yearsOfLife } from '../formulas/power.ts';
import { BANK_TRAITS } from '../tables/bankTraits.ts';

export interface ChemistryCost {
  chemistry: Chemistry;
  /** One bank of the size this chemistry needs for the same days. */
  capacityAh: number;
  price: number;
  massKg: number;
  lifeYears: number;
  banks: number;
  totalCost: number;
  costPerKwh: number;
}

/** A bank in use: what it costs and holds, and how hard a year is on it. */
export interface BankInUse {
  chemistry: Chemistry;
  capacityAh: number;
  price: number;
  massKg: number;
  /** Full cycles of its whole capacity in a year. */
  cyclesPerYear: number;
  usableShare: number;
  deliveredKwhPerYear: number;
}

export const HORIZON_YEARS = 10;

/** What a bank costs over ten years of this use: how many are bought, and what a delivered kWh costs. */
export function tenYearCost(bank: BankInUse): ChemistryCost {
  const traits = BANK_TRAITS[bank.chemistry];
  const at = `bank/${bank.chemistry}`;
  const lifeYears = use(
    yearsOfLife,
    {
      cycleLife: traits.cycleLife,
      usableShare: bank.usableShare,
      cyclesPerYear: Math.max(bank.cyclesPerYear, 1e-6),
      calendarYears: traits.calendarYears,
    },
    `${at}/lifeYears`,
    {
      cycleLife: given('bank traits: cycles of the usable share (common practice, no source)'),
      usableShare: given('power sheet or workshop'),
      cyclesPerYear: given('simulated year'),
      calendarYears: given('bank traits (common practice, no source)'),
    },
  );
  const banks = use(banksBought, { horizonYears: HORIZON_YEARS, lifeYears }, `${at}/banks`, {
    horizonYears: given('ten years of use'),
    lifeYears: { figure: `${at}/lifeYears` },
  });
  const totalCost = banks * bank.price;
  return {
    chemistry: bank.chemistry,
    capacityAh: bank.capacityAh,
    price: bank.price,
    massKg: bank.massKg,
    lifeYears,
    banks,
    totalCost,
    costPerKwh: use(
      costPerKwh,
      { totalCost, deliveredKwhPerYear: Math.max(bank.deliveredKwhPerYear, 1e-6), horizonYears: HORIZON_YEARS },
      `${at}/costPerKwh`,
      {
        totalCost: given('banks bought × price'),
        deliveredKwhPerYear: given('simulated year'),
        horizonYears: given('ten years of use'),
      },
    ),
  };
}
