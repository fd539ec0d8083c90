import type { Quote } from '@ombrik/core/power/quote/quote';
import { useQueryClient } from '@tanstack/react-query';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { money } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';

interface Version {
  version: number;
  revision: number;
  quote: Pick<Quote, 'total'>;
  note: string;
  personName: string;
  at: string;
}

/** Versions of the offer that were kept, and the press that keeps this one. */
export function QuoteVersions({
  versions,
  revision,
  currency,
}: {
  versions: readonly Version[];
  revision: number;
  currency: string;
}) {
  const { jobId, saveState } = useJob();
  const client = useQueryClient();
  const [note, setNote] = useState('');
  const settled = saveState === 'saved';
  const keep = usePress({
    send: (revision: number, key) =>
      answer(api.jobs[':id'].quotes.$post({ param: { id: jobId }, json: { revision, note } }, keyed(key))),
    onSuccess: () => {
      setNote('');
      return client.invalidateQueries({ queryKey: ['quotes', jobId] });
    },
  });
  return (
    <div className="perforated grid gap-1 pt-2">
      <h2 className="text-lg">Versions</h2>
      {versions.length === 0 && <p className="dim">None kept yet. A kept version never changes.</p>}
      <ol>
        {versions.map((v) => (
          <li key={v.version} className="flex items-baseline gap-2 py-0.5">
            <span className="num">{v.version}</span>
            <a
              className="link"
              href={`/api/jobs/${jobId}/out/quote.pdf?version=${v.version}`}
              target="_blank"
              rel="noreferrer"
            >
              {money(v.quote.total, currency)}
            </a>
            <span className="dim text-xs">
              revision {v.revision} · {v.personName}, {format(parseISO(v.at), 'd MMM HH:mm')}
              {v.note && ` · ${v.note}`}
            </span>
          </li>
        ))}
      </ol>
      <input
        className="input input-sm w-full"
        placeholder="Note on this version"
        aria-label="Note on this version"
        maxLength={300}
        value={note}
        onChange={(e) => setNote(e.target.value)}
      />
      <button
        type="button"
        className="btn btn-primary btn-sm"
        disabled={!settled || keep.isPending}
        onClick={() => keep.mutate(revision)}
      >
        Keep as version {(versions.at(-1)?.version ?? 0) + 1}
      </button>
      {keep.error && <Problems problems={problemsIn(keep.error)} />}
    </div>
  );
}
