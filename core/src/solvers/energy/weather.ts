import { seededRandom } from '../random.ts';

export interface Climate {
  southern: boolean;
  coldestMonthC: number;
  warmestMonthC: number;
  winterCloudShare: number;
  summerCloudShare: number;
}

/** One year of weather by day. */
export interface Weather {
  /** Share of the sky covered, 0 … 1. */
  cloudShare: Float64Array;
  meanC: Float64Array;
}

const DAYS = 365;
/** Day-to-day memory of weather: bad days come in rows. Common practice, no source. */
const PERSISTENCE = 0.7;
const CLOUD_SPREAD = 1.1;
const TEMPERATURE_SPREAD_C = 3.5;
/** Coldest and warmest about a month after the solstices. */
const LAG_DAYS = 27;

/**
 * −1 in the depth of winter, 1 in the height of summer.
 * @example
 * Math.round(seasonOf(171, false)); // 1
 */
export function seasonOf(day: number, southern: boolean): number {
  const x = -Math.cos((2 * Math.PI * (day + 1 - 355 - LAG_DAYS + 365)) / 365);
  return southern ? -x : x;
}

/**
 * A year of weather: the season's means with a first-order memory from day to day. Cloud is kept between 0 and 1 by a
 * logistic curve, so it gathers at clear and at overcast as skies do.
 * @param seed null gives the mean year, every day the same as its season
 * @example
 * weatherYear({ southern: false, coldestMonthC: -2, warmestMonthC: 18, winterCloudShare: 0.7, summerCloudShare: 0.5 }, 1).meanC.length; // 365
 */
export function weatherYear(climate: Climate, seed: number | null): Weather {
  const random = seed === null ? null : seededRandom(seed);
  const cloudShare = new Float64Array(DAYS);
  const meanC = new Float64Array(DAYS);
  let [cloud, warmth] = [random?.normal() ?? 0, random?.normal() ?? 0];
  const fresh = Math.sqrt(1 - PERSISTENCE ** 2);
  for (let day = 0; day < DAYS; day++) {
    const season = (1 + seasonOf(day, climate.southern)) / 2;
    const meanCloud = climate.winterCloudShare + season * (climate.summerCloudShare - climate.winterCloudShare);
    const mean = climate.coldestMonthC + season * (climate.warmestMonthC - climate.coldestMonthC);
    if (random) {
      cloud = PERSISTENCE * cloud + fresh * random.normal();
      warmth = PERSISTENCE * warmth + fresh * random.normal();
    }
    const safe = Math.min(0.98, Math.max(0.02, meanCloud));
    cloudShare[day] = random
      ? 1 / (1 + Math.exp(-(Math.log(safe / (1 - safe)) * 1.25 + CLOUD_SPREAD * 1.6 * cloud)))
      : meanCloud;
    meanC[day] = mean + (random ? TEMPERATURE_SPREAD_C * warmth : 0);
  }
  return { cloudShare, meanC };
}
