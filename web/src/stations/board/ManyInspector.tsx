import { copyItems } from '@ombrik/core/document/item/copyItems';
import type { Item } from '@ombrik/core/document/item/item';
import { removeItems } from '@ombrik/core/document/item/items';
import { newId } from '@ombrik/core/document/newId';
import {
  align,
  distribute,
  type Edge,
  type Move,
  mirror,
  toOtherFace,
  turn,
  withGroups,
} from '@ombrik/core/layout/arrange';
import { moveItems } from '@ombrik/core/layout/moveItem';
import { useJob } from '../../session/useJob.ts';
import { carry } from '../../ui/carried.ts';
import type { BoardView } from './boardView.ts';
import { useLayOf } from './useCableWidths.ts';

const EDGES: readonly [Edge, string][] = [
  ['left', 'left edges'],
  ['centre', 'centres ↔'],
  ['right', 'right edges'],
  ['top', 'top edges'],
  ['middle', 'centres ↕'],
  ['bottom', 'bottom edges'],
];

/** Several parts chosen together: line them up, space them, turn, mirror, hold, group, carry to another job. */
export function ManyInspector({ view, items }: { view: BoardView; items: readonly Item[] }) {
  const job = useJob();
  const layOf = useLayOf();
  const ids = new Set(items.map((i) => i.id));
  const moved = (what: string, moves: Move[]) => {
    if (moves.length > 0)
      job.edit(`${what} ${items.length} parts`, moveItems(job.board, job.parts, moves, layOf, true));
  };
  const hold = (value: boolean) =>
    job.edit(
      `${value ? 'Hold' : 'Let go'} ${items.length} parts`,
      [...ids].map((id) => ({ kind: 'set', collection: 'items', id, field: 'held', value })),
    );
  const group = (value: string | null) =>
    job.edit(
      `${value ? 'Group' : 'Ungroup'} ${items.length} parts`,
      [...(value ? ids : withGroups(job.board, ids))].map((id) => ({
        kind: 'set',
        collection: 'items',
        id,
        field: 'groupId',
        value,
      })),
    );
  const held = items.every((i) => i.held);
  const grouped = items.some((i) => i.groupId);
  const button = (text: string, act: () => void, disabled = false) => (
    <button key={text} type="button" className="btn btn-xs" disabled={disabled} onClick={act}>
      {text}
    </button>
  );
  const massKg = items.reduce((s, i) => s + (job.parts.get(i.partId)?.massKg ?? 0), 0);
  return (
    <section aria-label="Parts chosen together">
      <h3 className="text-xl leading-tight">{items.length} parts</h3>
      <p className="dim mb-2 text-[13px]">
        {items.map((i) => i.designation).join(', ')}; {massKg.toFixed(1)} kg. Held ones stay and give the line.
      </p>
      <h4 className="text-base">Line up</h4>
      <div className="grid grid-cols-3 gap-1">
        {EDGES.map(([edge, text]) => button(text, () => moved('Line up', align(job.board, job.parts, ids, edge))))}
      </div>
      <h4 className="perforated mt-2 pt-1 text-base">Equal gaps</h4>
      <div className="flex gap-1">
        {button('across', () => moved('Space', distribute(job.board, job.parts, ids, 'x')), items.length < 3)}
        {button('down', () => moved('Space', distribute(job.board, job.parts, ids, 'y')), items.length < 3)}
      </div>
      <h4 className="perforated mt-2 pt-1 text-base">Together</h4>
      <div className="flex flex-wrap gap-1">
        {button('Turn', () => moved('Turn', turn(job.board, job.parts, ids)))}
        {button('Mirror ↔', () => moved('Mirror', mirror(job.board, job.parts, ids, 'x')))}
        {button('Mirror ↕', () => moved('Mirror', mirror(job.board, job.parts, ids, 'y')))}
        {button(view.face === 'front' ? 'To the back' : 'To the front', () =>
          moved('Turn over', toOtherFace(job.board, job.parts, ids)),
        )}
        {button(held ? 'Let go' : 'Hold in place', () => hold(!held))}
        {button(grouped ? 'Ungroup' : 'Group', () => group(grouped ? null : newId('gr')))}
        {button('Copy', () => carry(copyItems(job.board, ids)))}
        {button('Delete', () => {
          job.select(null);
          job.edit(`Delete ${items.length} parts`, removeItems(job.board, ids));
        })}
      </div>
      <p className="dim mt-1 text-xs">
        A copy is put down with “Put down copy” above the board, here or in another job; wires among the parts come
        along. Ctrl-C and Ctrl-V do so from window to window, and into a spreadsheet as rows.
      </p>
    </section>
  );
}
