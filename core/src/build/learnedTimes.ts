import type { BuildRecord } from './buildState.ts';
import { STEP_KINDS, type StepKind } from './step.ts';

/** What steps of a kind really took against what was planned for them. */
export interface LearnedTime {
  kind: StepKind;
  /** Steps somebody timed. */
  count: number;
  plannedMinutes: number;
  tookMinutes: number;
  /** Taken over planned: half of the steps lie below the median, a quarter each below and above the other two. */
  factor: Quartiles;
  /** The same for small and large ones, where enough of both were timed: large is what is planned longer than the middle. */
  bySize: { fromMinutes: number; count: number; factor: Quartiles }[];
}

interface Quartiles {
  low: number;
  median: number;
  high: number;
}

/** From so many timed steps on a kind is planned by what it took. Common practice, no source. */
export const ENOUGH = 5;

/** The value so far along a sorted list, between its neighbours. */
function quantile(sorted: readonly number[], share: number): number {
  const at = share * (sorted.length - 1);
  const below = Math.floor(at);
  const [a, b] = [sorted[below]!, sorted[Math.min(below + 1, sorted.length - 1)]!];
  return a + (b - a) * (at - below);
}

/**
 * How long the kinds of work really take, from what the floor said; what was broken off by a pause counts nowhere.
 * Source: median and quartiles, for a few long waits must not move a plan (statistics of rank).
 * @param kindOf what kind of work a step is, by its id; null where nobody knows any more
 * @example
 * learnedTimes([], () => null); // []
 */
export function learnedTimes(
  records: readonly Pick<BuildRecord, 'stepId' | 'said'>[],
  kindOf: (stepId: string) => StepKind | null = kindOfId,
): LearnedTime[] {
  const timed = new Map<StepKind, Timed[]>();
  for (const { stepId, said } of records) {
    const kind = kindOf(stepId);
    if (kind === null || said.kind !== 'done' || said.minutes === null || !said.planned) continue;
    timed.set(kind, [...(timed.get(kind) ?? []), { minutes: said.minutes, planned: said.planned }]);
  }
  return STEP_KINDS.flatMap((kind): LearnedTime[] => {
    const own = timed.get(kind);
    if (!own) return [];
    return [
      {
        kind,
        count: own.length,
        plannedMinutes: own.reduce((sum, t) => sum + t.planned, 0),
        tookMinutes: own.reduce((sum, t) => sum + t.minutes, 0),
        factor: quartiles(own),
        bySize: sizesOf(own),
      },
    ];
  });
}

interface Timed {
  minutes: number;
  planned: number;
}

function quartiles(own: readonly Timed[]): Quartiles {
  const factors = own.map((t) => t.minutes / t.planned).sort((a, b) => a - b);
  return { low: quantile(factors, 0.25), median: quantile(factors, 0.5), high: quantile(factors, 0.75) };
}

/** Small and large steps apart, parted at the middle of what was planned for them. */
function sizesOf(own: readonly Timed[]): LearnedTime['bySize'] {
  const middle = quantile(
    own.map((t) => t.planned).sort((a, b) => a - b),
    0.5,
  );
  const small = own.filter((t) => t.planned <= middle);
  const large = own.filter((t) => t.planned > middle);
  if (small.length < ENOUGH || large.length < ENOUGH) return [];
  return [
    { fromMinutes: 0, count: small.length, factor: quartiles(small) },
    { fromMinutes: Math.min(...large.map((t) => t.planned)), count: large.length, factor: quartiles(large) },
  ];
}

/** The kind of work a step is: its id begins with it. */
function kindOfId(stepId: string): StepKind | null {
  const word = stepId.split('/')[0];
  return STEP_KINDS.find((k) => k === word) ?? null;
}

/**
 * By what a plan's minutes are to be multiplied for each kind of work and size; 1 where too few steps have been timed.
 * @example
 * likelyFactor([])('mount', 4); // 1
 */
export function likelyFactor(learned: readonly LearnedTime[]): (kind: StepKind, minutes: number) => number {
  const known = new Map(learned.filter((l) => l.count >= ENOUGH).map((l) => [l.kind, l]));
  return (kind, minutes) => {
    const own = known.get(kind);
    if (!own) return 1;
    const size = own.bySize.findLast((s) => s.fromMinutes <= minutes);
    return (size ?? own).factor.median;
  };
}
