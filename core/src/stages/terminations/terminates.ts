import type { Lug, Terminal } from '../../catalogue/part.ts';
import { compareText } from '../../compareText.ts';

const known = new WeakMap<readonly Lug[], Map<string, Lug[]>>();

/**
 * The cable ends in the catalogue that fit a terminal and a conductor area, best first: the narrowest palm, then id.
 * Answers are kept per catalogue list: sizing asks for every area at every terminal.
 */
export function endsThatFit(areaMm2: number, terminal: Terminal, lugs: readonly Lug[]): Lug[] {
  const { attachment } = terminal;
  const size =
    attachment.kind === 'stud'
      ? `${attachment.diameterMm} ${attachment.palmWidthMaxMm}`
      : attachment.kind === 'clamp'
        ? `${attachment.minMm2} ${attachment.maxMm2}`
        : '';
  const key = `${attachment.kind} ${size} ${areaMm2}`;
  let answers = known.get(lugs);
  if (!answers) {
    answers = new Map();
    known.set(lugs, answers);
  }
  let found = answers.get(key);
  if (!found) {
    found = lugs
      .filter((lug) => lug.areaMm2 === areaMm2 && endFits(lug, attachment))
      .sort((a, b) => a.palmWidthMm - b.palmWidthMm || compareText(a.id, b.id));
    answers.set(key, found);
  }
  return found;
}

function endFits(lug: Lug, attachment: Terminal['attachment']): boolean {
  if (attachment.kind === 'stud')
    return (
      lug.kind === 'lug' && lug.studMm === attachment.diameterMm && lug.palmWidthMm <= attachment.palmWidthMaxMm + 1e-9
    );
  if (attachment.kind === 'clamp')
    return lug.kind === 'ferrule' && lug.areaMm2 >= attachment.minMm2 && lug.areaMm2 <= attachment.maxMm2;
  return lug.kind === 'splice';
}

/** Why no cable end fits, in words with numbers. */
export function whyNoEnd(areaMm2: number, terminal: Terminal, lugs: readonly Lug[]): string {
  const { attachment } = terminal;
  if (attachment.kind === 'clamp')
    return `the clamp takes ${attachment.minMm2} to ${attachment.maxMm2} mm², not ${areaMm2} mm²`;
  if (attachment.kind === 'lead') return `no splice for ${areaMm2} mm² in the catalogue`;
  const sameArea = lugs.filter((l) => l.kind === 'lug' && l.areaMm2 === areaMm2 && l.studMm === attachment.diameterMm);
  if (sameArea.length === 0) return `no lug ${areaMm2} mm² × M${attachment.diameterMm} in the catalogue`;
  const palm = Math.min(...sameArea.map((l) => l.palmWidthMm));
  return `palm ${palm} mm of the lug ${areaMm2} mm² × M${attachment.diameterMm} is wider than the ${attachment.palmWidthMaxMm} mm the stud leaves`;
}
