import { drawnW, gapFromS, type LogSample, type MonitorLog, median } from './monitorLog.ts';

/** A step of the drawn power, and half of how well its moment is known. */
export interface Edge {
  atS: number;
  stepW: number;
  halfS: number;
}

type Span = readonly [fromS: number, toS: number];

/** A log with what of it can be seen: where lines follow one another, no charger regulates, and how loud each hour is. */
export interface VisibleLog {
  samples: readonly LogSample[];
  /** Whether the step from the line before to this one can be told. */
  open: Span[];
  covered: Span[];
  isOpen: readonly boolean[];
  /** The smallest step that shows in the hour of a moment, W. */
  leastAt(atS: number): number;
  /** The same in a quiet hour. */
  leastW: number;
  /** First moment from which on less than so much is drawn, before `toS`; null where none is. */
  firstBelow(fromS: number, toS: number, watts: number): number | null;
  /** Last such moment before `toS`, not before `fromS`. */
  lastBelow(fromS: number, toS: number, watts: number): number | null;
}

/** So many spreads of the noise make a step. Common practice, no source. */
const NOISE_TIMES = 6;
const LEAST_STEP_W = 3;
/** A group's watts have to stand so far above the noise. */
const CLEAR_OF_NOISE = 1.2;
/** Charging by less than this the bank may be held where it is, A: what is drawn shows again once it is discharged. */
const HELD_FROM_A = -0.3;
const BLOCK_S = 3600;

/** Runs of neighbouring lines for which something holds, as times. */
function spansOf(samples: readonly LogSample[], holds: (k: number) => boolean): Span[] {
  const spans: [number, number][] = [];
  for (let k = 1; k < samples.length; k++) {
    if (!holds(k)) continue;
    const [from, to] = [samples[k - 1]!.atS, samples[k]!.atS];
    const last = spans.at(-1);
    if (last && last[1] === from) last[1] = to;
    else spans.push([from, to]);
  }
  return spans;
}

/**
 * What of a log can be seen.
 * @param regulatedFromV from here on a charger may hold the voltage, and takes upon itself what is switched
 */
export function visibleLog(log: MonitorLog, regulatedFromV: number): VisibleLog {
  const { samples } = log;
  const gapS = gapFromS(log);
  const held = (s: LogSample) => s.voltageV >= regulatedFromV && s.currentA > HELD_FROM_A;
  const joined = samples.map((s, k) => k > 0 && s.atS - samples[k - 1]!.atS <= gapS);
  const isOpen = samples.map((s, k) => joined[k]! && !held(s) && !held(samples[k - 1]!));
  const steps = new Map<number, number[]>();
  samples.forEach((s, k) => {
    if (!isOpen[k]) return;
    const block = Math.floor(s.atS / BLOCK_S);
    const own = steps.get(block) ?? [];
    steps.set(block, own);
    own.push(drawnW(s) - drawnW(samples[k - 1]!));
  });
  const least = new Map([...steps].map(([block, own]) => [block, leastOf(own)]));
  const indexFrom = (atS: number) => {
    let [low, high] = [0, samples.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if (samples[mid]!.atS < atS) low = mid + 1;
      else high = mid;
    }
    return low;
  };
  const quiet = [...least.values()].sort((a, b) => a - b);
  return {
    samples,
    isOpen,
    open: spansOf(samples, (k) => isOpen[k]!),
    covered: spansOf(samples, (k) => joined[k]!),
    leastAt: (atS) => least.get(Math.floor(atS / BLOCK_S)) ?? Number.POSITIVE_INFINITY,
    leastW: quiet[Math.floor(quiet.length / 4)] ?? LEAST_STEP_W,
    firstBelow(fromS, toS, watts) {
      for (let k = indexFrom(fromS); k < samples.length && samples[k]!.atS <= toS; k++)
        if (drawnW(samples[k]!) < watts) return samples[k]!.atS;
      return null;
    },
    lastBelow(fromS, toS, watts) {
      for (let k = indexFrom(toS) - 1; k >= 0 && samples[k]!.atS >= fromS; k--)
        if (drawnW(samples[k]!) < watts) return samples[k]!.atS;
      return null;
    },
  };
}

/** The smallest step that stands above what changes without anything being switched. */
function leastOf(steps: readonly number[]): number {
  const middle = median(steps);
  return Math.max(LEAST_STEP_W, NOISE_TIMES * 1.4826 * median(steps.map((s) => Math.abs(s - middle))));
}

/** When a step of so many watts would be seen. */
export const visibleTo = ({ samples, isOpen, leastAt }: VisibleLog, watts: number): Span[] =>
  spansOf(samples, (k) => isOpen[k]! && leastAt(samples[k]!.atS) * CLEAR_OF_NOISE <= watts);

/** Steps of the drawn power; what lies on two neighbouring lines is one, for logs that average. */
export function edgesOf({ samples, isOpen, leastAt }: VisibleLog): Edge[] {
  const edges: Edge[] = [];
  for (let k = 1; k < samples.length; k++) {
    if (!isOpen[k]) continue;
    const [before, here] = [samples[k - 1]!, samples[k]!];
    const leastW = leastAt(here.atS);
    let stepW = drawnW(here) - drawnW(before);
    if (Math.abs(stepW) < leastW / 2) continue;
    let endS = here.atS;
    const next = samples[k + 1];
    if (next && isOpen[k + 1]) {
      const more = drawnW(next) - drawnW(here);
      // The rest of the same step, not the next one.
      if (Math.sign(more) === Math.sign(stepW) && Math.abs(more) >= leastW / 2) {
        stepW += more;
        endS = next.atS;
        k++;
      }
    }
    if (Math.abs(stepW) >= leastW) edges.push({ atS: (before.atS + endS) / 2, stepW, halfS: (endS - before.atS) / 2 });
  }
  return edges;
}
