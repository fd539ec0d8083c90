import type { Id } from '../../document/board.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';
import { type CheckContext, nodeAt, partOf } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** Loads whose minus wire ends at a frame. */
export function framedItems(
  context: Pick<CheckContext, 'board' | 'items' | 'parts' | 'netlist'>,
): { itemId: Id; frameId: Id }[] {
  const frames = new Set(context.netlist.frames.map((f) => f.itemId));
  if (frames.size === 0) return [];
  const takers = new Set([
    ...context.netlist.consumers.filter((c) => c.element.kind !== 'coil').map((c) => c.item.id),
    ...context.netlist.chargers.map((c) => c.item.id),
  ]);
  return context.board.connections.flatMap((c) => {
    const [a, b] = [c.from.itemId, c.to.itemId];
    if (frames.has(a) && takers.has(b)) return [{ itemId: b, frameId: a }];
    if (frames.has(b) && takers.has(a)) return [{ itemId: a, frameId: b }];
    return [];
  });
}

/** Frames that carry returns: whether the rules allow it, and whether current finds more than one way home. */
export function returnChecks(context: CheckContext): Finding[] {
  const { netlist, profile } = context;
  if (netlist.frames.length === 0) return [];
  const name = (id: Id) => context.items.get(id)?.designation ?? id;
  const findings: Finding[] = [];
  const framed = framedItems(context);
  if (framed.length > 0 && !profile.frameReturn.allowed) {
    const ids = [...new Set(framed.map((f) => f.itemId))];
    findings.push(
      makeFinding(
        {
          rule: 'frame-return',
          severity: 'warn',
          station: 'circuit',
          where: { label: ids.map(name).join(', '), itemIds: ids },
          says: `${ids.map(name).join(', ')} ${ids.length > 1 ? 'return' : 'returns'} through the frame`,
          why: 'the rules this board follows ask for a wire of its own back; both drops stand on the Branches sheet',
          source: profile.frameReturn.source,
        },
        'board',
      ),
    );
  }
  for (const frame of netlist.frames) {
    const around = neighbours(netlist, (b) => b.itemId !== frame.itemId);
    const home = reachedFrom(
      around,
      netlist.sources.map((s) => s.minus),
    );
    const item = context.items.get(frame.itemId)!;
    const bonds = (partOf(context, item)?.terminals ?? []).filter((t) =>
      home.has(nodeAt(context, { itemId: item.id, terminalId: t.id })),
    );
    if (bonds.length < 2) continue;
    const cables = context.board.connections
      .filter((c) => [c.from, c.to].some((r) => r.itemId === item.id && bonds.some((t) => t.id === r.terminalId)))
      .flatMap((c) => context.cableOfConnection.get(c.id)?.id ?? []);
    findings.push(
      makeFinding(
        {
          rule: 'frame-loop',
          severity: 'warn',
          station: 'circuit',
          where: { label: item.designation, itemIds: [item.id], cableIds: cables },
          says: `${item.designation} is tied to the minus at ${bonds.length} points: current finds two ways home`,
          why: 'what goes through the frame goes past shunt and wire sizes, and nobody knows how much: tie it at one point',
          source: 'one bond from frame to minus (common practice, no source)',
        },
        item.id,
      ),
    );
  }
  return findings;
}
