/** A quantity a result is worked out from, and its standard uncertainty. */
export interface Uncertain {
  value: number;
  standardUncertainty: number;
}

/** A step small against the uncertainty, where the slope is taken. */
const STEP = 1e-4;

/**
 * Combined standard uncertainty of a result worked out from uncertain inputs, by the slopes at their values.
 * Source: JCGM 100:2008 (GUM), equations 10 and 16.
 * @param correlation by pair of inputs `[i][j]`, −1 … 1; none where left out
 * @throws RangeError when an uncertainty is negative or not a number
 * @example
 * propagate(([a]) => 2 * a, [{ value: 5, standardUncertainty: 0.01 }]).value; // 10
 */
export function propagate(
  of: (inputs: readonly number[]) => number,
  inputs: readonly Uncertain[],
  correlation?: readonly (readonly number[])[],
): Uncertain {
  inputs.forEach((x, i) => {
    if (!(x.standardUncertainty >= 0))
      throw new RangeError(`inputs[${i}].standardUncertainty is ${x.standardUncertainty}; accepted: 0 or more`);
  });
  const at = inputs.map((x) => x.value);
  // Each slope by its own uncertainty: what the input's doubt alone does to the result.
  const share = inputs.map(({ value, standardUncertainty: u }, i) => {
    if (u === 0) return 0;
    const h = Math.max(u * STEP, Math.abs(value) * 1e-9);
    const moved = (by: number) => of(at.map((v, k) => (k === i ? v + by : v)));
    return ((moved(h) - moved(-h)) / (2 * h)) * u;
  });
  let variance = 0;
  for (let i = 0; i < share.length; i++)
    for (let j = 0; j < share.length; j++)
      variance += share[i]! * share[j]! * (i === j ? 1 : (correlation?.[i]?.[j] ?? 0));
  return { value: of(at), standardUncertainty: Math.sqrt(Math.max(0, variance)) };
}

/**
 * Standard uncertainty of something known to lie within ±half of its value and no more.
 * Source: JCGM 100:2008 (GUM), 4.3.7: a/√3.
 * @example
 * rectangular(0.3).toFixed(4); // '0.1732'
 */
export const rectangular = (half: number): number => half / Math.sqrt(3);
