import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Item, Place } from '../document/item/item.ts';
import type { Panel } from '../document/panel/panel.ts';
import type { Part } from '../document/part/part.ts';
import type { Dossier } from '../dossier.ts';
import type { MadeCable } from '../stages/terminations/terminations.ts';

export type OnPanel = Extract<Place, { kind: 'panel' }>;

/** A part that stands on a panel. */
export interface Stands {
  item: Item;
  part: Part;
  place: OnPanel;
}

/** What a build plan is made from: a board and what was derived from it, indexed once. */
export interface PlanInput {
  board: Board;
  dossier: Pick<Dossier, 'cables' | 'lengths' | 'stacks' | 'parts'>;
  panels: ReadonlyMap<Id, Panel>;
  stands: readonly Stands[];
  standing: ReadonlyMap<Id, Stands>;
  cables: ReadonlyMap<Id, MadeCable>;
  diameterMm: (cableId: Id) => number;
}

/** The panels, parts and cables of a board as its plan sees them. */
export function planInput(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  dossier: PlanInput['dossier'],
  diameterMm: PlanInput['diameterMm'],
): PlanInput {
  const stands = board.items.flatMap((item): Stands[] => {
    const part = parts.get(item.partId);
    return part && item.place.kind === 'panel' ? [{ item, part, place: item.place }] : [];
  });
  return {
    board,
    dossier,
    panels: new Map(board.panels.map((p) => [p.id, p])),
    stands,
    standing: new Map(stands.map((s) => [s.item.id, s])),
    cables: new Map(dossier.cables.map((c) => [c.cableId, c])),
    diameterMm,
  };
}
