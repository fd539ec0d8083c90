import type { CableType, Catalogue, Lug, Terminal } from '../../document/part/part.ts';
import type { Profile } from '../../profiles/profile.ts';

/** What the thickness of a cable asks of its way. */
export interface CableLay {
  diameterMm: number;
  /** Inner radius of its bends, mm. */
  bendMm: number;
  /** From a stud's middle to the end of the barrel, mm. */
  lugMm: number;
}

/** A cable nobody has sized counts as this thick, mm. */
const UNSIZED_MM = 5;
/** Behind barrel or clamp a cable stays straight for so many of its diameters. Common practice, no source: 1 to 2. */
export const STRAIN_DIAMETERS = 1;

const reaches = new WeakMap<readonly Lug[], Map<number, number>>();
/** How far straight ring lugs for an area reach from their stud, mm: the longest, for the stud is not known here. */
function lugReachMm(lugs: readonly Lug[], areaMm2: number): number {
  let known = reaches.get(lugs);
  if (!known) {
    known = new Map();
    for (const lug of lugs)
      if (lug.kind === 'lug' && lug.angleDeg === 0 && lug.insulation === 'bare')
        known.set(lug.areaMm2, Math.max(known.get(lug.areaMm2) ?? 0, lug.setbackMm + lug.barrelDepthMm));
    reaches.set(lugs, known);
  }
  return known.get(areaMm2) ?? 0;
}

/**
 * What a kind of cable asks of its way; null where nobody has sized it, or it is not sold.
 * @example
 * cableLay(null, 16, profile, catalogue).diameterMm; // 5
 */
export function cableLay(type: CableType | null, areaMm2: number, profile: Profile, catalogue: Catalogue): CableLay {
  const diameterMm = type?.outerDiameterMm ?? UNSIZED_MM;
  const { flexible, stiff } = profile.bend;
  return {
    diameterMm,
    bendMm: diameterMm * (type && type.strandClass !== 5 ? stiff : flexible),
    lugMm: lugReachMm(catalogue.lugs, areaMm2),
  };
}

/**
 * How far a cable stays straight from a terminal, mm: barrel and strain at a stud, strain alone elsewhere.
 * @example
 * straightFromMm({ kind: 'stud', diameterMm: 8, palmWidthMaxMm: 20 }, { diameterMm: 12, bendMm: 48, lugMm: 40 }); // 52
 */
export const straightFromMm = (attachment: Terminal['attachment'], { diameterMm, lugMm }: CableLay): number =>
  (attachment.kind === 'stud' ? lugMm : 0) + STRAIN_DIAMETERS * diameterMm;
