import { useState } from 'react';
import { useFloor } from '../../app/useFloor.ts';
import { TextField } from '../../ui/TextField.tsx';
import type { OneCheck } from './CheckActions.tsx';

/** Settings of one device: as found, as left, beside what is expected. */
export function SettingsForm({ step, hands, disabled }: OneCheck) {
  const { bench } = useFloor();
  const last = bench.filter((r) => r.stepId === step.id && r.settings !== null).at(-1)?.settings ?? [];
  const [said, setSaid] = useState(() =>
    step.asks.map((a) => {
      const before = last.find((s) => s.name === a.name);
      return { ...a, before: before?.before ?? '', after: before?.after ?? '' };
    }),
  );
  const put = (name: string, change: object) => setSaid(said.map((s) => (s.name === name ? { ...s, ...change } : s)));
  const open = said.filter((s) => s.after.trim() === '');
  const record = (found: 'good' | 'bad') => hands.record.mutate({ step, value: null, found, settings: said });
  return (
    <div className="grid gap-3">
      <table className="w-full">
        <thead>
          <tr className="label-face text-left">
            <th>Setting</th>
            <th>Found at</th>
            <th>Left at</th>
            <th>Expected</th>
          </tr>
        </thead>
        <tbody>
          {said.map((s) => (
            <tr key={s.name} className="perforated">
              <td className="pr-2">{s.name}</td>
              <td className="p-1">
                <TextField
                  label={`${s.name} found at`}
                  hideLabel
                  value={s.before}
                  max={120}
                  onCommit={(before) => put(s.name, { before })}
                />
              </td>
              <td className="p-1">
                <TextField
                  label={`${s.name} left at`}
                  hideLabel
                  value={s.after}
                  max={120}
                  onCommit={(after) => put(s.name, { after })}
                />
              </td>
              <td className="num pl-2">
                {s.expects ? (
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
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex gap-3">
        <button type="button" className="btn btn-lg" disabled={disabled} onClick={() => record('bad')}>
          Cannot be set so
        </button>
        <button
          type="button"
          className="btn btn-primary btn-lg flex-1 text-xl"
          disabled={disabled || open.length > 0}
          onClick={() => record('good')}
        >
          {open.length > 0 ? `${open.length} still to write down` : 'Set and read back'}
        </button>
      </div>
    </div>
  );
}
