import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { dateWords } from '../../told/days.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { type AmpsAre, useSendLog } from './useFieldLogs.ts';

interface Log {
  id: number;
  name: string;
  personName: string;
  at: string;
}

/** Logs of the customer's monitor: one in, and what each tells. */
export function FieldLogs({ logs, onShow }: { logs: readonly Log[]; onShow: (id: number) => void }) {
  const [ampsAre, setAmpsAre] = useState<AmpsAre>('charging');
  const send = useSendLog(onShow);
  return (
    <section className="perforated mt-3 pt-3" aria-label="Logs of the monitor">
      <h2 className="text-lg">Logs of the monitor</h2>
      <ul>
        {logs.map((log) => (
          <li key={log.id} className="perforated flex items-baseline justify-between gap-2 py-1 text-[13px]">
            <button type="button" className="link min-w-0 truncate text-left" onClick={() => onShow(log.id)}>
              {log.name}
            </button>
            <span className="dim text-xs whitespace-nowrap">{dateWords(log.at)}</span>
          </li>
        ))}
      </ul>
      <div className="mt-2 grid gap-2">
        <p className="label-face">Amps of this monitor are positive while</p>
        <OneOf<AmpsAre>
          label="Amps of this monitor are positive while"
          value={ampsAre}
          options={[
            ['charging', 'charging'],
            ['drawing', 'drawing'],
          ]}
          onPick={setAmpsAre}
        />
        {send.isPending ? (
          <p className="dim" aria-live="polite">
            Reading the log …
          </p>
        ) : (
          <FileButton
            text="A log as CSV"
            accept=".csv,.txt,text/csv,text/plain"
            onFile={(file) => send.mutate({ file, ampsAre })}
          />
        )}
      </div>
      <p className="dim mt-1 text-xs">Lines of time, volts and amps, with a head: a week or more tells most.</p>
      {send.error && <Problems problems={problemsIn(send.error)} />}
    </section>
  );
}
