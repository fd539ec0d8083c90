import { freeTerminals } from '@ombrik/core/document/connection/connect';
import { wireToBlock } from '@ombrik/core/document/item/items';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { FormField } from '../../ui/form/FormField.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';

/** Many loads to the ways of a fuse block in one go. */
export function WireLoads() {
  const job = useJob();
  const { board, parts } = job;
  const blocks = board.items.filter((i) => parts.get(i.partId)?.kind === 'fuseBlock');
  const waiting = board.items.filter((i) => {
    const part = parts.get(i.partId);
    return part?.kind === 'load' && freeTerminals(board, i, part).filter((t) => t.required).length > 0;
  });
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [note, setNote] = useState('');
  const form = useFieldForm(
    {
      block: {
        kind: 'choice',
        label: 'Fuse block',
        hideLabel: true,
        options: blocks.map((b) => ({ value: b.id, says: `${b.designation} ${parts.get(b.partId)?.name ?? ''}` })),
      },
    },
    { block: blocks[0]?.id ?? '' },
  );
  const block = blocks.find((b) => b.id === form.text('block')) ?? blocks[0];
  if (waiting.length === 0) return note ? <p className="text-warning">{note}</p> : null;
  if (!block) return <p className="dim mb-3">{waiting.length} loads wait for a fuse block: add one on the board.</p>;
  const chosen = waiting.filter((i) => !left.has(i.id));
  const wire = () => {
    const made = wireToBlock(
      board,
      parts,
      block.id,
      chosen.map((i) => i.id),
    );
    job.edit(`Wire ${chosen.length - made.left.length} loads to ${block.designation}`, made.commands);
    setNote(made.left.length > 0 ? `${made.left.length} loads found no free way on ${block.designation}` : '');
  };
  return (
    <fieldset className="mb-4 border border-base-300 bg-base-100 p-3">
      <legend className="label-face px-1 text-lg">Loads to wire</legend>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {waiting.map((i) => (
          <label key={i.id} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={!left.has(i.id)}
              onChange={() => setLeft(new Set(left.has(i.id) ? [...left].filter((x) => x !== i.id) : [...left, i.id]))}
            />
            {i.designation} {i.name}
          </label>
        ))}
      </div>
      <div className="mt-2 flex items-center gap-2">
        <FormField of={form} name="block" />
        <button type="button" className="btn btn-primary btn-sm" disabled={chosen.length === 0} onClick={wire}>
          Wire {chosen.length} loads to {block.designation}
        </button>
        {note && <span className="text-warning">{note}</span>}
      </div>
    </fieldset>
  );
}
