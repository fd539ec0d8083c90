import type { Finding } from '@ombrik/core/findings/registry';
import { isOpen } from '@ombrik/core/findings/settled';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { jobQuery } from '../../session/JobProvider.tsx';
import { useJob } from '../../session/useJob.ts';
import { momentWords } from '../../told/days.ts';
import { FormField } from '../../ui/form/FormField.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';

/** What would go to the floor unsettled: warnings nobody has let stand, and lengths that are guesses. */
function LeftOpen({
  warnings,
  guesses,
  onLeave,
}: {
  warnings: readonly Finding[];
  guesses: readonly MadeCable[];
  onLeave: () => void;
}) {
  return (
    <div role="alert" className="w-full border-l-4 border-warning py-1 pl-2" style={{ background: 'var(--warn-wash)' }}>
      {warnings.length > 0 && (
        <>
          <b>
            {warnings.length} {warnings.length === 1 ? 'warning is' : 'warnings are'} neither mended nor let stand:
          </b>
          <ul className="list-disc pl-5">
            {warnings.map((f) => (
              <li key={f.id}>{f.says}</li>
            ))}
          </ul>
        </>
      )}
      {guesses.length > 0 && (
        <p>
          <b>
            {guesses.length} {guesses.length === 1 ? 'length is a guess' : 'lengths are guesses'}:
          </b>{' '}
          {guesses.map((c) => c.designation).join(', ')}. Route the cable or measure its run.
        </p>
      )}
      <button type="button" className="btn btn-xs mt-1" onClick={onLeave}>
        Do not release yet
      </button>
    </div>
  );
}

/** Whether the job is on the floor, to which revision, and who let it go there; releasing it makes its needs count. */
export function ReleaseBar() {
  const job = useJob();
  const client = useQueryClient();
  const query = useQuery(jobQuery(job.jobId));
  const released = query.data?.released ?? null;
  const [asking, setAsking] = useState(false);
  const stops = job.dossier.findings.filter((f) => f.severity === 'stop').length;
  const ask = stops > 0 || asking;
  const form = useFieldForm(
    {
      reason: {
        kind: 'text',
        label: 'Reason',
        hideLabel: true,
        max: 300,
        // Nothing is asked of a board without a stop.
        required: ask,
        placeholder: stops > 0 ? `${stops} stop findings are open: why anyway?` : 'why it is withdrawn',
      },
    },
    { reason: '' },
  );
  const warnings = job.dossier.findings.filter((f) => f.severity === 'warn' && isOpen(f));
  const [listed, setListed] = useState(false);
  const guesses = job.dossier.cables.filter((c) => c.provisional);
  /** What a release leaves open is read before it goes. */
  const asksFirst = warnings.length + guesses.length > 0 && !listed;
  const go = (way: 'release' | 'withdraw') => form.submit(({ reason }) => send.mutate({ way, reason }))();
  const send = usePress({
    route: 'POST /api/jobs/:id/release',
    send: (wish: { way: 'release' | 'withdraw'; reason: string }, key) =>
      answer(
        api.jobs[':id'].release.$post(
          { param: { id: job.jobId }, json: { ...wish, revision: job.revision } },
          keyed(key),
        ),
      ),
    onSuccess: () => {
      form.reset();
      setAsking(false);
      setListed(false);
      return client.invalidateQueries();
    },
  });
  const newer = released !== null && released.revision !== job.revision;
  const settled = job.saveState === 'saved';
  return (
    <section
      aria-label="Release"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-base-300 bg-base-100 px-4 py-1 text-[13px]"
    >
      {released ? (
        <span>
          <b className="text-success">● Released</b> at revision {released.revision} by {released.personName},{' '}
          {momentWords(released.at)}
          {released.openStops.length > 0 && (
            <b className="text-error">
              {' '}
              with {released.openStops.length} stop findings open: {released.reason}
            </b>
          )}
          {newer && <b className="text-warning"> · the board is at revision {job.revision} now</b>}
        </span>
      ) : (
        <span className="dim">○ Not released: its needs are in no purchase list yet.</span>
      )}
      {(!released || newer || asking) && (
        <>
          {ask && <FormField of={form} name="reason" className="w-72" />}
          {(!released || newer) && (
            <button
              type="button"
              className="btn btn-primary btn-sm"
              {...standing(send, !settled)}
              onClick={() => (asksFirst ? setListed(true) : go('release'))}
            >
              {listed ? 'Release all the same' : newer ? `Release revision ${job.revision}` : 'Release to the floor'}
            </button>
          )}
        </>
      )}
      {released && (
        <button
          type="button"
          className="btn btn-xs"
          {...standing(send)}
          onClick={() => (asking ? go('withdraw') : setAsking(true))}
        >
          {asking ? 'Withdraw it' : 'Withdraw …'}
        </button>
      )}
      {listed && <LeftOpen warnings={warnings} guesses={guesses} onLeave={() => setListed(false)} />}
      {send.error && <Problems problems={problemsIn(send.error)} onDismiss={() => send.reset()} />}
    </section>
  );
}
