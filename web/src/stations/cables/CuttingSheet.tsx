import { type CutPiece, isCablePiece } from '@ombrik/core/stock/cutPieces';
import { type CutPlan, choiceOf } from '@ombrik/core/stock/cutPlan';
import { rodsOf } from '@ombrik/core/stock/rods';
import { useQueryClient } from '@tanstack/react-query';
import { proxy, type Remote, wrap } from 'comlink';
import { format, parseISO } from 'date-fns';
import { useEffect, useRef, useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { articleColour } from '../../ui/articleColour.ts';
import { metres } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import type { Cutter } from '../../worker/cutWorker.ts';
import { RodDrawing, ScrapPattern } from './RodDrawing.tsx';
import { useCutting } from './useCableFloor.ts';

function usePlanner() {
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<{ done: number; all: number; gapShare: number | null } | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const run = async (
    work: (
      cutter: Remote<Cutter>,
      told: (done: number, all: number, gapShare: number | null) => void,
    ) => Promise<CutPlan>,
  ) => {
    stop();
    const thread = new Worker(new URL('../../worker/cutWorker.ts', import.meta.url), { type: 'module' });
    worker.current = thread;
    setProgress({ done: 0, all: 0, gapShare: null });
    const plan = await work(
      wrap<Cutter>(thread),
      // A word of a run that has been stopped may still be on its way.
      proxy((done: number, all: number, gapShare: number | null) => {
        if (worker.current === thread) setProgress({ done, all, gapShare });
      }),
    );
    if (worker.current !== thread) return null;
    stop();
    return plan;
  };
  return { progress, stop, run };
}

/** What is cut from which reel: planned together with other jobs, drawn to scale, then set aside in the store. */
export function CuttingSheet() {
  const job = useJob();
  const client = useQueryClient();
  const cutting = useCutting();
  const planner = usePlanner();
  const [joined, setJoined] = useState<ReadonlySet<string>>(new Set());
  const [draft, setDraft] = useState<CutPlan | null>(null);
  const data = cutting.data;
  const jobs = data?.jobs ?? [];
  const others = jobs.filter((j) => j.jobId !== job.jobId);
  const chosen = jobs.filter((j) => j.jobId === job.jobId || joined.has(j.jobId));
  const keep = usePress({
    send: (plan: CutPlan, key) =>
      answer(
        api.jobs[':id'].cutting.$post(
          {
            param: { id: job.jobId },
            json: {
              jobs: chosen.map((j) => ({ jobId: j.jobId, revision: j.revision })),
              groups: choiceOf(plan),
              key,
            },
          },
          keyed(key),
        ),
      ),
    onSuccess: () => {
      setDraft(null);
      return Promise.all(['cutting', 'stock', 'buying'].map((k) => client.invalidateQueries({ queryKey: [k] })));
    },
  });
  /** The rod is on the bench: all its pieces are cut one after the other, each into its own job. */
  const cutAll = usePress({
    send: async (pieces: CutPiece[], key) => {
      for (const [n, piece] of pieces.entries()) {
        const revision = data?.plan?.jobs.find((j) => j.jobId === piece.jobId)?.revision;
        if (revision === undefined) continue;
        await answer(
          api.jobs[':id'].cables[':cableId'].steps.$post(
            {
              param: { id: piece.jobId, cableId: piece.cableId },
              json: { step: 'cut', done: true, pullsN: [], fromStockId: null, revision, key: `${key}-${n}` },
            },
            keyed(`${key}-${n}`),
          ),
        );
      }
    },
    onSettled: () =>
      Promise.all(
        ['floor', 'cutting', 'stock', 'costs', 'buying'].map((k) => client.invalidateQueries({ queryKey: [k] })),
      ),
  });
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
  const wantedArticles = new Set(chosen.flatMap((j) => j.pieces.map((p) => p.articleId)));
  const chosenIds = new Set(chosen.map((j) => j.jobId));
  const held = (data?.stock ?? []).flatMap((s) => {
    const others = s.unit === 'mm' ? s.reservations.filter((r) => !chosenIds.has(r.jobId)) : [];
    return wantedArticles.has(s.articleId) && others.length > 0
      ? [
          {
            number: s.number,
            bin: s.bin,
            who: others.map((r) => `job ${r.jobNumber} ${metres(r.quantity)}`).join(', '),
          },
        ]
      : [];
  });
  const shown = draft ?? data?.plan?.plan ?? null;
  const taken = !draft && data?.plan;
  if (!data) return <p className="dim p-6">Looking what lies in the store …</p>;
  return (
    <div className="p-4">
      <ScrapPattern />
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="text-2xl">Cutting</h1>
        {others.length > 0 && (
          <fieldset className="flex flex-wrap items-center gap-3">
            <legend className="sr-only">Cut together with</legend>
            <span className="dim">together with</span>
            {others.map((o) => (
              <label key={o.jobId} className="flex items-center gap-1">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={joined.has(o.jobId)}
                  onChange={(e) => {
                    const next = new Set(joined);
                    if (e.target.checked) next.add(o.jobId);
                    else next.delete(o.jobId);
                    setJoined(next);
                    setDraft(null);
                  }}
                />
                <span className="num">{o.jobNumber}</span> {o.jobName} ({o.pieces.length} pieces)
              </label>
            ))}
          </fieldset>
        )}
        {planner.progress ? (
          <>
            <progress
              className="progress w-40"
              value={planner.progress.done}
              max={Math.max(1, planner.progress.all)}
              aria-label="Articles planned"
            />
            <span className="num">
              {planner.progress.done} of {planner.progress.all}
              {planner.progress.gapShare !== null && ` · within ${(planner.progress.gapShare * 100).toFixed(2)} %`}
            </span>
            <button type="button" className="btn btn-sm" onClick={planner.stop}>
              Stop
            </button>
          </>
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
            disabled={keep.isPending}
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
      {taken && (
        <p className="dim text-[13px]">
          Taken by {taken.personName}, {format(parseISO(taken.madeAt), 'd MMM HH:mm')}, for jobs{' '}
          {taken.jobs.map((j) => `${j.jobNumber} (revision ${j.revision})`).join(', ')}. Its lengths are set aside in
          the store.
          {taken.jobs.some((j) => j.jobId === job.jobId && j.revision !== job.revision) && (
            <b className="text-warning"> The board has changed since: plan again.</b>
          )}
        </p>
      )}
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
      {shown?.groups.map((group) => {
        const count = group.rods.reduce((s, r) => s + r.cuts.length, 0);
        return (
          <section key={group.articleId} className="perforated mt-2 pt-2" aria-label={group.name}>
            <h2 className="flex flex-wrap items-baseline gap-x-3 text-lg">
              {group.name}
              <span className="num dim text-sm">
                {count} {count === 1 ? 'piece' : 'pieces'} · {metres(group.piecesMm)} · scrap {group.scrapMm} mm ·{' '}
                {group.optimal ? 'proven best' : `at most ${(group.gapShare * 100).toFixed(2)} % above the best`}
              </span>
              {group.toBuy > 0 && <span className="text-sm text-error">{group.toBuy} to buy</span>}
            </h2>
            {group.rods.map((rod, i) => (
              <RodDrawing
                key={rod.stockId ?? `new${i}`}
                rod={rod}
                fill={articleColour(group.articleId)}
                done={(id) => Boolean(taken) && !left.has(id)}
                action={
                  taken && rod.stockId && rod.cuts.some((c) => isCablePiece(c.piece.id) && left.has(c.piece.id)) ? (
                    <button
                      type="button"
                      className="btn btn-xs"
                      aria-label={`Cut all of ${rod.label}`}
                      disabled={cutAll.isPending}
                      onClick={() => cutAll.mutate(rod.cuts.flatMap((c) => (left.has(c.piece.id) ? [c.piece] : [])))}
                    >
                      All cut
                    </button>
                  ) : null
                }
              />
            ))}
          </section>
        );
      })}
    </div>
  );
}
