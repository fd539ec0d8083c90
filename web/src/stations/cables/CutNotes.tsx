import type { CutPiece } from '@ombrik/core/stock/cutPieces';
import { useJob } from '../../session/useJob.ts';
import { momentWords } from '../../told/days.ts';
import { metres } from '../../ui/format.ts';
import type { useCutting } from './useCableFloor.ts';
import type { PlanningProgress } from './usePlanner.ts';

type Cutting = NonNullable<ReturnType<typeof useCutting>['data']>;
type CutJob = Cutting['jobs'][number];

/** Lengths of what is wanted that other jobs hold, and so are not counted on. */
export function heldByOthers(
  stock: Cutting['stock'],
  chosen: readonly (Pick<CutJob, 'jobId'> & { pieces: Pick<CutPiece, 'articleId'>[] })[],
) {
  const wanted = new Set(chosen.flatMap((j) => j.pieces.map((p) => p.articleId)));
  const own = new Set(chosen.map((j) => j.jobId));
  return stock.flatMap((s) => {
    const others = s.unit === 'mm' ? s.reservations.filter((r) => !own.has(r.jobId)) : [];
    if (!wanted.has(s.articleId) || others.length === 0) return [];
    const who = others.map((r) => `job ${r.jobNumber} ${metres(r.quantity)}`).join(', ');
    return [{ number: s.number, bin: s.bin, who }];
  });
}

/** Other released jobs that may be cut together with this one. */
export function JoinJobs({
  others,
  joined,
  onJoined,
}: {
  others: readonly CutJob[];
  joined: ReadonlySet<string>;
  onJoined: (joined: ReadonlySet<string>) => void;
}) {
  if (others.length === 0) return null;
  const put = (jobId: string, on: boolean) => onJoined(new Set([...joined, jobId].filter((id) => on || id !== jobId)));
  return (
    <fieldset className="flex flex-wrap items-center gap-3">
      <legend className="sr-only">Cut together with</legend>
      <span className="dim">together with</span>
      {others.map((o) => (
        <label key={o.jobId} className="flex items-center gap-1">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={joined.has(o.jobId)}
            onChange={(e) => put(o.jobId, e.target.checked)}
          />
          <span className="num">{o.jobNumber}</span> {o.jobName} ({o.pieces.length} pieces)
        </label>
      ))}
    </fieldset>
  );
}

/** How far the planning is, and a way to stop it. */
export function PlanProgress({ progress, stop }: { progress: PlanningProgress; stop: () => void }) {
  const { done, all, gapShare } = progress;
  return (
    <>
      <progress className="progress w-40" value={done} max={Math.max(1, all)} aria-label="Articles planned" />
      <span className="num">
        {done} of {all}
        {gapShare !== null && ` · within ${(gapShare * 100).toFixed(2)} %`}
      </span>
      <button type="button" className="btn btn-sm" onClick={stop}>
        Stop
      </button>
    </>
  );
}

/** Who took the plan for which jobs, and whether the board has changed since. */
export function TakenPlan({ taken }: { taken: NonNullable<Cutting['plan']> }) {
  const { jobId, revision } = useJob();
  return (
    <p className="dim text-[13px]">
      Taken by {taken.personName}, {momentWords(taken.madeAt)}, for jobs{' '}
      {taken.jobs.map((j) => `${j.jobNumber} (revision ${j.revision})`).join(', ')}. Its lengths are set aside in the
      store.
      {taken.jobs.some((j) => j.jobId === jobId && j.revision !== revision) && (
        <b className="text-warning"> The board has changed since: plan again.</b>
      )}
    </p>
  );
}
