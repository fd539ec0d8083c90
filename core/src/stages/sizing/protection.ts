import type { ElementOf } from '../../devices/elementKind.ts';
import type { Choice, Id } from '../../document/basics.ts';
import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import type { Catalogue, FuseLink } from '../../document/part/part.ts';
import type { FeederSchool } from '../../document/settings/settings.ts';
import { compareText } from '../../engine/compareText.ts';
import { feederMinimum, fuseMinimum } from '../../formulas/protection.ts';
import type { Profile } from '../../profiles/profile.ts';
import { type ChoiceResult, lockedResult } from './choiceResult.ts';

export interface Seat {
  branch: number;
  key: string;
  itemId: Id;
  element: ElementOf<'fuseSeat'>;
  choice: Choice<Id>;
}

export interface SeatMinimum {
  designCurrentA: number;
  /** 1.25 × summed loads. */
  loadsSchoolA: number;
  /** Summed branch fuses and unfused loads; null where there are none below. */
  fusesSchoolA: number | null;
  minimumA: number;
}

/** Smallest rating a seat may take by the board's feeder school, A. */
export function seatMinimum(
  designCurrentA: number,
  branchFusesA: readonly number[],
  school: FeederSchool,
  profile: Profile,
): SeatMinimum {
  const loadsSchoolA = fuseMinimum.compute({ factor: profile.fuseFactor.value, currentA: designCurrentA });
  const fusesSchoolA = branchFusesA.length > 1 ? branchFusesA.reduce((s, a) => s + a, 0) : null;
  const minimumA =
    school === 'summedFuses' && fusesSchoolA !== null
      ? feederMinimum.compute({ loadsA: loadsSchoolA, fusesA: fusesSchoolA })
      : loadsSchoolA;
  return { designCurrentA, loadsSchoolA, fusesSchoolA, minimumA };
}

/** Interrupt rating of a link at a voltage, A; 0 when it is not made for that voltage. */
export function interruptA(link: FuseLink, voltageV: number): number {
  return link.interrupt.find((row) => voltageV <= row.upToV + 1e-9)?.currentA ?? 0;
}

const sortedLinks = new WeakMap<Catalogue, Map<string, FuseLink[]>>();

/** Links a seat is given by itself, rising by rating; one with its maker's own curve is chosen by hand only. Kept per catalogue, for sizing asks again and again. */
export function linksFor(seat: Seat, catalogue: Catalogue): FuseLink[] {
  const { style, maxRatingA } = seat.element;
  let known = sortedLinks.get(catalogue);
  if (!known) {
    known = new Map();
    sortedLinks.set(catalogue, known);
  }
  const key = `${style} ${maxRatingA}`;
  let links = known.get(key);
  if (!links) {
    links = catalogue.fuseLinks
      .filter((l) => l.style === style && l.ratingA <= maxRatingA + 1e-9 && !l.curve)
      .sort((a, b) => a.ratingA - b.ratingA || (a.price ?? 0) - (b.price ?? 0) || compareText(a.id, b.id));
    known.set(key, links);
  }
  return links;
}

/** The link somebody locked into a seat; null where it is worked out, or the link is gone. */
export const lockedLink = (seat: Seat, catalogue: Catalogue): FuseLink | null =>
  seat.choice.mode === 'locked' ? (catalogueIndex(catalogue).fuseLink.get(seat.choice.value) ?? null) : null;

/** Rating a seat gets for a minimum, A: the next standard size up, or the largest there is. */
export function seatRating(seat: Seat, minimumA: number, catalogue: Catalogue): number {
  const links = linksFor(seat, catalogue);
  if (seat.choice.mode === 'locked') return lockedLink(seat, catalogue)?.ratingA ?? 0;
  return (links.find((l) => l.ratingA >= minimumA - 1e-9) ?? links.at(-1))?.ratingA ?? 0;
}

/** The link itself: among links of the rating, one that can interrupt the fault, then the cheapest. */
export function seatLink(
  seat: Seat,
  minimumA: number,
  ratingA: number,
  fault: { currentA: number; voltageV: number },
  catalogue: Catalogue,
): ChoiceResult<Id | null> {
  if (seat.choice.mode === 'locked') return lockedResult(seat.choice);
  const links = linksFor(seat, catalogue);
  const same = links.filter((l) => l.ratingA === ratingA);
  const able = same.filter((l) => interruptA(l, fault.voltageV) >= fault.currentA);
  // Seats alike are asked again with every edit. The fault current counts only by which links can break it.
  const key = [
    ...[seat.element.style, seat.element.maxRatingA, minimumA, ratingA, fault.voltageV],
    ...able.map((l) => l.id),
  ].join(' ');
  let known = chosenLinks.get(links);
  if (!known || known.size > CHOICES_KEPT) {
    known = new Map();
    chosenLinks.set(links, known);
  }
  let choice = known.get(key);
  if (!choice) {
    choice = chooseLink(seat, links, same, able, minimumA, ratingA, fault.voltageV);
    known.set(key, choice);
  }
  return choice;
}

/** By the sorted links of a style: what was chosen of them for everything the choice hangs on. */
const chosenLinks = new WeakMap<readonly FuseLink[], Map<string, ChoiceResult<Id | null>>>();
const CHOICES_KEPT = 500;

function chooseLink(
  seat: Seat,
  links: readonly FuseLink[],
  same: readonly FuseLink[],
  able: readonly FuseLink[],
  minimumA: number,
  ratingA: number,
  voltageV: number,
): ChoiceResult<Id | null> {
  const rated = same.filter((l) => interruptA(l, voltageV) > 0);
  const link = able[0] ?? rated[0] ?? same[0];
  const fits = link !== undefined && link.ratingA >= minimumA - 1e-9;
  const rejected = links
    .filter((l) => l !== link && (l.ratingA < ratingA || l.ratingA === ratingA))
    .map((l) => ({
      value: l.id,
      why:
        l.ratingA < minimumA - 1e-9
          ? `${l.ratingA} A is under the smallest rating ${minimumA.toFixed(1)} A`
          : `interrupts ${interruptA(l, voltageV)} A at ${voltageV.toFixed(1)} V, or costs more`,
    }));
  const reason = fits
    ? `next standard size at or above ${minimumA.toFixed(1)} A`
    : `no ${seat.element.style} fuse up to ${seat.element.maxRatingA} A reaches ${minimumA.toFixed(1)} A`;
  return { value: link?.id ?? null, mode: 'auto', reason, who: null, rejected, fits };
}
