/**
 * Time–current gates by style: multiple of the rating, shortest and longest time to open, s. Between gates the times run
 * straight on logarithmic paper; beyond the last gate I²t stays what it is there, until the style's own limit.
 * A longest time of Infinity means it need not open at all.
 */
export interface Gate {
  multiple: number;
  minS: number;
  maxS: number;
}
export interface StyleCurve {
  gates: readonly Gate[];
  /** What the contacts or the arc need at least, s; 0 where the link melts as fast as it may. */
  leastS: number;
  /** Let-through of a current-limiting link, A²s over the square of its rating; null where it does not limit. */
  letThroughPerA2: number | null;
  source: string;
}

/** Shortest and longest time a device takes to open at a current, s; Infinity where it need not. */
export interface OpeningTime {
  minS: number;
  maxS: number;
}

/** Straight on logarithmic paper between two points. */
function between(x: number, x0: number, y0: number, x1: number, y1: number): number {
  if (!Number.isFinite(y0)) return Number.POSITIVE_INFINITY;
  const t = Math.log(x / x0) / Math.log(x1 / x0);
  return Math.exp(Math.log(y0) + t * (Math.log(y1) - Math.log(y0)));
}

/**
 * When a device of a style and rating opens at a steady current: the band between its fastest and slowest.
 * Below its first gate it holds; beyond its last one the I²t of that gate counts, but no less than the style needs.
 * @example
 * openingTime({ gates: [{ multiple: 2, minS: 1, maxS: 4 }, { multiple: 4, minS: 0.1, maxS: 0.5 }], leastS: 0 }, 100, 200).maxS; // 4
 */
export function openingTime(curve: StyleCurve, ratingA: number, currentA: number): OpeningTime {
  const { gates, leastS } = curve;
  const multiple = currentA / ratingA;
  const [first, last] = [gates[0]!, gates.at(-1)!];
  if (multiple < first.multiple) return { minS: Number.POSITIVE_INFINITY, maxS: Number.POSITIVE_INFINITY };
  if (multiple >= last.multiple) {
    const scale = (last.multiple / multiple) ** 2;
    return { minS: Math.max(leastS, last.minS * scale), maxS: Math.max(leastS, last.maxS * scale) };
  }
  const i = gates.findIndex((g) => multiple < g.multiple);
  const [a, b] = [gates[i - 1]!, gates[i]!];
  return {
    minS: between(multiple, a.multiple, a.minS, b.multiple, b.minS),
    maxS: between(multiple, a.multiple, a.maxS, b.multiple, b.maxS),
  };
}

/** The slowest of the band alone, s: what judges every conductor asks for nothing else. */
export function slowestS({ gates, leastS }: StyleCurve, ratingA: number, currentA: number): number {
  const multiple = currentA / ratingA;
  const last = gates[gates.length - 1]!;
  if (multiple < gates[0]!.multiple) return Number.POSITIVE_INFINITY;
  if (multiple >= last.multiple) return Math.max(leastS, last.maxS * (last.multiple / multiple) ** 2);
  let i = 1;
  while (!(multiple < gates[i]!.multiple)) i++;
  const [a, b] = [gates[i - 1]!, gates[i]!];
  return between(multiple, a.multiple, a.maxS, b.multiple, b.maxS);
}

/**
 * Energy a device lets through at a current, A²s: the slowest it may be. A current-limiting link never passes more than
 * its let-through.
 */
export const letThroughA2s = (curve: StyleCurve, ratingA: number, currentA: number): number =>
  letThroughIn(curve, ratingA, currentA, slowestS(curve, ratingA, currentA));

/** The same where its slowest opening is known already, A²s. */
export const letThroughIn = (curve: StyleCurve, ratingA: number, currentA: number, slowestS: number): number =>
  Math.min(currentA * currentA * slowestS, limitedA2s(curve, ratingA, currentA) ?? Number.POSITIVE_INFINITY);

/** What a link lets through where it limits the current, A²s; null where it does not, by its kind or for the fault is too small. */
export const limitedA2s = (curve: StyleCurve, ratingA: number, currentA: number): number | null =>
  curve.letThroughPerA2 !== null && currentA >= LIMITS_FROM * ratingA
    ? curve.letThroughPerA2 * ratingA * ratingA
    : null;

/** A link limits only where the fault is far above its rating; below that its curve counts. Common practice, no source. */
export const LIMITS_FROM = 15;

/** Currents that occur on boards of this kind end well below this. */
const HIGHEST_A = 60_000;
const STEPS = 160;

/**
 * Up to which current the inner device surely opens before the outer one may, A; Infinity when it always does. The whole
 * range is walked on a logarithmic scale, for bands may cross more than once. Where neither need open, nothing is lost.
 */
export function selectiveUpToA(
  inner: { curve: StyleCurve; ratingA: number },
  outer: { curve: StyleCurve; ratingA: number },
): number {
  const from = inner.ratingA * inner.curve.gates[0]!.multiple;
  for (let i = 1; i <= STEPS; i++) {
    const amps = from * (HIGHEST_A / from) ** (i / STEPS);
    const fast = openingTime(outer.curve, outer.ratingA, amps).minS;
    if (!Number.isFinite(fast)) continue;
    const slow = openingTime(inner.curve, inner.ratingA, amps).maxS;
    const wins = slow < fast || letThroughA2s(inner.curve, inner.ratingA, amps) < fast * amps * amps;
    if (!wins) return amps;
  }
  return Number.POSITIVE_INFINITY;
}
