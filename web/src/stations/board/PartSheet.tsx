import { resized } from '@ombrik/core/devices/partFile';
import { sheetField } from '@ombrik/core/devices/registry';
import type { Element, Part } from '@ombrik/core/document/part/part';
import { PART_FIELDS } from '@ombrik/core/document/part/partFields';
import { NumberField } from '../../ui/TextField.tsx';

/** Size, mass, price, and what the maker's sheet says of what is inside. */
export function PartSheet({ part, set }: { part: Part; set: (by: Partial<Part>) => void }) {
  const setElement = (index: number, field: string, value: number) =>
    set({ elements: part.elements.map((e, i): Element => (i === index ? ({ ...e, [field]: value } as Element) : e)) });
  const values = part.elements.slice(0, 2).flatMap((e, i) =>
    Object.entries(e).flatMap(([field, value]) => {
      const range = typeof value === 'number' ? sheetField(e, field) : null;
      return range ? [{ i, field, value: value as number, range }] : [];
    }),
  );
  return (
    <div className="mt-1 grid grid-cols-2 gap-2">
      <NumberField
        {...PART_FIELDS.widthMm}
        label="Width"
        value={part.widthMm}
        unit="mm"
        onCommit={(v) => set(resized(part, v, part.heightMm))}
      />
      <NumberField
        {...PART_FIELDS.heightMm}
        label="Height"
        value={part.heightMm}
        unit="mm"
        onCommit={(v) => set(resized(part, part.widthMm, v))}
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
  );
}
