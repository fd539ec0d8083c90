import type { Id } from '@ombrik/core/document/basics';
import type { Item } from '@ombrik/core/document/item/item';
import { removeItems } from '@ombrik/core/document/item/items';
import { type Move, shift, toOtherFace, turn } from '@ombrik/core/layout/arrange';
import { moveItems } from '@ombrik/core/layout/moveItem';
import type { KeyboardEvent } from 'react';
import { useJob } from '../../../session/useJob.ts';
import type { BoardView } from '../boardView.ts';
import { useLayOf } from '../useCableWidths.ts';
import type { HandStore } from './hand.ts';

/** Keys on a part: arrows nudge (ten with Shift), r turns, f turns over, h holds, Delete takes it off. */
export function useItemKeys(view: BoardView, hand: HandStore, together: (id: Id) => Set<Id>) {
  const job = useJob();
  const { board, parts } = job;
  const { face, chosen } = view;
  const layOf = useLayOf();
  return (e: KeyboardEvent, item: Item): void => {
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
    const go = (what: string, moves: Move[]) => {
      e.preventDefault();
      if (moves.length > 0) job.edit(`${what} ${item.designation}`, moveItems(board, parts, moves, layOf, true));
      else if (item.held) hand.setState({ said: `${item.designation} is held where it is; let it go first.` });
    };
    const nudge = by[e.key];
    if (nudge) go('Nudge', shift(board, parts, ids, nudge[0], nudge[1]));
    else if (e.ctrlKey || e.metaKey || e.altKey) return;
    else if (e.key === 'r') go('Turn', turn(board, parts, ids));
    else if (e.key === 'f') go('Turn over', toOtherFace(board, parts, ids));
    else if (e.key === 'h')
      job.edit(
        `${item.held ? 'Let go' : 'Hold'} ${item.designation}`,
        [...ids].map((id) => ({ kind: 'set', collection: 'items', id, field: 'held', value: !item.held })),
      );
    else if (e.key === 'Delete') {
      job.select(null);
      job.edit(`Delete ${item.designation}`, removeItems(board, chosen.has(item.id) ? new Set(chosen) : ids));
    }
  };
}
