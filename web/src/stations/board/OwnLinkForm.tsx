import { makeOwnLink, OWN_LINK_FIELDS } from '@ombrik/core/devices/ownLink';
import { newId } from '@ombrik/core/document/newId';
import type { FuseLink, FuseStyle } from '@ombrik/core/document/part/part';
import { useState } from 'react';
import { FormBody } from '../../ui/form/FormBody.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { Problems } from '../../ui/Problems.tsx';

const FIELDS = {
  name: { kind: 'text', label: 'Name', max: 80, required: true, wide: true },
  ratingA: { kind: 'number', ...OWN_LINK_FIELDS.ratingA },
  coldMilliohm: {
    kind: 'number',
    ...OWN_LINK_FIELDS.coldMilliohm,
    optional: true,
    placeholder: 'none given',
  },
  interruptA: { kind: 'number', ...OWN_LINK_FIELDS.interruptA },
  interruptV: { kind: 'number', ...OWN_LINK_FIELDS.interruptV },
  rows: {
    kind: 'text',
    label: 'Curve, one point a line: times the rating, shortest s, longest s',
    max: 4000,
    lines: 5,
    required: true,
    placeholder: '1.1 14400 400000\n2 4 100\n6 0.08 1.5',
    wide: true,
  },
  letThroughA2s: {
    kind: 'number',
    ...OWN_LINK_FIELDS.letThroughA2s,
    label: 'Let-through',
    min: 1,
    optional: true,
    placeholder: 'none given',
    wide: true,
  },
  source: { kind: 'text', label: 'Which sheet', max: 200, required: true, wide: true },
} as const;

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
  const form = useFieldForm(FIELDS, {
    name: '',
    ratingA: String(ratingA),
    coldMilliohm: '',
    interruptA: '2000',
    interruptV: '32',
    rows: '',
    letThroughA2s: '',
    source: '',
  });
  const [problems, setProblems] = useState<string[]>([]);
  return (
    <fieldset className="mt-1 border border-base-300 p-2" aria-label="Link with its maker's curve">
      <FormBody
        of={form}
        press="Put it in"
        cancel={{ says: 'Cancel', go: onCancel }}
        take={(entry) => {
          const made = makeOwnLink({ ...entry, style }, newId('lk'));
          setProblems(made.problems);
          if (made.link) onMake(made.link);
        }}
      >
        <Problems problems={problems} />
      </FormBody>
    </fieldset>
  );
}
