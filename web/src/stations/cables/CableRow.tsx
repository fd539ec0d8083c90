import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import type { CableProgress } from '@ombrik/core/stock/cableSteps';
import type { CableWork } from '@ombrik/core/stock/cableWork';
import { cableArticleId } from '@ombrik/core/stock/cutPieces';
import { useJob } from '../../session/useJob.ts';
import { ConductorTag } from '../../ui/ConductorTag.tsx';
import { mm } from '../../ui/format.ts';
import type { useCableFloor } from './useCableFloor.ts';

interface RowProps {
  cable: MadeCable;
  /** The one above it in the list: where the reel changes it is named. */
  before: MadeCable | undefined;
  progress: CableProgress | undefined;
  work: Pick<CableWork, 'pullDue' | 'equals'>;
  chosen: boolean;
  say: ReturnType<typeof useCableFloor>;
  onChoose: () => void;
}

const isCut = (p: CableProgress | undefined) => p?.steps.some((s) => s.step === 'cut' && s.done && !s.older) === true;

/** One cable of the list: whether it is made, and what of it is to be known from afar. */
export function CableRow({ cable, before, progress, work, chosen, say, onChoose }: RowProps) {
  const settled = useJob().saveState === 'saved';
  return (
    <li id={`row-${cable.cableId}`}>
      {(!before || cableArticleId(before) !== cableArticleId(cable)) && (
        <h2 className="flex items-center gap-2 bg-base-300/60 px-3 py-0.5 text-[13px]">
          {cable.cores.length === 1 && <ConductorTag colour={cable.cores[0]!.colour} />}
          <span className="truncate">{cable.cableTypeName}</span>
        </h2>
      )}
      <div className={`perforated grid grid-cols-[46px_minmax(0,1fr)] items-center ${chosen ? 'bg-base-300' : ''}`}>
        <label className="grid min-h-[52px] place-items-center" title="The whole cable is made">
          <input
            type="checkbox"
            className="checkbox checkbox-primary"
            style={{ width: 28, height: 28 }}
            aria-label={`${cable.designation} is made`}
            checked={
              say.made.pending.findLast((w) => w.cableIds.includes(cable.cableId))?.made ?? progress?.made ?? false
            }
            disabled={!settled}
            onChange={(e) => {
              // A length that is a guess is cut on its card, where it asks for a word.
              if (e.target.checked && cable.provisional && !isCut(progress)) onChoose();
              else say.made.mutate({ cableIds: [cable.cableId], made: e.target.checked });
            }}
          />
        </label>
        <button
          type="button"
          className="grid min-h-[52px] grid-cols-[50px_minmax(72px,auto)_minmax(0,1fr)] xl:grid-cols-[58px_minmax(76px,auto)_minmax(0,1fr)] items-center gap-1 text-left"
          onClick={onChoose}
        >
          <span className="label-face text-xl">{cable.designation}</span>
          <span className="num text-right">
            {cable.provisional ? '~' : ''}
            {mm(cable.cutMm)}
          </span>
          <RowWords cable={cable} progress={progress} work={work} />
        </button>
      </div>
    </li>
  );
}

/** Its ends, its dies, and how far it is. */
function RowWords({ cable, progress, work }: Pick<RowProps, 'cable' | 'progress' | 'work'>) {
  const needed = progress?.steps.filter((s) => s.needed) ?? [];
  const done = needed.filter((s) => s.done && !s.older).length;
  const dies = [...new Set(cable.cores.flatMap((c) => [c.from, c.to].flatMap((e) => e.crimp?.dieId ?? [])))];
  return (
    <span className="min-w-0 text-xs leading-tight">
      <span className="block truncate">
        {cable.cores[0]?.from.at} / {cable.cores[0]?.to.at}
      </span>
      <span className="dim block truncate">
        {dies.join(', ')}
        {progress && !progress.made && done > 0 && ` · ${done} of ${needed.length} steps`}
        {work.pullDue.has(cable.cableId) && ' · pull'}
        {work.equals.has(cable.cableId) && ' · equal'}
        {progress?.older && <b className="text-warning"> · older spec</b>}
      </span>
    </span>
  );
}
