import { briefGaps } from '@ombrik/core/stages/brief/checklist';
import { Link } from 'react-router';
import { useJob } from '../../session/useJob.ts';

/** What nobody has said yet; what Power cannot be trusted without comes first. */
export function Checklist() {
  const job = useJob();
  const gaps = briefGaps(job.board, job.wantedOn);
  const blocking = gaps.filter((g) => g.blocksPower);
  const rest = gaps.filter((g) => !g.blocksPower);
  const to = { brief: 'brief/order', power: 'power/sources', survey: 'brief/survey' } as const;
  const row = (g: (typeof gaps)[number]) => (
    <li key={g.id} className="perforated py-1">
      <span aria-hidden>○ </span>
      <Link
        className="hover:text-primary"
        to={`/jobs/${job.jobId}/${g.id === 'loads' || g.id === 'hours' ? 'power/loads' : to[g.where]}`}
      >
        {g.says}
      </Link>
    </li>
  );
  return (
    <section aria-label="Still unknown">
      <h2 className="text-lg">Still unknown</h2>
      {gaps.length === 0 && <p className="dim">Nothing: the brief is whole.</p>}
      {blocking.length > 0 && (
        <div className="border-l-4 border-warning pl-2" style={{ background: 'var(--warn-wash)' }}>
          <h3 className="label-face">Before Power can be trusted</h3>
          <ul>{blocking.map(row)}</ul>
        </div>
      )}
      <ul>{rest.map(row)}</ul>
    </section>
  );
}
