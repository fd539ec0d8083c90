import { resized } from '@ombrik/core/devices/partFile';
import { sheetField } from '@ombrik/core/devices/registry';
import { newId } from '@ombrik/core/document/newId';
import { attachmentText } from '@ombrik/core/document/part/attachmentText';
import type { Element, Part, Terminal } from '@ombrik/core/document/part/part';
import { ATTACHMENT_FIELDS, PART_FIELDS } from '@ombrik/core/document/part/partFields';
import { partSchema } from '@ombrik/core/document/part/partSchema';
import { problemsOf } from '@ombrik/core/document/schemaKit';
import { type ReactNode, useState } from 'react';
import { Problems } from '../../ui/Problems.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { PartPlaces } from './PartPlaces.tsx';
import { PartPreview } from './PartPreview.tsx';

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
  const setElement = (index: number, field: string, value: number) =>
    set({ elements: part.elements.map((e, i): Element => (i === index ? ({ ...e, [field]: value } as Element) : e)) });
  const setTerminal = (id: string, attachment: Terminal['attachment']) =>
    set({ terminals: part.terminals.map((t) => (t.id === id ? { ...t, attachment } : t)) });
  const resize = (widthMm: number, heightMm: number) => setPart((p) => resized(p, widthMm, heightMm));
  const values = part.elements.slice(0, 2).flatMap((e, i) =>
    Object.entries(e).flatMap(([field, value]) => {
      const range = typeof value === 'number' ? sheetField(e, field) : null;
      return range ? [{ i, field, value: value as number, range }] : [];
    }),
  );
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
      <div className="mt-1 grid grid-cols-2 gap-2">
        <NumberField
          {...PART_FIELDS.widthMm}
          label="Width"
          value={part.widthMm}
          unit="mm"
          onCommit={(v) => resize(v, part.heightMm)}
        />
        <NumberField
          {...PART_FIELDS.heightMm}
          label="Height"
          value={part.heightMm}
          unit="mm"
          onCommit={(v) => resize(part.widthMm, v)}
        />
        <NumberField
          {...PART_FIELDS.depthMm}
          label="Depth"
          value={part.depthMm}
          unit="mm"
          onCommit={(depthMm) => set({ depthMm })}
        />
        <NumberField
          {...PART_FIELDS.massKg}
          label="Mass"
          value={part.massKg}
          unit="kg"
          onCommit={(massKg) => set({ massKg })}
        />
        {values.map(({ i, field, value, range }) => (
          <NumberField key={`${i}${field}`} {...range} value={value} onCommit={(v) => setElement(i, field, v)} />
        ))}
        <NumberField
          {...PART_FIELDS.price}
          label="Price"
          value={part.price ?? 0}
          unit=""
          onCommit={(price) => set({ price })}
        />
      </div>
      <h4 className="perforated mt-2 pt-1 text-base">Terminals</h4>
      {part.terminals.slice(0, 6).map((t) => (
        <div key={t.id} className="grid grid-cols-[70px_1fr_1fr] items-center gap-1">
          <span>{t.name}</span>
          {t.attachment.kind === 'stud' && (
            <>
              <NumberField
                {...ATTACHMENT_FIELDS.diameterMm}
                label={`Stud of ${t.name}`}
                hideLabel
                value={t.attachment.diameterMm}
                unit="M"
                onCommit={(diameterMm) =>
                  setTerminal(t.id, {
                    ...(t.attachment as { kind: 'stud'; diameterMm: number; palmWidthMaxMm: number }),
                    diameterMm,
                  })
                }
              />
              <NumberField
                {...ATTACHMENT_FIELDS.palmWidthMaxMm}
                label={`Palm at ${t.name}`}
                hideLabel
                value={t.attachment.palmWidthMaxMm}
                unit="palm"
                onCommit={(palmWidthMaxMm) =>
                  setTerminal(t.id, {
                    ...(t.attachment as { kind: 'stud'; diameterMm: number; palmWidthMaxMm: number }),
                    palmWidthMaxMm,
                  })
                }
              />
            </>
          )}
          {t.attachment.kind === 'clamp' && (
            <>
              <NumberField
                {...ATTACHMENT_FIELDS.minMm2}
                label={`Smallest at ${t.name}`}
                hideLabel
                value={t.attachment.minMm2}
                unit="mm²"
                onCommit={(minMm2) =>
                  setTerminal(t.id, { ...(t.attachment as { kind: 'clamp'; minMm2: number; maxMm2: number }), minMm2 })
                }
              />
              <NumberField
                {...ATTACHMENT_FIELDS.maxMm2}
                label={`Largest at ${t.name}`}
                hideLabel
                value={t.attachment.maxMm2}
                unit="mm²"
                onCommit={(maxMm2) =>
                  setTerminal(t.id, { ...(t.attachment as { kind: 'clamp'; minMm2: number; maxMm2: number }), maxMm2 })
                }
              />
            </>
          )}
          {t.attachment.kind !== 'stud' && t.attachment.kind !== 'clamp' && (
            <span className="num">{attachmentText(t.attachment)}</span>
          )}
        </div>
      ))}
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
