import type { Random } from '../../solvers/random.ts';

/** A load that is on at stated times, as the monitor's bank sees it. */
export interface Runs {
  powerW: number;
  /** Seconds since the log began, each from … to. */
  on: [number, number][];
}

/**
 * For tests only: a bank with loads, sun and a monitor, stepped second by second at the monitor's pace, knowing nothing of
 * how logs are read.
 */
export function loggedBank({
  runs,
  alwaysW,
  days,
  everyS,
  bankAh,
  sunPeakA,
  random,
  startShare = 1,
  averages = false,
  restedV = (share) => 11.8 + share * 1.05,
}: {
  runs: readonly Runs[];
  alwaysW: number;
  days: number;
  everyS: number;
  /** What it really holds. */
  bankAh: number;
  sunPeakA: number;
  random: Random;
  startShare?: number;
  /** The monitor writes means over its pace, not what is at the moment. */
  averages?: boolean;
  /** At rest, by how full it is; lead unless something else is said. */
  restedV?: (share: number) => number;
}): string {
  const begin = Date.UTC(2026, 6, 1) / 1000;
  const inner = averages ? 3 : 1;
  const lines = ['time,volts,amps'];
  let share = startShare;
  let haze = 0;
  for (let t = 0; t < days * 86_400; t += everyS) {
    let [sumV, sumA] = [0, 0];
    for (let n = 0; n < inner; n++) {
      const at = t + (n * everyS) / inner;
      const hour = (at / 3600) % 24;
      const watts = alwaysW + runs.reduce((s, r) => s + (r.on.some(([a, b]) => at >= a && at < b) ? r.powerW : 0), 0);
      const height = Math.max(0, Math.sin(((hour - 6) / 12) * Math.PI));
      haze = 0.98 * haze + 0.02 * random.normal();
      const offeredA = sunPeakA * height * Math.max(0.1, Math.min(1, 0.8 + haze));
      // Rested volts, a little resistance, held at 14.4 V while full is near.
      const rested = restedV(share);
      const drawnA = watts / Math.max(11, rested);
      const acceptA = share > 0.9 ? bankAh * 0.3 * Math.max(0.01, (1 - share) / 0.1) : bankAh * 0.3;
      const intoA = Math.min(offeredA - drawnA, acceptA);
      const voltageV =
        intoA > 0
          ? Math.min(14.4, rested + 0.9 + (share > 0.9 ? 1.6 * (share - 0.9) * 10 : 0))
          : rested + intoA * 0.006;
      share = Math.max(0, Math.min(1, share + (intoA * (intoA > 0 ? 0.97 : 1) * everyS) / inner / 3600 / bankAh));
      sumV += voltageV;
      sumA += intoA > 0 ? Math.min(intoA, offeredA - watts / voltageV) : -(watts / voltageV - offeredA);
    }
    const clock = new Date((begin + t) * 1000).toISOString().slice(0, 19).replace('T', ' ');
    const amps = sumA / inner + 0.02 * random.normal();
    lines.push(`${clock},${(sumV / inner).toFixed(2)},${amps.toFixed(2)}`);
  }
  return `${lines.join('\n')}\n`;
}

/** So many hours a day at no stated time, in one or two stretches that do not meet. */
export function somewhere(days: number, hoursPerDay: number, random: Random): [number, number][] {
  return Array.from({ length: days }, (_, d): [number, number][] => {
    const half = hoursPerDay / 2;
    const first = random.next() * (11.5 - half);
    const second = 12 + random.next() * (11.5 - half);
    return [first, second].map((from) => [d * 86_400 + from * 3600, d * 86_400 + (from + half) * 3600]);
  }).flat();
}
