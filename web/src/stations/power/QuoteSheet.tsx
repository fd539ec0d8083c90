import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { useJob } from '../../session/useJob.ts';
import { money } from '../../ui/format.ts';
import { Held } from '../../ui/states/Held.tsx';
import { Waiting } from '../../ui/states/Waiting.tsx';
import { QuoteExtras } from './QuoteExtras.tsx';
import { QuoteLines } from './QuoteLines.tsx';
import { QuoteVersions } from './QuoteVersions.tsx';
import { WorkedHours } from './WorkedHours.tsx';

/** The offer as it stands, what it rests on, and the versions that were kept. */
export function QuoteSheet() {
  const job = useJob();
  const client = useQueryClient();
  const key = ['quotes', job.jobId];
  const settled = job.saveState === 'saved';
  const query = useQuery({
    queryKey: [...key, job.revision, job.workshop.version],
    queryFn: async () => {
      const got = await answer(api.jobs[':id'].quotes.$get({ param: { id: job.jobId } }));
      client.setQueryData(key, got);
      return got;
    },
    enabled: settled,
    placeholderData: (before) => before,
  });
  if (!query.data && !settled) return <Waiting what="Saving the last change" shape="page" />;
  if (!query.data) return <Held of={query} what="Adding the offer up" shape="page" />;
  const { draft, versions, revision } = query.data;
  const { currency } = draft;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_320px] gap-6 p-4">
      <section>
        <h1 className="text-2xl">Quote</h1>
        <p className="dim">of revision {revision}, taxes not included</p>
        <QuoteLines lines={draft.lines} />
        <dl className="mt-3 ml-auto grid w-80 grid-cols-[1fr_auto] gap-x-4 gap-y-1 border-t-2 border-base-content pt-2">
          {(
            [
              ['Parts and cable', draft.partsTotal],
              [`Margin, ${(draft.marginShare * 100).toFixed(0)} %`, draft.margin],
              [`Work, ${draft.hours.toFixed(1)} h`, draft.workTotal],
              ['Tools and other', draft.extrasTotal],
            ] as const
          ).map(([label, value]) => (
            <div key={label} className="contents">
              <dt className="dim">{label}</dt>
              <dd className="num text-right">{value.toFixed(2)}</dd>
            </div>
          ))}
          <dt className="label-face text-lg">Offer</dt>
          <dd className="num text-right text-lg font-semibold">{money(draft.total, currency)}</dd>
        </dl>
        <QuoteExtras />
      </section>
      <aside className="grid content-start gap-3">
        {draft.openStops.length > 0 && (
          <p className="border-l-4 border-error p-2" style={{ background: 'var(--stop-wash)' }}>
            {draft.openStops.length} stop findings are open on this drawing: the offer rests on parts that may change.
          </p>
        )}
        {draft.unpriced.length > 0 && (
          <p className="border-l-4 border-warning p-2" style={{ background: 'var(--warn-wash)' }}>
            Not priced, and not in the sum: {draft.unpriced.join('; ')}.
          </p>
        )}
        {draft.notCharged.length > 0 && <p>Not charged: {draft.notCharged.join('; ')}.</p>}
        {draft.slowest && (
          <p>
            Longest lead time <span className="num">{draft.leadTimeDays}</span> days: {draft.slowest}.
          </p>
        )}
        {draft.licensedWork.length > 0 && (
          <p className="border-l-4 border-base-300 pl-2">
            <b className="label-face">For a licensed person:</b> {draft.licensedWork.join('; ')}.
          </p>
        )}
        <details>
          <summary className="cursor-pointer">What the hours rest on</summary>
          <ul className="mt-1 list-disc pl-4 text-sm">
            {draft.basis.map((b) => (
              <li key={b}>{b}</li>
            ))}
          </ul>
        </details>
        <QuoteVersions versions={versions} revision={revision} currency={currency} />
        <WorkedHours />
      </aside>
    </div>
  );
}
