import type { Lug, Terminal } from '../../catalogue/part.ts';

/**
 * The cable ends in the catalogue that fit a terminal and a conductor area, best first: the narrowest palm, then id.
 */
export function endsThatFit(areaMm2: number, terminal: Terminal, lugs: readonly Lug[]): Lug[] {
  const { attachment } = terminal;
  const fits = (lug: Lug): boolean => {
    if (lug.areaMm2 !== areaMm2) return false;
    if (attachment.kind === 'stud')
      return lug.kind === 'lug' && lug.studMm === attachment.diameterMm && lug.palmWidthMm <= attachment.palmWidthMaxMm + 1e-9;
    if (attachment.kind === 'clamp')
      return lug.kind === 'ferrule' && areaMm2 >= attachment.minMm2 && areaMm2 <= attachment.maxMm2;
    return lug.kind === 'splice';
  };
  return lugs.filter(fits).sort((a, b) => a.palmWidthMm - b.palmWidthMm || a.id.localeCompare(b.id));
}

/** Why no cable end fits, in words with numbers. */
export function whyNoEnd(areaMm2: number, terminal: Terminal, lugs: readonly Lug[]): string {
  const { attachment } = terminal;
  if (attachment.kind === 'clamp') return `the clamp takes ${attachment.minMm2} to ${attachment.maxMm2} mm², not ${areaMm2} mm²`;
  if (attachment.kind === 'lead') return `no splice for ${areaMm2} mm² in the catalogue`;
  const sameArea = lugs.filter((l) => l.kind === 'lug' && l.areaMm2 === areaMm2 && l.studMm === attachment.diameterMm);
  if (sameArea.length === 0) return `no lug ${areaMm2} mm² × M${attachment.diameterMm} in the catalogue`;
  const palm = Math.min(...sameArea.map((l) => l.palmWidthMm));
  return `palm ${palm} mm of the lug ${areaMm2} mm² × M${attachment.diameterMm} is wider than the ${attachment.palmWidthMaxMm} mm the stud leaves`;
}
