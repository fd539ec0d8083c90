import { clearYear } from '../solvers/energy/clearSky.ts';
import { type SystemModel, simulateYear } from '../solvers/energy/energyYear.ts';
import { weatherYear } from '../solvers/energy/weather.ts';

const YEARS = 3;

/**
 * A few seeded years, for figures that depend on weather: means over them.
 * @example
 * tryYears(system).cycles >= 0; // true
 */
export function tryYears(model: SystemModel) {
  const clear = model.plane ? clearYear(model.plane) : null;
  const years = Array.from({ length: YEARS }, (_, i) =>
    simulateYear(model, weatherYear(model.climate, i + 1), clear, { startShare: 0.9 }),
  );
  const mean = (of: (y: (typeof years)[number]) => number) => years.reduce((s, y) => s + of(y), 0) / YEARS;
  return {
    darkDays: mean((y) => y.unmetDays),
    generatorHours: mean((y) => y.totals.generatorHours),
    cycles: mean((y) => y.totals.equivalentCycles),
    servedKwh: mean((y) => y.totals.servedWh) / 1000,
  };
}
