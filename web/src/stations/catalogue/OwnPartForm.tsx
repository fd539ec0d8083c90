import type { Part } from '@ombrik/core/document/part/part';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { Problems } from '../../ui/Problems.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { CustomPartForm } from '../board/CustomPartForm.tsx';
import type { Making } from './OwnPartsSheet.tsx';

/** A part typed off its sheet and kept for all boards. */
export function OwnPartForm({ making, onDone }: { making: Making; onDone: () => void }) {
  const [note, setNote] = useState('');
  const keep = usePress<Part, unknown>({
    route: 'POST /api/catalogue/parts',
    send: (part, key): Promise<unknown> =>
      making.kind === 'like'
        ? answer(api.catalogue.parts.$post({ json: { parts: [part], note } as never }, keyed(key)))
        : answer(
            api.catalogue.parts[':id'].versions.$post(
              { param: { id: making.of.id }, json: { part, basedOn: making.of.version, note } as never },
              keyed(key),
            ),
          ),
    onSuccess: onDone,
  });
  return (
    <CustomPartForm
      base={making.kind === 'like' ? making.part : making.of.part}
      version={making.kind === 'version'}
      act={making.kind === 'like' ? 'Keep it for all boards' : `Keep as version ${making.of.version + 1}`}
      onMake={(part) => keep.mutate(part)}
      onCancel={onDone}
    >
      <TextField
        className="mt-1"
        label="Which sheet it is from, or what has changed"
        value={note}
        max={200}
        onCommit={setNote}
      />
      {keep.error && <Problems problems={problemsIn(keep.error)} />}
    </CustomPartForm>
  );
}
