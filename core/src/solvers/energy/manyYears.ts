import { clearYear } from './clearSky.ts';
import { type SystemModel, simulateYear } from './energyYear.ts';
import { weatherYear } from './weather.ts';

export interface ManyYears {
  years: number;
  /** Share of days on which something asked for was not served. */
  darkDayShare: number;
  /** Half-width of the 95 % confidence interval of that share. */
  halfWidth: number;
  /** By year, sorted: for the spread. */
  darkDaysByYear: number[];
  meanGeneratorHours: number;
  meanCycles: number;
}

/**
 * Runs many years of different weather, one a step, so that a caller may show progress and stop. Days within a year
 * hang together, so the confidence is worked out from whole years (normal approximation of the mean).
 * @example
 * [...manyYears(system, 2)].length; // 2
 */
export function* manyYears(model: SystemModel, years: number, firstSeed = 1): Generator<number, ManyYears, void> {
  const clear = model.plane ? clearYear(model.plane) : null;
  const darkDays: number[] = [];
  let [generatorHours, cycles] = [0, 0];
  let startShare = 0.9;
  for (let i = 0; i < years; i++) {
    const year = simulateYear(model, weatherYear(model.climate, firstSeed + i), clear, { startShare });
    startShare = year.socShare.at(-1)!;
    darkDays.push(year.unmetDays);
    generatorHours += year.totals.generatorHours;
    cycles += year.totals.equivalentCycles;
    yield i + 1;
  }
  const shares = darkDays.map((d) => d / 365);
  const mean = shares.reduce((s, x) => s + x, 0) / years;
  const variance = years > 1 ? shares.reduce((s, x) => s + (x - mean) ** 2, 0) / (years - 1) : 0;
  return {
    years,
    darkDayShare: mean,
    halfWidth: 1.96 * Math.sqrt(variance / years),
    darkDaysByYear: darkDays.sort((a, b) => a - b),
    meanGeneratorHours: generatorHours / years,
    meanCycles: cycles / years,
  };
}
