import Big from 'big.js';

/**
 * Money is added in whole cents, so that a printed total is the sum of its printed lines. Half a cent goes up.
 * @example
 * cents(1.005); // 101
 */
export const cents = (amount: number): number => new Big(amount).times(100).round(0, Big.roundHalfUp).toNumber() + 0;

/**
 * @example
 * amountText(1250); // '12.50'
 */
export const amountText = (inCents: number): string => new Big(inCents).div(100).toFixed(2);

/**
 * A difference with its sign; nothing where there is none.
 * @example
 * signedText(350); // '+3.50'
 */
export const signedText = (inCents: number): string =>
  inCents === 0 ? '' : `${inCents > 0 ? '+' : ''}${amountText(inCents)}`;

/**
 * Sum of line totals in cents; a line without a price counts nothing.
 * @example
 * sumCents([0.1, 0.2, null]); // 30
 */
export const sumCents = (totals: readonly (number | null)[]): number =>
  totals.reduce<number>((s, t) => s + (t === null ? 0 : cents(t)), 0);
