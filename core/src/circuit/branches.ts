import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Command } from '../document/commands.ts';
import type { TerminalRef } from '../document/connection/connection.ts';
import { moveEnd } from '../document/connection/rewire.ts';
import type { Part } from '../document/part/part.ts';
import type { Dossier } from '../dossier.ts';

/** One fitting of a looped branch: what it takes, what passes on to it, and what it loses. */
export interface Fitting {
  itemId: Id;
  /** Fittings between this one and the feed. */
  depth: number;
  ownA: number;
  /** Current in the plus wire that comes to it: its own and all behind it. */
  throughA: number;
  dropShare: number;
  limitShare: number;
}

/** Loads looped on from one another: their current adds up toward the feed, and the farthest one loses most. */
export interface LoopedBranch {
  /** Where the branch leaves what feeds it, and by which wire. */
  feed: TerminalRef;
  cableId: Id;
  guardRatingA: number | null;
  fittings: Fitting[];
  /** The fitting that loses most. */
  farthestId: Id;
}

type Parts = ReadonlyMap<Id, Part>;
const isLoad = (board: Board, parts: Parts, itemId: Id): boolean => {
  const item = board.items.find((i) => i.id === itemId);
  return parts.get(item?.partId ?? '')?.kind === 'load';
};
const plusOf = (board: Board, parts: Parts, ref: TerminalRef): boolean =>
  parts.get(board.items.find((i) => i.id === ref.itemId)?.partId ?? '')?.terminals.find((t) => t.id === ref.terminalId)
    ?.polarity === 'plus';

/**
 * Every branch with more than one fitting, as wired.
 * @example
 * loopedBranches(board, parts, dossier).length; // 0
 */
export function loopedBranches(board: Board, parts: Parts, dossier: Pick<Dossier, 'sizing' | 'flows'>): LoopedBranch[] {
  const wires = new Map(dossier.sizing.wires.map((w) => [w.connectionId, w]));
  const cableOf = new Map(board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c.id] as const)));
  const between: { from: Id; to: Id; connectionId: Id }[] = [];
  const feeds: { itemId: Id; feed: TerminalRef; connectionId: Id }[] = [];
  for (const c of board.connections) {
    const loads = [c.from, c.to].map((r) => isLoad(board, parts, r.itemId) && plusOf(board, parts, r));
    if (loads[0] && loads[1]) between.push({ from: c.from.itemId, to: c.to.itemId, connectionId: c.id });
    else if (loads[0]) feeds.push({ itemId: c.from.itemId, feed: c.to, connectionId: c.id });
    else if (loads[1]) feeds.push({ itemId: c.to.itemId, feed: c.from, connectionId: c.id });
  }
  return feeds.flatMap(({ itemId, feed, connectionId }): LoopedBranch[] => {
    const fittings: Fitting[] = [];
    const seen = new Set<Id>();
    const visit = (id: Id, depth: number, by: Id) => {
      if (seen.has(id)) return;
      seen.add(id);
      const drop = dossier.sizing.drops.find((d) => d.itemId === id);
      fittings.push({
        itemId: id,
        depth,
        ownA: dossier.flows.find((f) => f.itemId === id)?.designCurrentA ?? 0,
        throughA: wires.get(by)?.designCurrentA ?? 0,
        dropShare: drop?.share ?? 0,
        limitShare: drop?.limitShare ?? 0,
      });
      for (const b of between) {
        if (b.from === id) visit(b.to, depth + 1, b.connectionId);
        if (b.to === id) visit(b.from, depth + 1, b.connectionId);
      }
    };
    visit(itemId, 0, connectionId);
    if (fittings.length < 2) return [];
    const farthest = fittings.reduce((w, f) => (f.dropShare > w.dropShare ? f : w));
    return [
      {
        feed,
        cableId: cableOf.get(connectionId) ?? '',
        guardRatingA: wires.get(connectionId)?.guardRatingA ?? null,
        fittings,
        farthestId: farthest.itemId,
      },
    ];
  });
}

/**
 * Takes a load's pair from where it is fed to another load, so that it is looped on from there. Empty where either is no
 * load with one plus and one minus wire, or the other already hangs behind it.
 * @example
 * loopOn(board, parts, 'it_E1', 'it_E1').length; // 0
 */
export function loopOn(board: Board, parts: Parts, itemId: Id, fromItemId: Id): Command[] {
  if (itemId === fromItemId || behind(board, parts, itemId).has(fromItemId)) return [];
  const other = board.items.find((i) => i.id === fromItemId);
  const otherPart = other && parts.get(other.partId);
  if (otherPart?.kind !== 'load' || !isLoad(board, parts, itemId)) return [];
  const part = parts.get(board.items.find((i) => i.id === itemId)!.partId)!;
  const commands: Command[] = [];
  for (const polarity of ['plus', 'minus'] as const) {
    const own = part.terminals.find((t) => t.domain === 'dc' && t.polarity === polarity);
    const target = otherPart.terminals.find((t) => t.domain === 'dc' && t.polarity === polarity);
    const incoming = incomingWire(board, parts, itemId, own?.id ?? '');
    if (!own || !target || !incoming) return [];
    commands.push(...moveEnd(board, incoming.id, incoming.sourceEnd, { itemId: fromItemId, terminalId: target.id }));
  }
  return commands;
}

/** The wire that brings current to a terminal of a load: the one not going on to a load behind it. */
function incomingWire(board: Board, parts: Parts, itemId: Id, terminalId: Id) {
  const beyond = behind(board, parts, itemId);
  for (const c of board.connections) {
    const ends = [c.from, c.to] as const;
    const k = ends.findIndex((r) => r.itemId === itemId && r.terminalId === terminalId);
    if (k < 0) continue;
    const sourceEnd = ends[1 - k]!;
    if (!beyond.has(sourceEnd.itemId)) return { id: c.id, sourceEnd };
  }
  return null;
}

/** Loads that hang behind a load on its branch: reached over loads without passing what feeds it. */
function behind(board: Board, parts: Parts, itemId: Id): Set<Id> {
  const near = new Map<Id, Set<Id>>();
  const fed = new Set<Id>();
  for (const c of board.connections) {
    if (!plusOf(board, parts, c.from) || !plusOf(board, parts, c.to)) continue;
    const [a, b] = [c.from.itemId, c.to.itemId];
    const [la, lb] = [isLoad(board, parts, a), isLoad(board, parts, b)];
    if (la && lb) {
      near.set(a, (near.get(a) ?? new Set()).add(b));
      near.set(b, (near.get(b) ?? new Set()).add(a));
    } else if (la) fed.add(a);
    else if (lb) fed.add(b);
  }
  const found = new Set<Id>();
  for (const start of near.get(itemId) ?? []) {
    const side = new Set<Id>([start]);
    for (const id of side) for (const other of near.get(id) ?? []) if (other !== itemId) side.add(other);
    if (![...side].some((id) => fed.has(id))) for (const id of side) found.add(id);
  }
  return found;
}
