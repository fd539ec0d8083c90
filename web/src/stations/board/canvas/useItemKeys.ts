import type { Item } from '@ombrik/core/document/item/item';
import { removeItems } from '@ombrik/core/document/item/items';
import { type Move, toOtherFace, turn } from '@ombrik/core/layout/arrange';
import { moveItems } from '@ombrik/core/layout/moveItem';
import type { KeyboardEvent } from 'react';
import { useKeys } from '../../../find/bindings.ts';
import { useJob } from '../../../session/useJob.ts';
import type { BoardView } from '../boardView.ts';
import { useLayOf } from '../useCableWidths.ts';
import type { HandStore } from './hand.ts';
import type { useItemDrag } from './useItemDrag.ts';

/** Keys of a part that has the focus; the arrows nudge it besides. */
const KEYS = {
  r: 'Turn it',
  f: 'Turn it over to the other face',
  h: 'Hold it, or let it go',
  Delete: 'Take it off',
} as const;

/** Keys on a part, for whoever has it under the hand. */
export function useItemKeys(
  view: BoardView,
  hand: HandStore,
  { together, nudge }: Pick<ReturnType<typeof useItemDrag>, 'together' | 'nudge'>,
) {
  const job = useJob();
  const { face, chosen } = view;
  const layOf = useLayOf();
  useKeys('A part on the board', [
    { keys: 'ArrowLeft', says: 'Nudge it, any arrow: 1 mm' },
    { keys: 'Shift+ArrowLeft', says: 'Nudge it 10 mm' },
    ...Object.entries(KEYS).map(([keys, says]) => ({ keys, says })),
  ]);
  return (e: KeyboardEvent, item: Item): void => {
    // Of now: a nudge may have been made a moment ago.
    const { board, parts } = job;
    if (item.place.kind !== 'panel') return;
    const step = e.shiftKey ? 10 : 1;
    // To the right is to the right as seen, whichever face it is.
    const side = face === 'back' ? -1 : 1;
    const by: Record<string, [number, number]> = {
      ArrowLeft: [-step * side, 0],
      ArrowRight: [step * side, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const ids = together(item.id);
    const stays = () => {
      if (item.held) hand.setState({ said: `${item.designation} is held where it is; let it go first.` });
    };
    const go = (what: string, moves: Move[]) => {
      e.preventDefault();
      if (moves.length > 0) job.edit(`${what} ${item.designation}`, moveItems(board, parts, moves, layOf, true));
      else stays();
    };
    const arrow = by[e.key];
    if (arrow) {
      e.preventDefault();
      if (!nudge(item, ids, arrow[0], arrow[1])) stays();
      return;
    }
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    const deeds: Record<keyof typeof KEYS, () => unknown> = {
      r: () => go('Turn', turn(board, parts, ids)),
      f: () => go('Turn over', toOtherFace(board, parts, ids)),
      h: () =>
        job.edit(
          `${item.held ? 'Let go' : 'Hold'} ${item.designation}`,
          [...ids].map((id) => ({ kind: 'set', collection: 'items', id, field: 'held', value: !item.held })),
        ),
      Delete: () => {
        job.select(null);
        job.edit(`Delete ${item.designation}`, removeItems(board, chosen.has(item.id) ? new Set(chosen) : ids));
      },
    };
    if (Object.hasOwn(deeds, e.key)) deeds[e.key as keyof typeof KEYS]();
  };
}
