import { useState } from 'react';
import { useFloor } from '../../app/useFloor.ts';
import { TextField } from '../../ui/TextField.tsx';
import type { OneCheck } from './CheckActions.tsx';

interface Said {
  name: string;
  expects: string;
  before: string;
  after: string;
}
type Put = (change: Partial<Said>) => void;

/** One setting: as found, as left, and what is expected, which a press takes over. */
function SettingRow({ said, put }: { said: Said; put: Put }) {
  const { name, before, after, expects } = said;
  return (
    <tr className="perforated">
      <td className="pr-2">{name}</td>
      <td className="p-1">
        <TextField label={`${name} found at`} hideLabel value={before} max={120} onCommit={(v) => put({ before: v })} />
      </td>
      <td className="p-1">
        <TextField label={`${name} left at`} hideLabel value={after} max={120} onCommit={(v) => put({ after: v })} />
      </td>
      <td className="num pl-2">
        {expects ? (
          <button
            type="button"
            className="btn btn-sm"
            title="Left at what is expected"
            onClick={() => put({ after: expects })}
          >
            {expects}
          </button>
        ) : (
          <span className="dim">by the sheet</span>
        )}
      </td>
    </tr>
  );
}

/** What a licensed person writes down of one thing on the mains side. */
const SignedRow = ({ said: { name, after }, put }: { said: Said; put: Put }) => (
  <tr className="perforated">
    <td className="pr-2">{name}</td>
    <td className="p-1">
      <TextField label={name} hideLabel value={after} max={120} onCommit={(v) => put({ after: v })} />
    </td>
  </tr>
);

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
  const put = (name: string) => (change: Partial<Said>) =>
    setAll((now) => now.map((s) => (s.name === name ? { ...s, ...change } : s)));
  const open = all.filter((s) => s.after.trim() === '').length;
  const record = (found: 'good' | 'bad') => hands.record.mutate({ step, value: null, found, settings: all });
  const licensed = step.role === 'electrician';
  const heads = licensed ? ['Mains side', 'Written down'] : ['Setting', 'Found at', 'Left at', 'Expected'];
  return (
    <div className="grid gap-3">
      <table className="w-full">
        <thead>
          <tr className="label-face text-left">
            {heads.map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {all.map((s) =>
            licensed ? (
              <SignedRow key={s.name} said={s} put={put(s.name)} />
            ) : (
              <SettingRow key={s.name} said={s} put={put(s.name)} />
            ),
          )}
        </tbody>
      </table>
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
