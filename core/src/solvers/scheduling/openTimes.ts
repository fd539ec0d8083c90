/** Hours somebody or something is there, as spans of whole minutes in their order; none overlaps another. */
export type Spans = readonly (readonly [fromMin: number, toMin: number])[];

/** When work that needs somebody can be done: it stops where their hours end and goes on where the next begin. */
export interface OpenTimes {
  /** First minute at or after one at which there is somebody; past the last span `Infinity`. */
  openAt(min: number): number;
  /** When work begun at an open minute ends; past the last span `Infinity`. */
  end(startMin: number, workMin: number): number;
  /** Minutes somebody is there between two. */
  between(fromMin: number, toMin: number): number;
}

/** Always there. */
export const ALWAYS: OpenTimes = {
  openAt: (min) => min,
  end: (start, work) => start + work,
  between: (from, to) => Math.max(0, to - from),
};

/**
 * @throws where spans are empty, out of order or overlap
 * @example
 * openTimes([[0, 60], [100, 160]]).end(30, 40); // 110
 */
export function openTimes(spans: Spans): OpenTimes {
  const from = Float64Array.from(spans, (s) => s[0]);
  const to = Float64Array.from(spans, (s) => s[1]);
  // Open minutes before each span.
  const before = new Float64Array(spans.length + 1);
  for (let i = 0; i < spans.length; i++) {
    if (!(to[i]! > from[i]!) || (i > 0 && from[i]! < to[i - 1]!))
      throw new Error(`spans[${i}] is "${from[i]}–${to[i]}"; accepted: after the one before, and longer than nothing`);
    before[i + 1] = before[i]! + to[i]! - from[i]!;
  }
  /** First span that ends after a minute. */
  const spanAt = (min: number): number => {
    let [low, high] = [0, spans.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if (to[mid]! > min) high = mid;
      else low = mid + 1;
    }
    return low;
  };
  const openAt = (min: number): number => {
    const i = spanAt(min);
    return i === spans.length ? Number.POSITIVE_INFINITY : Math.max(min, from[i]!);
  };
  const worked = (min: number): number => {
    const i = spanAt(min);
    return i === spans.length ? before[i]! : before[i]! + Math.max(0, min - from[i]!);
  };
  return {
    openAt,
    end(start, work) {
      if (work === 0) return start;
      if (!Number.isFinite(start)) return start;
      const target = worked(start) + work;
      let [low, high] = [0, spans.length];
      // First span within which, or at whose end, so much is worked.
      while (low < high) {
        const mid = (low + high) >> 1;
        if (before[mid + 1]! >= target - 1e-9) high = mid;
        else low = mid + 1;
      }
      return low === spans.length ? Number.POSITIVE_INFINITY : from[low]! + target - before[low]!;
    },
    between: (a, b) => (b > a ? worked(b) - worked(a) : 0),
  };
}

/**
 * Spans that lie in all of several.
 * @example
 * inAll([[[0, 100]], [[50, 150]]]); // [[50, 100]]
 */
export function inAll(all: readonly Spans[]): Spans {
  return all.reduce((a, b) => {
    const both: [number, number][] = [];
    let [i, k] = [0, 0];
    while (i < a.length && k < b.length) {
      const [low, high] = [Math.max(a[i]![0], b[k]![0]), Math.min(a[i]![1], b[k]![1])];
      if (low < high) both.push([low, high]);
      if (a[i]![1] < b[k]![1]) i++;
      else k++;
    }
    return both;
  });
}
