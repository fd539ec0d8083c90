import { newId } from '@ombrik/core/document/newId';
import type { Part } from '@ombrik/core/document/part/part';
import { partSchema } from '@ombrik/core/document/part/partSchema';
import { problemsOf } from '@ombrik/core/document/schemaKit';
import { type ReactNode, useState } from 'react';
import { Problems } from '../../ui/Problems.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { PartPlaces } from './PartPlaces.tsx';
import { PartPreview } from './PartPreview.tsx';
import { PartSheet } from './PartSheet.tsx';
import { PartTerminals } from './PartTerminals.tsx';

/** A part of one's own from its maker's sheet: a new one from a part that is like it, or another version of one. */
export function CustomPartForm({
  base,
  act,
  version = false,
  children,
  onMake,
  onCancel,
}: {
  base: Part;
  /** What the button says it does. */
  act: string;
  /** The part itself is changed, not another made like it. */
  version?: boolean;
  /** What is asked beside the sheet. */
  children?: ReactNode;
  onMake: (part: Part) => void;
  onCancel: () => void;
}) {
  const [part, setPart] = useState<Part>(() =>
    version ? base : { ...base, id: newId('pt'), name: `${base.name}, own`.slice(0, 80) },
  );
  const problems = problemsOf(partSchema, part);
  const set = (by: Partial<Part>) => setPart((p) => ({ ...p, ...by }));
  return (
    <section
      aria-label="A part of your own"
      className="absolute inset-y-0 left-0 z-20 w-[320px] overflow-auto border-r border-base-300 bg-base-100 p-3"
    >
      <h3 className="text-xl">{version ? base.name : 'A part of your own'}</h3>
      <p className="dim mb-2 text-xs">
        {version ? 'Boards that have it keep what they were built of.' : `Wired like ${base.name}.`} Take the values
        from the maker's sheet.
      </p>
      <PartPreview part={part} />
      <TextField label="Name" value={part.name} max={80} required onCommit={(name) => set({ name })} />
      <PartSheet part={part} set={set} />
      <PartTerminals part={part} set={set} />
      <PartPlaces part={part} set={set} />
      {children}
      <div className="mt-2">
        <Problems problems={problems} />
      </div>
      <div className="mt-3 flex gap-2">
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={problems.length > 0}
          onClick={() => onMake(part)}
        >
          {act}
        </button>
        <button type="button" className="btn btn-sm" onClick={onCancel}>
          Back
        </button>
      </div>
    </section>
  );
}
