import { bendWords, marksAlong } from '@ombrik/core/stages/lengths/clips';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import type { CableProgress, CableStep, StepState } from '@ombrik/core/stock/cableSteps';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Tape } from '../../ui/Tape.tsx';
import { CardFoot } from './CardFoot.tsx';
import { CardHead } from './CardHead.tsx';
import { CutToGuess } from './CutToGuess.tsx';
import { EndBox } from './EndBox.tsx';
import { PullTest } from './PullTest.tsx';
import { StepBoxes } from './StepBoxes.tsx';
import type { useCableFloor } from './useCableFloor.ts';
import { usePulls } from './usePulls.ts';

interface CardProps {
  cable: MadeCable;
  progress: CableProgress;
  equals: readonly string[];
  pullDue: boolean;
  reel: string | null;
  reels: readonly { id: string; label: string }[] | null;
  /** Where an article lies in the store; null when there is none, undefined while nobody knows yet. */
  placeOf: (articleId: string) => string | null | undefined;
  floor: ReturnType<typeof useCableFloor>;
  next: (() => void) | null;
  previous: (() => void) | null;
}

const SIDES = [
  ['from', 'First end'],
  ['to', 'Second end'],
] as const;

/** Everything a person needs to make one cable, and the boxes to say it is done. */
export function CableCard({
  cable,
  progress,
  equals,
  pullDue,
  reel,
  reels,
  placeOf,
  floor,
  next,
  previous,
}: CardProps) {
  const job = useJob();
  const pulls = usePulls(cable);
  const [from, setFrom] = useState('');
  const busy = job.saveState !== 'saved' || floor.redo.isPending;
  if (!cable.cores[0]) return null;
  const press = (step: CableStep, done: boolean, word = '') =>
    floor.step.mutate({
      cableId: cable.cableId,
      step,
      done,
      pullsN: step === 'pulled' && done ? pulls.readings : [],
      fromStockId: from || null,
      word,
    });
  const isDone = (step: CableStep) => progress.steps.find((s) => s.step === step)?.done === true;
  const isCut = progress.steps.some((s) => s.step === 'cut' && s.done && !s.older);
  const crimped = isDone('crimped');
  const isHeld = (s: StepState) =>
    busy ||
    (s.step === 'pulled' && !s.done && (!crimped || !pulls.stood)) ||
    (s.step === 'cut' && cable.provisional && (!s.done || s.older));
  const paths = job.dossier.lengths.find((l) => l.cableId === cable.cableId)?.paths ?? [];
  const bends = cable.flat ? '' : bendWords(marksAlong(paths, 0));
  return (
    <article aria-label={`Card of ${cable.designation}`} className="grid content-start gap-1.5 p-3 pt-2">
      <CardHead cable={cable} reel={reel} reels={reels} from={from} onFrom={setFrom} />
      {cable.provisional && !isCut && (
        <CutToGuess cable={cable} busy={busy} onCut={(word) => press('cut', true, word)} />
      )}
      {equals.length > 0 && (
        <p className="border-l-4 border-primary pl-2">
          <b>Equal length</b> with {equals.join(', ')}: cut them to the same mark.
        </p>
      )}
      <Tape cable={cable} paths={paths} caption={false} />
      {bends && <p className="num dim text-xs">{bends}, along the board from the first stud</p>}
      <div className="grid gap-2 lg:grid-cols-2">
        {cable.cores.flatMap((core) =>
          SIDES.map(([side, which]) => (
            <EndBox
              key={core.coreId + side}
              cable={cable}
              core={core}
              end={core[side]}
              which={which}
              side={side}
              placeOf={placeOf}
            />
          )),
        )}
      </div>
      {pullDue && pulls.due.length > 0 && crimped && !isDone('pulled') && <PullTest {...pulls} />}
      <StepBoxes
        steps={progress.steps.filter((s) => s.needed)}
        isHeld={isHeld}
        onPress={(s) => press(s.step, !s.done || s.older)}
      />
      <CardFoot cable={cable} redone={progress.redone} floor={floor} next={next} previous={previous} />
      <p className="border-l-4 border-primary pl-2 text-sm">
        Slide the heat-shrink on before crimping. The die must match the barrel. Gloves and eye protection when cutting
        and shrinking; keep fingers out of the press.
      </p>
    </article>
  );
}
