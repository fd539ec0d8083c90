import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { applyCommands } from '../document/commands.ts';
import type { Part } from '../document/part/part.ts';
import type { LayOf } from './cableLays.ts';
import { type RoutedCables, routeCables } from './routeCables.ts';
import { layBehind } from './throughHoles.ts';

/**
 * Routes every cable no hand has laid; one that finds no way on its own face goes through the board and along the other,
 * where there is room behind.
 * @example
 * routeEverywhere(board, parts, () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 })).failed; // []
 */
export function routeEverywhere(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  layOf: LayOf,
  onProgress: (done: number, all: number) => boolean = () => true,
): RoutedCables {
  let goesOn = true;
  const first = routeCables(board, parts, layOf, null, (done, all) => {
    goesOn = onProgress(done, all);
    return goesOn;
  });
  if (first.failed.length === 0 || !goesOn) return first;
  let now = applyCommands(board, first.commands).board;
  const commands = [...first.commands];
  const plain = [...first.plain];
  const routed = [...first.routed];
  const failed: Id[] = [];
  let { cost } = first;
  for (const id of first.failed) {
    const segment = now.cables.find((c) => c.id === id)?.segments.find((s) => s.kind === 'panelRoute');
    const panel = segment?.kind === 'panelRoute' ? now.panels.find((p) => p.id === segment.panelId) : undefined;
    const behind = panel && panel.backClearanceMm > layOf(id).diameterMm ? layBehind(now, parts, id, layOf) : [];
    const through = behind.length > 0 ? applyCommands(now, behind).board : now;
    const laid = behind.length > 0 ? routeCables(through, parts, layOf, new Set([id])) : null;
    if (!laid || laid.failed.length > 0) {
      failed.push(id);
      continue;
    }
    now = applyCommands(through, laid.commands).board;
    commands.push(...behind, ...laid.commands);
    plain.push(...behind, ...laid.plain);
    routed.push(id);
    cost += laid.cost;
  }
  return {
    commands,
    plain,
    routed,
    failed,
    leftFor: [],
    inTheWay: first.inTheWay.filter((w) => failed.includes(w.cableId)),
    cost,
  };
}
