import { useState } from 'react';
import { useFloor } from '../../app/useFloor.ts';
import { useJob } from '../../session/useJob.ts';
import { Later } from '../../ui/Later.tsx';
import { UnitPick } from '../../ui/UnitPick.tsx';
import { BenchSetup } from './BenchSetup.tsx';
import { CurrentCheck } from './CurrentCheck.tsx';
import { DiagnosisPanel } from './DiagnosisPanel.tsx';
import { StepHistory } from './StepHistory.tsx';
import { TestPlan } from './TestPlan.tsx';
import { useBench } from './useBench.ts';
import { useBenchSetup } from './useBenchSetup.ts';

/** The bench test: the ladder of stages, one check in the middle, its record. */
export function TestStation() {
  const { dossier } = useJob();
  const { progress } = useFloor();
  const steps = dossier.bench;
  const [picked, setPicked] = useState<string | null>(null);
  const setup = useBenchSetup();
  const hands = useBench(setup, () => setPicked(null));
  const step =
    steps.find((s) => s.id === (picked ?? progress.nextId)) ??
    steps.find((s) => s.id === progress.nextId) ??
    steps.at(-1);
  const state = step && progress.states.get(step.id);
  if (!step)
    return (
      <p className="dim p-6">
        Nothing to test yet. Once a bank and its circuits are connected, the test plan is worked out here.
      </p>
    );
  return (
    <div className="grid content-start lg:h-full lg:grid-cols-[minmax(180px,232px)_minmax(0,1fr)_minmax(180px,228px)] lg:grid-rows-1 lg:content-stretch">
      <TestPlan steps={steps} states={progress.states} currentId={step.id} pick={setPicked} />
      <CurrentCheck step={step} hands={hands} setup={setup} />
      <section
        className="relative overflow-auto border-base-300 bg-base-100 p-4 max-lg:border-t lg:border-l"
        aria-label="Record"
      >
        <Later>
          <UnitPick />
          <p className="num text-lg">
            {progress.passedCount} of {progress.dcCount} passed
          </p>
          <progress
            className="progress progress-primary w-full"
            value={progress.passedCount}
            max={progress.dcCount}
            aria-label="Checks passed"
          />
          <h2 className="mt-3 text-lg">Readings of this check</h2>
          <StepHistory step={step} />
          {(state === 'failed' || state === 'unsure') && <DiagnosisPanel steps={steps} pick={setPicked} />}
          <BenchSetup setup={setup} />
        </Later>
      </section>
    </div>
  );
}
