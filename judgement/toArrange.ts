import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { deviceOf } from '@ombrik/core/devices/registry';
import type { Board } from '@ombrik/core/document/board';
import { applyCommands } from '@ombrik/core/document/commands';
import { placeItem } from '@ombrik/core/document/item/items';
import { partIndex } from '@ombrik/core/document/references';

/** What of a lead that was measured whole lies on the panel once its end stands there, mm; the rest is off it. */
const [ON_PANEL_MM, OFF_PANEL_MM] = [150, 40];

/** A sound board with everything that belongs on a panel waiting to be placed there. */
export function toArrange(board: Board): Board {
  const parts = partIndex(board, genericCatalogue);
  const off = new Set(board.items.flatMap((i) => (deviceOf(parts.get(i.partId)!.kind).offBoard ? [i.id] : [])));
  let waiting = board;
  for (const { id } of board.items)
    if (!off.has(id)) waiting = applyCommands(waiting, placeItem(waiting, id, { kind: 'unplaced' })).board;
  const leaving = new Set(
    board.connections.flatMap((c) => (off.has(c.from.itemId) === off.has(c.to.itemId) ? [] : [c.id])),
  );
  return {
    ...waiting,
    cables: waiting.cables.map((c) => {
      if (!leaving.has(c.cores[0]!.connectionId)) return c;
      const shorter = c.segments.map((s) =>
        s.kind === 'measuredRun' ? { ...s, lengthMm: Math.max(OFF_PANEL_MM, s.lengthMm - ON_PANEL_MM) } : s,
      );
      return { ...c, segments: shorter };
    }),
  };
}
