/** Money is added in whole cents, so that a printed total is the sum of its printed lines. */
export const cents = (amount: number): number => Math.round(amount * 100) + 0;
export const amountText = (inCents: number): string => (inCents / 100).toFixed(2);

/** A difference with its sign; nothing where there is none. */
export const signedText = (inCents: number): string =>
  inCents === 0 ? '' : `${inCents > 0 ? '+' : ''}${amountText(inCents)}`;

/** Sum of line totals in cents; a line without a price counts nothing. */
export const sumCents = (totals: readonly (number | null)[]): number =>
  totals.reduce<number>((s, t) => s + (t === null ? 0 : cents(t)), 0);
