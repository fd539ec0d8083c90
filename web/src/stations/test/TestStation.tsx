import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from '../../app/api.ts';
import { useFloor } from '../../app/useFloor.ts';
import { useJob } from '../../session/useJob.ts';
import { UnitPick } from '../../ui/UnitPick.tsx';
import { CurrentCheck } from './CurrentCheck.tsx';
import { SimulatorPanel } from './SimulatorPanel.tsx';
import { StepHistory } from './StepHistory.tsx';
import { TestPlan } from './TestPlan.tsx';
import { useBench } from './useBench.ts';

/** The bench test: the ladder of stages, one check in the middle, its record. */
export function TestStation() {
  const { jobId, dossier } = useJob();
  const { progress } = useFloor();
  const steps = dossier.bench;
  const [picked, setPicked] = useState<string | null>(null);
  const hands = useBench(() => setPicked(null));
  const simulator = useQuery({
    queryKey: ['simulator', jobId],
    queryFn: () => answer(api.jobs[':id'].bench.simulator.$get({ param: { id: jobId }, query: {} } as never)),
  });
  const step =
    steps.find((s) => s.id === (picked ?? progress.nextId)) ??
    steps.find((s) => s.id === progress.nextId) ??
    steps.at(-1);
  if (!step)
    return (
      <p className="dim p-6">
        Nothing to test yet. Once a bank and its circuits are connected, the test plan is worked out here.
      </p>
    );
  return (
    <div className="grid content-start lg:h-full lg:grid-cols-[minmax(180px,232px)_minmax(0,1fr)_minmax(180px,228px)] lg:content-stretch">
      <TestPlan steps={steps} states={progress.states} currentId={step.id} pick={setPicked} />
      <CurrentCheck step={step} hands={hands} />
      <section
        className="relative overflow-auto border-base-300 bg-base-100 p-4 max-lg:border-t lg:border-l"
        aria-label="Record"
      >
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
        <SimulatorPanel hidden={simulator.data?.hidden ?? false} meter={simulator.data?.meter ?? ''} />
      </section>
    </div>
  );
}
