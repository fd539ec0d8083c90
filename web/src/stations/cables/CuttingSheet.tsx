import type { CutPlan } from '@ombrik/core/stock/cutPlan';
import { rodsOf } from '@ombrik/core/stock/rods';
import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { useJob } from '../../session/useJob.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { CutGroups } from './CutGroups.tsx';
import { heldByOthers, JoinJobs, PlanProgress, TakenPlan } from './CutNotes.tsx';
import { ScrapPattern } from './RodDrawing.tsx';
import { useCutting } from './useCableFloor.ts';
import { useCutPresses } from './useCutPresses.ts';
import { usePlanner } from './usePlanner.ts';

/** What is cut from which reel: planned together with other jobs, drawn to scale, then set aside in the store. */
export function CuttingSheet() {
  const job = useJob();
  const cutting = useCutting();
  const planner = usePlanner();
  const [joined, setJoined] = useState<ReadonlySet<string>>(new Set());
  const [draft, setDraft] = useState<CutPlan | null>(null);
  const data = cutting.data;
  const jobs = data?.jobs ?? [];
  const others = jobs.filter((j) => j.jobId !== job.jobId);
  const chosen = jobs.filter((j) => j.jobId === job.jobId || joined.has(j.jobId));
  const { keep, cutAll } = useCutPresses(data, chosen, () => setDraft(null));
  const provisional = job.dossier.cables.filter((c) => c.provisional).length;
  const plan = async () => {
    keep.reset();
    const rods = rodsOf(data?.stock ?? [], new Set(chosen.map((j) => j.jobId)));
    const pieces = chosen.flatMap((j) => j.pieces);
    const made = await planner.run((cutter, told) =>
      cutter.plan(pieces, rods, job.workshop, [...job.board.customParts], told),
    );
    if (made) setDraft(made);
  };
  const left = new Set(jobs.flatMap((j) => j.pieces.map((p) => p.id)));
  const held = data ? heldByOthers(data.stock, chosen) : [];
  const shown = draft ?? data?.plan?.plan ?? null;
  const taken = !draft && data?.plan;
  if (!data) return <Held of={cutting} what="Looking what lies in the store" shape="page" />;
  return (
    <div className="p-4">
      <ScrapPattern />
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="text-2xl">Cutting</h1>
        <JoinJobs
          others={others}
          joined={joined}
          onJoined={(next) => {
            setJoined(next);
            setDraft(null);
          }}
        />
        {planner.progress ? (
          <PlanProgress progress={planner.progress} stop={planner.stop} />
        ) : (
          <button
            type="button"
            className={`btn btn-sm ${draft ? '' : 'btn-primary'}`}
            disabled={job.saveState !== 'saved' || chosen.every((j) => j.pieces.length === 0)}
            onClick={() => void plan()}
          >
            Plan the cuts
          </button>
        )}
        {draft && draft.groups.length > 0 && (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            {...standing(keep)}
            onClick={() => keep.mutate(draft)}
          >
            Take this plan
          </button>
        )}
        {taken && (
          <a className="btn btn-sm" href={`/api/jobs/${job.jobId}/out/cutting.pdf`} target="_blank" rel="noreferrer">
            Cutting sheet, PDF
          </a>
        )}
      </div>
      {cutAll.error && <Problems problems={problemsIn(cutAll.error)} onDismiss={() => cutAll.reset()} />}
      {keep.error && <Problems problems={problemsIn(keep.error)} onDismiss={() => keep.reset()} />}
      {provisional > 0 && (
        <p className="text-warning">
          {provisional} cables have a provisional length: accept their routes or measure their runs before cutting.
        </p>
      )}
      {taken && <TakenPlan taken={taken} />}
      {draft && <p className="text-[13px]">A proposal: nothing is set aside until it is taken.</p>}
      {!shown && (
        <p className="dim">
          No plan yet. “Plan the cuts” lays every cable, tube and sleeve into the reels and remnants of the store, with
          the least scrap there can be.
        </p>
      )}
      {held.length > 0 && (
        <p className="text-[13px]">
          Held by other jobs and not counted on: {held.map((h) => `no. ${h.number}, ${h.bin}: ${h.who}`).join('; ')}.
        </p>
      )}
      {shown?.impossible.map(({ piece, why }) => (
        <p key={piece.id} className="text-error">
          {piece.what}, job {piece.jobNumber}: {why}
        </p>
      ))}
      {shown && (
        <CutGroups plan={shown} taken={Boolean(taken)} left={left} busy={cutAll.isPending} cut={cutAll.mutate} />
      )}
    </div>
  );
}
