/** Body colours of blade fuses by rating. Source: ISO 8820-3, from memory. */
const BLADE: readonly (readonly [ratingA: number, fill: `#${string}`, light: boolean])[] = [
  [1, '#2F2F2F', false],
  [2, '#8C8C8C', true],
  [3, '#7D5BA6', false],
  [4, '#D58CA9', true],
  [5, '#C9A26B', true],
  [7.5, '#7A4B2A', false],
  [10, '#C0392B', false],
  [15, '#3C6EA8', false],
  [20, '#E2B93B', true],
  [25, '#EDE9DF', true],
  [30, '#4E9A5B', false],
  [40, '#D9822B', true],
];

/**
 * The colour a blade fuse of a rating has, and what can be read on it; null for a rating that has none.
 * @example
 * bladeColour(10)?.fill; // '#C0392B'
 */
export function bladeColour(ratingA: number): { fill: `#${string}`; ink: `#${string}` } | null {
  const row = BLADE.find(([a]) => a === ratingA);
  return row ? { fill: row[1], ink: row[2] ? '#23201B' : '#FFFFFF' } : null;
}
