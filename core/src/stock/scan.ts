/** What a scanned code stands for: a cable of a job, or a thing in the store. */
export type ScanTarget = { kind: 'cable'; jobNumber: number; designation: string } | { kind: 'stock'; number: number };

/**
 * What the code on a cable’s label says.
 * @example
 * cableCode('http://127.0.0.1', 402, 'W1'); // 'http://127.0.0.1/c/402/W1'
 */
export const cableCode = (origin: string, jobNumber: number, designation: string): string =>
  `${origin}/c/${jobNumber}/${encodeURIComponent(designation)}`;
/**
 * What the code on a reel’s or remnant’s label says.
 * @example
 * stockCode('http://127.0.0.1', 7); // 'http://127.0.0.1/s/7'
 */
export const stockCode = (origin: string, number: number): string => `${origin}/s/${number}`;

/**
 * Reads what a scanner typed: the address in a code, or what is printed beside it (`412/W12`, `1001`).
 * @returns null when it is neither
 * @example
 * scanTarget('no code of ours'); // null
 */
export function scanTarget(text: string): ScanTarget | null {
  const said = text.trim();
  const cable = /(?:\/c\/|^)(\d{1,9})\/([^/?#\s]{1,80})$/.exec(said);
  if (cable) {
    try {
      return { kind: 'cable', jobNumber: Number(cable[1]), designation: decodeURIComponent(cable[2]!) };
    } catch {
      return null;
    }
  }
  const stock = /(?:\/s\/|^(?:no\.?\s*)?)(\d{1,9})$/i.exec(said);
  return stock ? { kind: 'stock', number: Number(stock[1]) } : null;
}
