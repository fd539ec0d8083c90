import type { Finding } from '@ombrik/core/findings/registry';
import { acceptFinding, letGo } from '@ombrik/core/findings/settled';
import { formatISO } from 'date-fns';
import { useState } from 'react';
import { useMe } from '../app/useMe.ts';
import { useJob } from '../session/useJob.ts';
import { dayWords } from '../told/days.ts';
import { FormBody } from './form/FormBody.tsx';
import { useFieldForm } from './form/useFieldForm.ts';

/** A warning that is let stand by somebody, for a reason; or the press to do so. */
export function LetStand({ finding }: { finding: Finding }) {
  const job = useJob();
  const [asking, setAsking] = useState(false);
  const { accepted } = finding;
  if (finding.severity !== 'warn') return null;
  if (accepted?.holds)
    return (
      <p className="mt-1 flex items-baseline gap-2 text-[13px]">
        <span className="min-w-0 flex-1">
          ✓ let stand by {accepted.who}, {dayWords(accepted.on)}: {accepted.reason}
        </span>
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => job.edit(`Ask again: ${finding.says}`.slice(0, 120), letGo(finding))}
        >
          Ask again
        </button>
      </p>
    );
  return (
    <>
      {accepted && (
        <p className="mt-1 text-[13px]">
          {accepted.who} let it stand when it said something else: {accepted.reason}
        </p>
      )}
      {asking ? (
        <ReasonForm finding={finding} onDone={() => setAsking(false)} />
      ) : (
        <button type="button" className="btn btn-xs btn-ghost mt-1" onClick={() => setAsking(true)}>
          Let it stand …
        </button>
      )}
    </>
  );
}

function ReasonForm({ finding, onDone }: { finding: Finding; onDone: () => void }) {
  const job = useJob();
  const me = useMe();
  const form = useFieldForm(
    {
      reason: {
        kind: 'text',
        label: 'Why it may stand',
        hideLabel: true,
        placeholder: 'Why it may stand; printed on the papers',
        max: 300,
        required: true,
        autoFocus: true,
      },
    },
    { reason: '' },
  );
  return (
    <div className="mt-1">
      <FormBody
        of={form}
        columns="grid-cols-1"
        press="Let it stand"
        cancel={{ says: 'Leave it open', go: onDone }}
        take={({ reason }) => {
          const by = {
            who: me.data?.person?.name ?? 'somebody',
            reason,
            on: formatISO(new Date(), { representation: 'date' }),
          };
          job.edit(`Let stand: ${finding.says}`.slice(0, 120), acceptFinding(finding, by));
          onDone();
        }}
      />
    </div>
  );
}
