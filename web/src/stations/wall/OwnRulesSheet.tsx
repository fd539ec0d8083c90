import type { ProfileId } from '@ombrik/core/document/brief/brief';
import { OWN_VALUE_NAMES, type OwnRules, type OwnValue } from '@ombrik/core/document/workshop/ownRules';
import { OWN_VALUES } from '@ombrik/core/profiles/ownRules';
import { PROFILES, profileById } from '@ombrik/core/profiles/profiles';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

const shown = (field: OwnValue, value: number) => Math.round(value * OWN_VALUES[field].scale * 1000) / 1000;

const baseOf = (own: OwnRules, field: OwnValue) => OWN_VALUES[field].read(profileById(own.baseId));
const changeOf = (own: OwnRules, field: OwnValue) => own.changes.find((c) => c.field === field);
/** The copy with one value put to another, or back to the profile's own. */
const withValue = (own: OwnRules, field: OwnValue, value: number): OwnRules => {
  const others = own.changes.filter((c) => c.field !== field);
  if (value === baseOf(own, field)) return { ...own, changes: others };
  return {
    ...own,
    changes: [...others, { field, value, reason: changeOf(own, field)?.reason ?? 'workshop practice' }],
  };
};
const withReason = (own: OwnRules, field: OwnValue, reason: string): OwnRules => ({
  ...own,
  changes: own.changes.map((c) => (c.field === field ? { ...c, reason } : c)),
});

/** Values of a copy: the profile's own, or the workshop's with its reason. */
const columnsOf = (own: OwnRules, may: boolean, onChange: (own: OwnRules) => void): DataColumn<OwnValue>[] => [
  { title: 'Value', cell: (f) => OWN_VALUES[f].title },
  {
    title: 'Profile',
    right: true,
    className: 'num',
    cell: (f) => `${shown(f, baseOf(own, f))} ${OWN_VALUES[f].unit}`,
  },
  {
    title: 'Ours',
    cell: (f) => {
      const { title, unit, scale, min, max } = OWN_VALUES[f];
      return (
        <NumberField
          label={`${title} in ${own.name}`}
          hideLabel
          className="w-32"
          disabled={!may}
          value={shown(f, changeOf(own, f)?.value ?? baseOf(own, f))}
          min={min * scale}
          max={max * scale}
          unit={unit}
          onCommit={(v) => onChange(withValue(own, f, v / scale))}
        />
      );
    },
  },
  {
    title: 'Reason',
    cell: (f) => {
      const change = changeOf(own, f);
      return (
        change && (
          <TextField
            label={`Reason for ${OWN_VALUES[f].title} in ${own.name}`}
            hideLabel
            disabled={!may}
            value={change.reason}
            max={160}
            required
            onCommit={(reason) => onChange(withReason(own, f, reason))}
          />
        )
      );
    },
  },
];

/** Copies of rule profiles with values of the workshop's own. */
export function OwnRulesSheet({
  rules,
  may,
  onChange,
}: {
  rules: readonly OwnRules[];
  may: boolean;
  onChange: (rules: OwnRules[]) => void;
}) {
  const [baseId, setBaseId] = useState<ProfileId>('craft-iso');
  const put = (own: OwnRules) => onChange(rules.map((r) => (r.id === own.id ? own : r)));
  return (
    <section className="mt-6" aria-label="Own rules">
      <h2 className="text-xl">Rules of our own</h2>
      <p className="dim mb-2">
        Copy a profile and change a value, with the reason. Boards that use the copy cite it; the printed sheets name it
        and its version. Local rules still come first.
      </p>
      {rules.map((own) => (
        <div key={own.id} className="mb-3 border border-base-300 bg-base-100 p-3">
          <div className="flex items-end gap-3">
            <TextField
              label="Name of the copy"
              className="w-72"
              disabled={!may}
              value={own.name}
              max={60}
              required
              onCommit={(name) => put({ ...own, name })}
            />
            <span className="dim flex-1 pb-2">from {profileById(own.baseId).name}</span>
            {may && (
              <button
                type="button"
                className="btn btn-sm"
                onClick={() => onChange(rules.filter((r) => r.id !== own.id))}
              >
                Remove
              </button>
            )}
          </div>
          <DataTable
            label={`Values of ${own.name}`}
            columns={columnsOf(own, may, put)}
            rows={OWN_VALUE_NAMES}
            keyOf={(f) => f}
          />
        </div>
      ))}
      {may && (
        <div className="flex items-end gap-2">
          <label className="grid gap-0.5">
            <span className="label-face">Profile</span>
            <PickField
              label="Profile to copy"
              hideLabel
              size="md"
              className="w-80"
              value={baseId}
              options={PROFILES.map((p) => [p.id, p.name] as const)}
              onPick={(picked) => setBaseId(picked)}
            />
          </label>
          <button
            type="button"
            className="btn"
            disabled={rules.length >= 20}
            onClick={() =>
              onChange([
                ...rules,
                { id: `own-${nanoid(8)}`, baseId, name: `Our ${profileById(baseId).name}`.slice(0, 60), changes: [] },
              ])
            }
          >
            Copy it
          </button>
        </div>
      )}
    </section>
  );
}
