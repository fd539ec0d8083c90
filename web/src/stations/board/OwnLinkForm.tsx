import { makeOwnLink, OWN_LINK_FIELDS, type OwnLinkEntry } from '@ombrik/core/devices/ownLink';
import { newId } from '@ombrik/core/document/newId';
import type { FuseLink, FuseStyle } from '@ombrik/core/document/part/part';
import { useState } from 'react';
import { Problems } from '../../ui/Problems.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';

/** A link with the curve its maker gives, typed off the sheet; it is locked into the seat it was made for. */
export function OwnLinkForm({
  style,
  ratingA,
  onMake,
  onCancel,
}: {
  style: FuseStyle;
  ratingA: number;
  onMake: (link: FuseLink) => void;
  onCancel: () => void;
}) {
  const [entry, setEntry] = useState<OwnLinkEntry>({
    name: '',
    style,
    ratingA,
    interruptA: 2000,
    interruptV: 32,
    coldMilliohm: null,
    rows: '',
    letThroughA2s: null,
    source: '',
  });
  const [problems, setProblems] = useState<string[]>([]);
  const set = (change: Partial<OwnLinkEntry>) => setEntry({ ...entry, ...change });
  const make = () => {
    const made = makeOwnLink(entry, newId('lk'));
    setProblems(made.problems);
    if (made.link) onMake(made.link);
  };
  return (
    <fieldset className="mt-1 border border-base-300 p-2" aria-label="Link with its maker's curve">
      <TextField label="Name" value={entry.name} max={80} onCommit={(name) => set({ name })} />
      <div className="grid grid-cols-2 gap-1">
        <NumberField
          {...OWN_LINK_FIELDS.ratingA}
          label="Rating"
          value={entry.ratingA}
          unit="A"
          onCommit={(v) => set({ ratingA: v })}
        />
        <NumberField
          {...OWN_LINK_FIELDS.coldMilliohm}
          value={entry.coldMilliohm ?? Math.round(70000 / entry.ratingA) / 1000}
          onCommit={(coldMilliohm) => set({ coldMilliohm })}
        />
        <NumberField
          {...OWN_LINK_FIELDS.interruptA}
          label="Can interrupt"
          value={entry.interruptA}
          unit="A"
          onCommit={(interruptA) => set({ interruptA })}
        />
        <NumberField
          {...OWN_LINK_FIELDS.interruptV}
          label="up to"
          value={entry.interruptV}
          unit="V"
          onCommit={(interruptV) => set({ interruptV })}
        />
      </div>
      <label className="mt-1 block text-xs">
        Curve: times the rating, shortest s, longest s
        <textarea
          className="textarea textarea-sm num w-full whitespace-pre-wrap"
          aria-label="Curve, one point a line"
          rows={5}
          placeholder={'1.1 14400 400000\n2 4 100\n6 0.08 1.5'}
          value={entry.rows}
          onChange={(e) => set({ rows: e.target.value })}
        />
      </label>
      <NumberField
        {...OWN_LINK_FIELDS.letThroughA2s}
        value={entry.letThroughA2s ?? 0}
        onCommit={(v) => set({ letThroughA2s: v > 0 ? v : null })}
      />
      <TextField label="Which sheet" value={entry.source} max={200} onCommit={(source) => set({ source })} />
      <Problems problems={problems} />
      <div className="mt-1 flex justify-end gap-1">
        <button type="button" className="btn btn-xs" onClick={onCancel}>
          Cancel
        </button>
        <button type="button" className="btn btn-primary btn-xs" onClick={make}>
          Put it in
        </button>
      </div>
    </fieldset>
  );
}
