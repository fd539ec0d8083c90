import type { LearnedTime } from '@ombrik/core/build/learnedTimes';
import { STEP_KIND_WORDS } from '@ombrik/core/build/step';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { timeWords } from './buildWords.ts';

/** How long kinds of work really take in this shop, against what is planned for them. */
export function LearnedTimes({ learned }: { learned: readonly LearnedTime[] }) {
  if (learned.length === 0) return null;
  return (
    <section className="mt-6 max-w-[640px]" aria-label="Times">
      <h2 className="text-lg">What it really takes</h2>
      <p className="dim text-[13px]">
        Over all jobs, without what a break fell into. From five timed steps on a kind is planned by its median.
      </p>
      <DataTable
        label="How long kinds of work take"
        columns={[
          { title: 'Work', cell: (l) => STEP_KIND_WORDS[l.kind] },
          { title: 'Timed', right: true, className: 'num', cell: (l) => l.count },
          { title: 'Planned', right: true, className: 'num', cell: (l) => timeWords(l.plannedMinutes) },
          { title: 'Took', right: true, className: 'num', cell: (l) => timeWords(l.tookMinutes) },
          {
            title: 'Median (quarters)',
            right: true,
            className: 'num',
            cell: (l) => `× ${l.factor.median.toFixed(1)} (${l.factor.low.toFixed(1)} to ${l.factor.high.toFixed(1)})`,
          },
        ]}
        rows={[...learned]}
        keyOf={(l) => l.kind}
      />
    </section>
  );
}
