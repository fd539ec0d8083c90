/** What a scanned code stands for: a cable of a job, or a thing in the store. */
export type ScanTarget = { kind: 'cable'; jobNumber: number; designation: string } | { kind: 'stock'; number: number };

export const cableCode = (origin: string, jobNumber: number, designation: string): string =>
  `${origin}/c/${jobNumber}/${encodeURIComponent(designation)}`;
export const stockCode = (origin: string, number: number): string => `${origin}/s/${number}`;

/**
 * Reads what a scanner typed: the address in a code, or what is printed beside it (`412/W12`, `1001`).
 * @returns null when it is neither
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
