import type { Attachment, Lug, Terminal } from '../../document/part/part.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { compareText } from '../../engine/compareText.ts';
import { sizeText } from '../../tables/awg.ts';
import { CONDUCTOR_MM } from '../../tables/cableEnds.ts';

/** What small ends the workshop crimps: bare with a shrink over them, or with a cover of their own. */
export type SmallEnds = Workshop['smallEnds'];

const known = new WeakMap<readonly Lug[], Map<string, Lug[]>>();

/**
 * Whether a barrel takes a conductor of an area.
 * @example
 * takesArea({ areaMinMm2: 1.5, areaMm2: 2.5 }, 2.5); // true
 */
export const takesArea = (lug: Pick<Lug, 'areaMinMm2' | 'areaMm2'>, areaMm2: number): boolean =>
  areaMm2 >= lug.areaMinMm2 - 1e-9 && areaMm2 <= lug.areaMm2 + 1e-9;

/** An attachment as one word: two alike take the same ends. */
export const sizeKey = (attachment: Attachment): string => `${attachment.kind} ${sizeOf(attachment)}`;

const sizeOf = (attachment: Attachment): string => {
  switch (attachment.kind) {
    case 'stud':
      return `${attachment.diameterMm} ${attachment.palmWidthMaxMm}`;
    case 'clamp':
      return `${attachment.minMm2} ${attachment.maxMm2}`;
    case 'tab':
      return String(attachment.widthMm);
    case 'contact':
      return String(attachment.contactA);
    case 'socket':
      return attachment.plug;
    default:
      return '';
  }
};

/**
 * The cable ends in the catalogue that fit a terminal and a flexible conductor of an area, best first: straight before
 * angled, the workshop's kind of cover, tinned before plain, the narrowest palm, then id.
 * Answers are kept per catalogue list: sizing asks for every area at every terminal.
 */
export function endsThatFit(
  areaMm2: number,
  terminal: Terminal,
  lugs: readonly Lug[],
  smallEnds: SmallEnds = 'bare',
): Lug[] {
  const { attachment } = terminal;
  const key = `${sizeKey(attachment)} ${areaMm2} ${smallEnds}`;
  let answers = known.get(lugs);
  if (!answers) {
    answers = new Map();
    known.set(lugs, answers);
  }
  let found = answers.get(key);
  if (!found) {
    const cover = (lug: Lug) => (lug.insulation === smallEnds ? 0 : lug.insulation === 'bare' ? 1 : 2);
    found = lugs
      .filter((lug) => takesArea(lug, areaMm2) && lug.classes.includes(5) && endFits(lug, attachment))
      .sort(
        (a, b) =>
          a.angleDeg - b.angleDeg ||
          cover(a) - cover(b) ||
          Number(a.surface === 'plain') - Number(b.surface === 'plain') ||
          a.palmWidthMm - b.palmWidthMm ||
          compareText(a.id, b.id),
      );
    answers.set(key, found);
  }
  return found;
}

function endFits(lug: Lug, attachment: Terminal['attachment']): boolean {
  switch (attachment.kind) {
    case 'stud':
      return (
        lug.kind === 'lug' &&
        lug.studMm === attachment.diameterMm &&
        lug.palmWidthMm <= attachment.palmWidthMaxMm + 1e-9
      );
    case 'clamp':
      return lug.kind === 'ferrule' && lug.areaMm2 >= attachment.minMm2 && lug.areaMm2 <= attachment.maxMm2;
    case 'tab':
      return lug.kind === 'receptacle' && lug.tabWidthMm === attachment.widthMm;
    case 'contact':
      return lug.kind === 'contact' && lug.contactA === attachment.contactA;
    case 'socket':
      return false;
    case 'cap':
      return lug.kind === 'cap';
    default:
      return lug.kind === 'splice';
  }
}

/** Why no cable end fits, in words with numbers. */
export function whyNoEnd(areaMm2: number, terminal: Terminal, lugs: readonly Lug[]): string {
  const { attachment } = terminal;
  switch (attachment.kind) {
    case 'clamp':
      return `the clamp takes ${attachment.minMm2} to ${attachment.maxMm2} mm², not ${sizeText(areaMm2)}`;
    case 'tab':
      return `no receptacle for ${sizeText(areaMm2)} on a tab of ${attachment.widthMm} mm in the catalogue`;
    case 'contact':
      return `no contact of ${attachment.contactA} A for ${sizeText(areaMm2)} in the catalogue`;
    case 'socket':
      return `${terminal.name} takes a plug of a data lead, not a conductor`;
    case 'cap':
      return `no end cap for ${sizeText(areaMm2)} in the catalogue`;
    case 'lead':
      return `no splice for ${sizeText(areaMm2)} in the catalogue`;
    default: {
      const { diameterMm, palmWidthMaxMm } = attachment;
      const sameArea = lugs.filter((l) => l.kind === 'lug' && takesArea(l, areaMm2) && l.studMm === diameterMm);
      if (sameArea.length === 0) return `no lug ${sizeText(areaMm2)} × M${diameterMm} in the catalogue`;
      const palm = Math.min(...sameArea.map((l) => l.palmWidthMm));
      return `palm ${palm} mm of the lug ${sizeText(areaMm2)} × M${diameterMm} is wider than the ${palmWidthMaxMm} mm the stud leaves`;
    }
  }
}

/** Why one lug does not go on a flexible conductor and a terminal; null when it does. */
export function whyNotThis(lug: Lug, areaMm2: number, terminal: Terminal, lugs: readonly Lug[]): string | null {
  const { attachment } = terminal;
  if (!takesArea(lug, areaMm2)) return `its barrel is for ${areasOf(lug)} mm², the conductor is ${sizeText(areaMm2)}`;
  if (!lug.classes.includes(5)) {
    const thick = CONDUCTOR_MM[5][String(areaMm2)];
    return `its bore of ${lug.boreMm} mm is for stranded conductors of class ${lug.classes.join(' and ')}; a flexible one of ${areaMm2} mm² is up to ${thick} mm thick (IEC 60228 annex C, from memory)`;
  }
  if (attachment.kind === 'stud' && lug.studMm !== attachment.diameterMm)
    return `its hole is ${lug.studMm ? `for M${lug.studMm}` : 'none'}, the stud is M${attachment.diameterMm}`;
  if (endFits(lug, attachment)) return null;
  return attachment.kind === 'stud'
    ? `palm ${lug.palmWidthMm} mm: ${whyNoEnd(areaMm2, terminal, lugs)}`
    : whyNoEnd(areaMm2, terminal, lugs);
}

const areasOf = (lug: Lug) =>
  lug.areaMinMm2 === lug.areaMm2 ? `${lug.areaMm2}` : `${lug.areaMinMm2} to ${lug.areaMm2}`;
