/**
 * Numbers as people write them down from a sheet: `1-14, 16 18`, each once, in order.
 * @param most the largest there is
 * @returns the numbers, and the words that are none
 * @example
 * numbersIn('1-3, 5', 9).numbers; // [1, 2, 3, 5]
 */
export function numbersIn(text: string, most: number): { numbers: number[]; wrong: string[] } {
  const numbers = new Set<number>();
  const wrong: string[] = [];
  // A dash may stand between spaces, and comes in several lengths.
  const words = text
    .replaceAll(/\s*[-–—]\s*/g, '-')
    .split(/[\s,;]+/)
    .filter(Boolean);
  for (const word of words) {
    const range = /^(\d{1,5})(?:-(\d{1,5}))?$/.exec(word);
    const [from, to] = range ? [Number(range[1]), Number(range[2] ?? range[1])] : [0, 0];
    if (from < 1 || to < from || to > most) wrong.push(word);
    else for (let n = from; n <= to; n++) numbers.add(n);
  }
  return { numbers: [...numbers].sort((a, b) => a - b), wrong };
}
