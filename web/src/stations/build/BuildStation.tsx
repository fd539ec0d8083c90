import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { keepOnDevice } from '../../offline/keepOnDevice.ts';
import { Held } from '../../ui/states/Held.tsx';
import { BenchMode } from './BenchMode.tsx';
import { StepList } from './StepList.tsx';
import { useBuild } from './useBuild.ts';

/** The build of a board: its steps in trade order, and one at a time at arm's length. */
export function BuildStation() {
  const build = useBuild();
  useEffect(() => void keepOnDevice(), []);
  /** The step that is shown at arm's length; null shows the list. */
  // A code on the printed traveller leads to one step.
  const asked = useSearchParams()[0].get('step');
  const [bench, setBench] = useState<string | null>(asked);
  if (!build.build || !build.state) return <Held of={build.asked} what="Working out the steps" />;
  if (build.state.steps.length === 0)
    return <p className="dim p-6">Nothing to build yet. Once there is a panel, its steps are worked out here.</p>;
  return (
    <>
      <StepList build={build} onBench={setBench} />
      {bench !== null && <BenchMode build={build} stepId={bench} onStep={setBench} onClose={() => setBench(null)} />}
    </>
  );
}
