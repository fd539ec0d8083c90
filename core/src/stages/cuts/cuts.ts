import type { Id } from '../../document/basics.ts';
import type { ColourCode } from '../../document/cable/cable.ts';
import { compareNatural, compareText } from '../../engine/compareText.ts';
import type { MadeCable } from '../terminations/terminations.ts';

/** Required pieces of one cable type and colour. Which reel they come from is the stock solver's business. */
export interface CutGroup {
  key: string;
  cableTypeId: Id | null;
  name: string;
  areaMm2: number;
  /** Null for sheathed cable and flat copper. */
  colour: ColourCode | null;
  pieces: MadeCable[];
  totalMm: number;
}

/** Groups the cables to cut by type and colour, thickest first. */
export function cutGroups(cables: readonly MadeCable[]): CutGroup[] {
  const groups = new Map<string, CutGroup>();
  for (const cable of cables) {
    if (cable.lead) continue;
    const colour = cable.cores[0]?.colour ?? 'BK';
    // A sheath and bare copper have one colour, whatever their cores have.
    const single = cable.cores.length === 1 && !cable.flat;
    const key = `${cable.cableTypeId ?? cable.areaMm2}/${single ? colour : ''}/${cable.cores.length}`;
    let group = groups.get(key);
    if (!group) {
      group = {
        key,
        cableTypeId: cable.cableTypeId,
        name: cable.cableTypeName,
        areaMm2: cable.areaMm2,
        colour: single ? colour : null,
        pieces: [],
        totalMm: 0,
      };
      groups.set(key, group);
    }
    group.pieces.push(cable);
    group.totalMm += cable.cutMm;
  }
  return [...groups.values()].sort((a, b) => b.areaMm2 - a.areaMm2 || compareText(a.key, b.key));
}

/** A group with its longest piece first. */
export const longestFirst = (group: CutGroup): CutGroup => ({
  ...group,
  pieces: [...group.pieces].sort((a, b) => b.cutMm - a.cutMm || compareNatural(a.designation, b.designation)),
});
