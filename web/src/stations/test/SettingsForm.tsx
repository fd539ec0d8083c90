import { useState } from 'react';
import { useFloor } from '../../app/useFloor.ts';
import { TextField } from '../../ui/TextField.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import type { OneCheck } from './CheckActions.tsx';

interface Said {
  name: string;
  expects: string;
  before: string;
  after: string;
}
type Change = Partial<Said>;

/** A cell that is written in. */
const written = (title: string, of: (s: Said) => { label: string; value: string; put: (v: string) => void }) =>
  ({
    title,
    className: 'p-1',
    cell: (s) => {
      const { label, value, put } = of(s);
      return <TextField label={label} hideLabel value={value} max={120} onCommit={put} />;
    },
  }) satisfies DataColumn<Said>;

/** What a licensed person writes down of each thing on the mains side. */
const signedColumns = (put: (name: string, change: Change) => void): DataColumn<Said>[] => [
  { title: 'Mains side', className: 'pr-2', cell: (s) => s.name },
  written('Written down', (s) => ({ label: s.name, value: s.after, put: (after) => put(s.name, { after }) })),
];

/** Each setting: as found, as left, and what is expected, which a press takes over. */
const settingColumns = (put: (name: string, change: Change) => void): DataColumn<Said>[] => [
  { title: 'Setting', className: 'pr-2', cell: (s) => s.name },
  written('Found at', (s) => ({
    label: `${s.name} found at`,
    value: s.before,
    put: (before) => put(s.name, { before }),
  })),
  written('Left at', (s) => ({ label: `${s.name} left at`, value: s.after, put: (after) => put(s.name, { after }) })),
  {
    title: 'Expected',
    className: 'num pl-2',
    cell: (s) =>
      s.expects ? (
        <button
          type="button"
          className="btn btn-sm"
          title="Left at what is expected"
          onClick={() => put(s.name, { after: s.expects })}
        >
          {s.expects}
        </button>
      ) : (
        <span className="dim">by the sheet</span>
      ),
  },
];

/** Settings of one device, or what a licensed person signs for: each written down before it counts. */
export function SettingsForm({ step, hands, disabled }: OneCheck) {
  const { bench } = useFloor();
  const last = bench.filter((r) => r.stepId === step.id && r.settings !== null).at(-1)?.settings ?? [];
  const [all, setAll] = useState(() =>
    step.asks.map((a): Said => {
      const kept = last.find((s) => s.name === a.name);
      return { ...a, before: kept?.before ?? '', after: kept?.after ?? '' };
    }),
  );
  const put = (name: string, change: Change) =>
    setAll((now) => now.map((s) => (s.name === name ? { ...s, ...change } : s)));
  const open = all.filter((s) => s.after.trim() === '').length;
  const record = (found: 'good' | 'bad') => hands.record.mutate({ step, value: null, found, settings: all });
  const licensed = step.role === 'electrician';
  return (
    <div className="grid gap-3">
      <DataTable
        label={step.title}
        columns={licensed ? signedColumns(put) : settingColumns(put)}
        rows={all}
        keyOf={(s) => s.name}
        rowClass={() => 'perforated'}
      />
      <div className="flex gap-3">
        <button type="button" className="btn btn-lg" disabled={disabled} onClick={() => record('bad')}>
          {licensed ? 'Not good' : 'Cannot be set so'}
        </button>
        <button
          type="button"
          className="btn btn-primary btn-lg flex-1 text-xl"
          disabled={disabled || open > 0}
          onClick={() => record('good')}
        >
          {open > 0 ? `${open} still to write down` : licensed ? 'Tested and signed' : 'Set and read back'}
        </button>
      </div>
    </div>
  );
}
