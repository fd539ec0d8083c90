import type { Quote } from '@ombrik/core/power/quote/quote';
import { useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { momentWords } from '../../told/days.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { money } from '../../ui/format.ts';

const FIELDS = {
  note: {
    kind: 'text',
    label: 'Note on this version',
    hideLabel: true,
    placeholder: 'Note on this version',
    max: 300,
    wide: true,
  },
} as const;

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
  const form = useFieldForm(FIELDS, { note: '' });
  const settled = saveState === 'saved';
  const keep = usePress({
    route: 'POST /api/jobs/:id/quotes',
    send: (json: { revision: number; note: string }, key) =>
      answer(api.jobs[':id'].quotes.$post({ param: { id: jobId }, json }, keyed(key))),
    onSuccess: () => {
      form.reset();
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
              revision {v.revision} · {v.personName}, {momentWords(v.at)}
              {v.note && ` · ${v.note}`}
            </span>
          </li>
        ))}
      </ol>
      <FormBody
        of={form}
        take={({ note }) => keep.mutate({ revision, note })}
        press={`Keep as version ${(versions.at(-1)?.version ?? 0) + 1}`}
        sending={!settled || keep.isPending}
        mayNot={keep.mayNot}
        refused={keep.error}
      />
    </div>
  );
}
