import type { Catalogue, Element, Part, Terminal } from '../../catalogue/part.ts';
import { usedTerminals } from '../../document/actions/connect.ts';
import type { Board, Cable, Connection, Id, Item, TerminalRef } from '../../document/board.ts';
import type { Profile } from '../../profiles/profile.ts';
import type { PanelBody } from '../body/boardBody.ts';
import type { ControlStudy } from '../control/controlStudy.ts';
import type { MainsStudy } from '../control/mainsStudy.ts';
import type { Demand } from '../demand/demand.ts';
import type { Energy } from '../demand/energy.ts';
import type { CableLength } from '../lengths/lengths.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import type { SizedSeat, SizedWire, SizingResult } from '../sizing/sizingResult.ts';
import type { StackResult } from '../terminations/stacks.ts';
import type { MadeCable } from '../terminations/terminations.ts';

/** All that stands before the checks; they only read. */
export interface CheckContext {
  board: Board;
  parts: ReadonlyMap<Id, Part>;
  items: ReadonlyMap<Id, Item>;
  connections: ReadonlyMap<Id, Connection>;
  /** Elements inside the parts by kind, in the order of the board. */
  elementsOf: ReadonlyMap<Element['kind'], readonly { item: Item; element: Element }[]>;
  cableOf: ReadonlyMap<Id, Cable>;
  cableOfConnection: ReadonlyMap<Id, Cable>;
  wireOf: ReadonlyMap<Id, SizedWire>;
  seatOf: ReadonlyMap<string, SizedSeat>;
  catalogue: Catalogue;
  profile: Profile;
  netlist: Netlist;
  potentials: Potentials;
  demand: Demand;
  energy: Energy;
  control: ControlStudy;
  mains: MainsStudy;
  lengths: ReadonlyMap<Id, CableLength>;
  sizing: SizingResult;
  cables: readonly MadeCable[];
  stacks: readonly StackResult[];
  bodies: readonly PanelBody[];
}

export const partOf = (context: CheckContext, item: Item): Part | null => context.parts.get(item.partId) ?? null;

export function terminalAt(context: CheckContext, ref: TerminalRef): Terminal | null {
  const item = context.items.get(ref.itemId);
  return (item && partOf(context, item)?.terminals.find((t) => t.id === ref.terminalId)) ?? null;
}

/** A terminal as printed: `-F1:line`. */
export const placeName = (context: CheckContext, ref: TerminalRef): string =>
  `${context.items.get(ref.itemId)?.designation ?? '?'}:${terminalAt(context, ref)?.name ?? ref.terminalId}`;

export const nodeAt = (context: CheckContext, ref: TerminalRef): number =>
  context.netlist.nodeOf.get(`${ref.itemId} ${ref.terminalId}`) ?? -1;

/** Free studs of bus bars and fuse blocks at a potential side, for fixes that connect something. */
export function freeSpots(context: CheckContext, polarity: 'plus' | 'minus', island: number | null): TerminalRef[] {
  const used = usedTerminals(context.board.connections);
  const spots: TerminalRef[] = [];
  for (const item of context.board.items) {
    const part = partOf(context, item);
    if (part?.kind !== 'busBar' && part?.kind !== 'fuseBlock') continue;
    for (const t of part.terminals) {
      const ref = { itemId: item.id, terminalId: t.id };
      if (t.polarity !== polarity || t.required || used.has(`${item.id} ${t.id}`)) continue;
      const node = nodeAt(context, ref);
      if (island !== null && context.potentials.islandOf[node] !== island) continue;
      spots.push(ref);
    }
  }
  return spots;
}

/** Gathers the elements of all items by kind. */
export function elementsByKind(items: readonly Item[], parts: ReadonlyMap<Id, Part>): CheckContext['elementsOf'] {
  const found = new Map<Element['kind'], { item: Item; element: Element }[]>();
  for (const item of items)
    for (const element of parts.get(item.partId)?.elements ?? []) {
      const own = found.get(element.kind);
      if (own) own.push({ item, element });
      else found.set(element.kind, [{ item, element }]);
    }
  return found;
}
