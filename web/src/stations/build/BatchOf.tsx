import { batchWays } from '@ombrik/core/build/batch';
import { OneOf } from '../../ui/OneOf.tsx';
import { UnitPick } from '../../ui/UnitPick.tsx';
import { timeWords } from './buildWords.ts';
import { useBatchWay } from './useBatchWay.ts';
import type { Build } from './useBuild.ts';

/** Several boards of the same: which one is in the hand, and whether each is built to its end or every step on all of them. */
export function BatchOf({ build }: { build: Build }) {
  const { units, plan } = build.build!;
  const [way, setWay] = useBatchWay();
  if (units.length < 2) return null;
  const ways = batchWays(plan.steps, units.length);
  const time = (which: 'boardByBoard' | 'stepByStep') =>
    `${timeWords(ways[which])}${ways.quicker === which ? ', quicker' : ''}`;
  return (
    <section aria-label="Boards of this job" className="mt-2 flex flex-wrap items-center gap-3">
      <UnitPick saysOf={(n) => `${units[n - 1]?.done ?? 0} of ${plan.steps.length}`} />
      <OneOf
        label="How they are gone through"
        value={way}
        options={[
          ['boardByBoard', `board by board (${time('boardByBoard')})`],
          ['stepByStep', `step by step (${time('stepByStep')})`],
        ]}
        onPick={setWay}
      />
    </section>
  );
}
