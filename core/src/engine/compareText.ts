/**
 * Order of two texts by code unit: the same on every machine, whatever its locale.
 * @example
 * ['b', 'a'].sort(compareText); // ['a', 'b']
 */
export const compareText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

interface Run {
  text: string;
  number: number;
}
/** Sorting asks for the same few texts again and again, at every edit. */
const knownRuns = new Map<string, Run[]>();
const KNOWN_RUNS_MAX = 5000;
function runsOf(text: string): Run[] {
  let runs = knownRuns.get(text);
  if (!runs) {
    runs = (text.match(/\d+(?:\.\d+)?|\D+/g) ?? []).map((run) => ({ text: run, number: Number(run) }));
    if (knownRuns.size >= KNOWN_RUNS_MAX) knownRuns.clear();
    knownRuns.set(text, runs);
  }
  return runs;
}

/**
 * The same, with runs of digits taken as numbers: `2 A` before `10 A`, `W9` before `W10`.
 * @example
 * ['W10', 'W2'].sort(compareNatural); // ['W2', 'W10']
 */
export function compareNatural(a: string, b: string): number {
  const [x, y] = [runsOf(a), runsOf(b)];
  for (let i = 0; i < Math.min(x.length, y.length); i++) {
    const [p, q] = [x[i]!, y[i]!];
    const order = Number.isNaN(p.number) || Number.isNaN(q.number) ? compareText(p.text, q.text) : p.number - q.number;
    if (order !== 0) return order;
  }
  return x.length - y.length || compareText(a, b);
}
