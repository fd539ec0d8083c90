/** Order of two texts by code unit: the same on every machine, whatever its locale. */
export const compareText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** The same, with runs of digits taken as numbers: `2 A` before `10 A`, `W9` before `W10`. */
export function compareNatural(a: string, b: string): number {
  const [x, y] = [a.match(/\d+(?:\.\d+)?|\D+/g) ?? [], b.match(/\d+(?:\.\d+)?|\D+/g) ?? []];
  for (let i = 0; i < Math.min(x.length, y.length); i++) {
    const [p, q] = [Number(x[i]), Number(y[i])];
    const order = Number.isNaN(p) || Number.isNaN(q) ? compareText(x[i]!, y[i]!) : p - q;
    if (order !== 0) return order;
  }
  return x.length - y.length || compareText(a, b);
}
