import type { ProfileId } from '@ombrik/core/document/brief/brief';
import { OWN_VALUE_NAMES, type OwnRules, type OwnValue } from '@ombrik/core/document/workshop/ownRules';
import { OWN_VALUES } from '@ombrik/core/profiles/ownRules';
import { PROFILES, profileById } from '@ombrik/core/profiles/profiles';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { NumberField, TextField } from '../../ui/TextField.tsx';

const shown = (field: OwnValue, value: number) => Math.round(value * OWN_VALUES[field].scale * 1000) / 1000;

/** One value of a copy: the profile's own, or the workshop's with its reason. */
function ValueRow({
  own,
  field,
  may,
  onChange,
}: {
  own: OwnRules;
  field: OwnValue;
  may: boolean;
  onChange: (own: OwnRules) => void;
}) {
  const { title, unit, scale, min, max, read } = OWN_VALUES[field];
  const base = read(profileById(own.baseId));
  const change = own.changes.find((c) => c.field === field);
  const others = own.changes.filter((c) => c.field !== field);
  return (
    <tr>
      <td>{title}</td>
      <td className="num text-right">
        {shown(field, base)} {unit}
      </td>
      <td>
        <NumberField
          label={`${title} in ${own.name}`}
          hideLabel
          className="w-32"
          disabled={!may}
          value={shown(field, change?.value ?? base)}
          min={min * scale}
          max={max * scale}
          unit={unit}
          onCommit={(v) =>
            onChange({
              ...own,
              changes:
                v / scale === base
                  ? others
                  : [...others, { field, value: v / scale, reason: change?.reason ?? 'workshop practice' }],
            })
          }
        />
      </td>
      <td>
        {change && (
          <TextField
            label={`Reason for ${title} in ${own.name}`}
            hideLabel
            disabled={!may}
            value={change.reason}
            max={160}
            required
            onCommit={(reason) => onChange({ ...own, changes: [...others, { ...change, reason }] })}
          />
        )}
      </td>
    </tr>
  );
}

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
          <table className="table table-sm">
            <thead>
              <tr>
                <th>Value</th>
                <th className="text-right">Profile</th>
                <th>Ours</th>
                <th>Reason</th>
              </tr>
            </thead>
            <tbody>
              {OWN_VALUE_NAMES.map((field) => (
                <ValueRow key={field} own={own} field={field} may={may} onChange={put} />
              ))}
            </tbody>
          </table>
        </div>
      ))}
      {may && (
        <div className="flex items-end gap-2">
          <label className="grid gap-0.5">
            <span className="label-face">Profile</span>
            <select
              aria-label="Profile to copy"
              className="select w-80"
              value={baseId}
              onChange={(e) => setBaseId(e.target.value as ProfileId)}
            >
              {PROFILES.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </select>
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
