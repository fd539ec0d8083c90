import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import type { CableProgress } from '@ombrik/core/stock/cableSteps';
import { cableWork } from '@ombrik/core/stock/cableWork';
import { cableArticleId } from '@ombrik/core/stock/cutPieces';
import { rodsOf } from '@ombrik/core/stock/rods';
import { useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { problemsIn } from '../../app/api.ts';
import { useFloor } from '../../app/useFloor.ts';
import { useJob } from '../../session/useJob.ts';
import { ConductorTag } from '../../ui/ConductorTag.tsx';
import { metres, mm } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { ScanBox } from '../../ui/ScanBox.tsx';
import { CableCard } from './CableCard.tsx';
import { DieRuns } from './DieRuns.tsx';
import { useCableFloor, useCutting } from './useCableFloor.ts';

const isCut = (p: CableProgress | undefined) => p?.steps.some((s) => s.step === 'cut' && s.done && !s.older) === true;

/** All cables in the order of making on the left, the card of one on the right. */
export function CardsSheet() {
  const job = useJob();
  const floor = useFloor();
  const say = useCableFloor();
  const cutting = useCutting();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [order, setOrder] = useState<'making' | 'drawn' | 'die'>('making');
  const { dossier, workshop } = job;
  const work = cableWork(dossier.cables, workshop);
  const listed = order === 'drawn' ? dossier.cables.filter((c) => c.lead === null) : work.order;
  const asked = search.get('cable');
  const selected = job.selection?.kind === 'cable' ? job.selection.id : null;
  const firstOpen = listed.find((c) => !floor.madeIds.has(c.cableId));
  const chosen =
    listed.find((c) => c.cableId === asked) ??
    listed.find((c) => c.cableId === selected) ??
    (floor.loaded ? firstOpen : undefined) ??
    listed[0]!;
  const at = listed.indexOf(chosen);
  const choose = (cable: MadeCable) => {
    setSearch({ cable: cable.cableId }, { replace: true });
    job.select({ kind: 'cable', id: cable.cableId });
  };
  // The chosen row stays in sight when the next one is taken by its button; on a telephone the list lies under the card.
  useEffect(() => {
    if (matchMedia('(min-width: 768px)').matches)
      document.getElementById(`row-${chosen.cableId}`)?.scrollIntoView({ block: 'nearest' });
  }, [chosen.cableId]);
  const rodOf = (cable: MadeCable) =>
    cutting.data?.plan?.plan.groups
      .flatMap((g) => g.rods)
      .find((r) => r.cuts.some((c) => c.piece.id === `${job.jobId}/${cable.cableId}/cable`))?.label ?? null;
  const reelsFor = (cable: MadeCable) =>
    rodsOf(cutting.data?.stock ?? [], new Set([job.jobId]))
      .filter((r) => r.articleId === cableArticleId(cable) && r.freeMm >= cable.cutMm + workshop.cutTrimMm)
      .map((r) => ({ id: r.stockId, label: `${r.label}: ${metres(r.freeMm)}` }));
  const placeOf = (articleId: string) =>
    cutting.data && (cutting.data.stock.find((s) => s.articleId === articleId && s.onHand > 0)?.bin ?? null);
  const settled = job.saveState === 'saved';
  const stops = dossier.findings.filter((f) => f.severity === 'stop').length;
  const progress = floor.cables.get(chosen.cableId);
  return (
    <div className="grid content-start md:h-full md:grid-cols-[292px_minmax(0,1fr)] md:content-stretch xl:grid-cols-[340px_minmax(0,1fr)]">
      <div className="relative border-base-300 max-md:order-last max-md:border-t md:overflow-auto md:border-r">
        <div className="sticky top-0 z-10 grid gap-1 border-b border-base-300 bg-base-200 px-3 py-2">
          <div className="flex items-center gap-3">
            <span className="num text-lg">
              {floor.madeIds.size} of {work.order.length} made
            </span>
            <progress
              className="progress progress-primary min-w-0 flex-1"
              value={floor.madeIds.size}
              max={work.order.length}
              aria-label="Cables made"
            />
          </div>
          <div className="flex items-start gap-2">
            <ScanBox onFound={(f) => navigate(f.path)} />
            <select
              className="select select-sm min-w-0 flex-1"
              aria-label="Order"
              value={order}
              onChange={(e) => setOrder(e.target.value as typeof order)}
            >
              <option value="making">cable by cable</option>
              <option value="die">die by die</option>
              <option value="drawn">as drawn</option>
            </select>
          </div>
          <p className="dim text-xs">
            Reels and dies set up: {work.asDrawn.reels} and {work.asDrawn.dies} as drawn, {work.changes.reels} and{' '}
            {work.changes.dies} cable by cable in this order, {work.dieByDie.reels} and {work.dieByDie.dies} if all is
            cut first and crimped die by die.
          </p>
          {stops > 0 && <span className="text-error">{stops} stop findings are open: look before you cut</span>}
          {say.made.error && <Problems problems={problemsIn(say.made.error)} onDismiss={() => say.made.reset()} />}
        </div>
        {order === 'die' && (
          <DieRuns
            runs={work.dieRuns}
            chosenId={chosen.cableId}
            onChoose={(id) => choose(dossier.cables.find((c) => c.cableId === id)!)}
          />
        )}
        <ol hidden={order === 'die'}>
          {listed.map((cable, i) => {
            const p = floor.cables.get(cable.cableId);
            const before = listed[i - 1];
            const reel = cableArticleId(cable);
            const done = p?.steps.filter((s) => s.needed && s.done && !s.older).length ?? 0;
            const all = p?.steps.filter((s) => s.needed).length ?? 0;
            return (
              <li key={cable.cableId} id={`row-${cable.cableId}`}>
                {(!before || cableArticleId(before) !== reel) && (
                  <h2 className="flex items-center gap-2 bg-base-300/60 px-3 py-0.5 text-[13px]">
                    {cable.cores.length === 1 && <ConductorTag colour={cable.cores[0]!.colour} />}
                    <span className="truncate">{cable.cableTypeName}</span>
                  </h2>
                )}
                <div
                  className={`perforated grid grid-cols-[46px_minmax(0,1fr)] items-center ${cable === chosen ? 'bg-base-300' : ''}`}
                >
                  <label className="grid min-h-[52px] place-items-center" title="The whole cable is made">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-primary"
                      style={{ width: 28, height: 28 }}
                      aria-label={`${cable.designation} is made`}
                      checked={
                        say.made.pending.findLast((w) => w.cableIds.includes(cable.cableId))?.made ?? p?.made ?? false
                      }
                      disabled={!settled}
                      onChange={(e) => {
                        // A length that is a guess is cut on its card, where it asks for a word.
                        if (e.target.checked && cable.provisional && !isCut(p)) choose(cable);
                        else say.made.mutate({ cableIds: [cable.cableId], made: e.target.checked });
                      }}
                    />
                  </label>
                  <button
                    type="button"
                    className="grid min-h-[52px] grid-cols-[50px_72px_minmax(0,1fr)] xl:grid-cols-[58px_76px_minmax(0,1fr)] items-center gap-1 text-left"
                    onClick={() => choose(cable)}
                  >
                    <span className="label-face text-xl">{cable.designation}</span>
                    <span className="num text-right">
                      {cable.provisional ? '~' : ''}
                      {mm(cable.cutMm)}
                    </span>
                    <span className="min-w-0 text-xs leading-tight">
                      <span className="block truncate">
                        {cable.cores[0]?.from.at} / {cable.cores[0]?.to.at}
                      </span>
                      <span className="dim block truncate">
                        {[
                          ...new Set(cable.cores.flatMap((c) => [c.from, c.to].flatMap((e) => e.crimp?.dieId ?? []))),
                        ].join(', ')}
                        {p && !p.made && done > 0 && ` · ${done} of ${all} steps`}
                        {work.pullDue.has(cable.cableId) && ' · pull'}
                        {work.equals.has(cable.cableId) && ' · equal'}
                        {p?.older && <b className="text-warning"> · older spec</b>}
                      </span>
                    </span>
                  </button>
                </div>
              </li>
            );
          })}
        </ol>
      </div>
      <div className="relative min-w-0 md:overflow-auto">
        {progress && (
          <CableCard
            key={chosen.cableId}
            cable={chosen}
            progress={progress}
            equals={work.equals.get(chosen.cableId) ?? []}
            pullDue={work.pullDue.has(chosen.cableId)}
            reel={rodOf(chosen)}
            reels={cutting.data ? reelsFor(chosen) : null}
            placeOf={placeOf}
            floor={say}
            next={at < listed.length - 1 ? () => choose(listed[at + 1]!) : null}
            previous={at > 0 ? () => choose(listed[at - 1]!) : null}
          />
        )}
      </div>
    </div>
  );
}
