import type { Finding } from '@ombrik/core/findings/registry';
import { isOpen } from '@ombrik/core/findings/settled';
import { memo, useState } from 'react';
import { useNavigate } from 'react-router';
import { linkTo } from '../session/chosenName.ts';
import { useJob } from '../session/useJob.ts';
import { atFinding } from './atFinding.ts';
import { FindingEntryText } from './FindingEntryText.tsx';
import { LetStand } from './LetStand.tsx';

const WORD = { stop: 'stop', warn: 'warning', note: 'note' } as const;

function FindingCard({ finding }: { finding: Finding }) {
  const job = useJob();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const stop = finding.severity === 'stop';
  const show = () => {
    const { place, chosen } = atFinding(finding);
    job.light(finding.where);
    if (!chosen) job.select(null);
    navigate(linkTo(job, place, chosen));
  };
  return (
    <li
      onMouseEnter={() => job.light(finding.where)}
      onMouseLeave={() => job.light(null)}
      onFocus={() => job.light(finding.where)}
      onBlur={() => job.light(null)}
      className={`mt-2 border-l-4 p-2 ${stop ? 'border-error' : finding.severity === 'warn' && !finding.accepted?.holds ? 'border-warning' : 'border-base-300'}`}
      style={{
        background: stop ? 'var(--stop-wash)' : isOpen(finding) ? 'var(--warn-wash)' : 'transparent',
      }}
    >
      <h4 className="label-face text-[15px] leading-tight">
        <span className="sr-only">{WORD[finding.severity]}: </span>
        {finding.says}
      </h4>
      {open && (
        <>
          <p className="mt-1 text-[13px]">{finding.why}</p>
          <p className="dim mt-1 text-xs">{finding.source}</p>
          <FindingEntryText kind={finding.kind} />
        </>
      )}
      <div className="mt-1.5 flex flex-wrap gap-1">
        {finding.fixes.map((fix) => (
          <button
            key={fix.label}
            type="button"
            className="btn btn-primary btn-xs h-auto max-w-full whitespace-normal py-0.5 text-left"
            onMouseEnter={() => job.preview(fix.commands)}
            onMouseLeave={() => job.preview(null)}
            onClick={() => job.edit(fix.label, fix.commands)}
          >
            {fix.label}
          </button>
        ))}
        <button
          type="button"
          className="btn btn-xs btn-outline btn-primary"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          Why
        </button>
        <button type="button" className="btn btn-xs btn-ghost" onClick={show}>
          Show
        </button>
      </div>
      <LetStand finding={finding} />
    </li>
  );
}

/** Findings travel with every station, worst first; a fix previews while the pointer rests on it. */
export const FindingsTray = memo(function FindingsTray() {
  const { findings } = useJob();
  const [all, setAll] = useState(false);
  // What is let stand comes behind what is open.
  const open = findings.filter((f) => !f.accepted?.holds);
  const stands = findings.filter((f) => f.accepted?.holds);
  const count = (s: Finding['severity']) => open.filter((f) => f.severity === s).length;
  const worst = open.filter((f) => f.severity !== 'note');
  const sorted = [...worst, ...stands, ...open.filter((f) => f.severity === 'note')];
  const shown = all ? sorted : sorted.slice(0, 12);
  return (
    <section aria-label="Findings">
      <h3 className="flex flex-wrap items-baseline justify-between gap-x-2 text-[17px]">
        Findings
        <span className="num dim text-xs">
          {count('stop')} stop · {count('warn')} warn · {count('note')} note
          {stands.length > 0 && ` · ${stands.length} let stand`}
        </span>
      </h3>
      {findings.length === 0 && <p className="dim mt-1">Nothing to complain about on this board.</p>}
      <ul>
        {shown.map((f) => (
          <FindingCard key={f.id} finding={f} />
        ))}
      </ul>
      {findings.length > 12 && (
        <button type="button" className="btn btn-xs btn-ghost mt-2" onClick={() => setAll(!all)}>
          {all ? 'Show the worst only' : `Show all ${findings.length}`}
        </button>
      )}
    </section>
  );
});
