/** Natural logarithms of factorials, kept as they are asked for. */
const logFactorials = [0];
function logFactorial(n: number): number {
  for (let k = logFactorials.length; k <= n; k++) logFactorials.push(logFactorials[k - 1]! + Math.log(k));
  return logFactorials[n]!;
}

/** Probability of at most `failed` of `tried` where each fails with a share. */
function atMost(failed: number, tried: number, share: number): number {
  if (share <= 0) return 1;
  if (share >= 1) return failed >= tried ? 1 : 0;
  let sum = 0;
  for (let k = 0; k <= failed; k++)
    sum += Math.exp(
      logFactorial(tried) -
        logFactorial(k) -
        logFactorial(tried - k) +
        k * Math.log(share) +
        (tried - k) * Math.log1p(-share),
    );
  return Math.min(1, sum);
}

/** The share at which a falling function of it comes down to a value. */
function shareWhere(falls: (share: number) => number, value: number): number {
  let [low, high] = [0, 1];
  for (let n = 0; n < 60; n++) {
    const mid = (low + high) / 2;
    if (falls(mid) > value) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/**
 * Between which shares the true one lies at 95 % at least, where so many of so many failed.
 * Source: Clopper and Pearson, Biometrika 26 (1934), 404.
 * @throws RangeError when the counts are none
 * @example
 * shareBounds(0, 10)[1].toFixed(4); // '0.3085'
 */
export function shareBounds(failed: number, tried: number): readonly [number, number] {
  if (!Number.isInteger(failed) || !Number.isInteger(tried) || failed < 0 || failed > tried)
    throw new RangeError(`failed is ${failed}, tried is ${tried}; accepted: whole numbers, 0 to tried`);
  if (tried === 0) return [0, 1];
  return [
    failed === 0 ? 0 : shareWhere((p) => atMost(failed - 1, tried, p), 0.975),
    failed === tried ? 1 : shareWhere((p) => atMost(failed, tried, p), 0.025),
  ];
}
