import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { diagnose } from '@ombrik/core/diagnosis/diagnose';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { benchModelOf } from '@ombrik/core/practice/benchModel';
import { profileById } from '@ombrik/core/profiles/profiles';
import { readingUncertainty } from '@ombrik/core/stages/bench/judge';
import { SimulatedBench } from '@ombrik/core/stages/bench/simulate';
import { boardWith } from './boards.ts';
import { median, timed } from './measure.ts';

/** A whole plan read on a board with a bad crimp, and what would explain it, against reading the plan once. */
export function diagnosisTable(): string[] {
  const rows = [30, 100, 300].map((connections) => {
    const board = boardWith(connections);
    const profile = profileById(board.brief.profileId);
    const model = benchModelOf(board, genericCatalogue, profile, defaultWorkshop);
    const { bench: steps } = derive(board, genericCatalogue, profile, defaultWorkshop);
    const leads = steps.filter((s) => s.basis?.kind === 'lead' || s.basis?.kind === 'segment');
    const readAll = (n: number) => {
      const at = leads[(n * 7) % leads.length]!;
      const defects = at.connectionId
        ? [{ kind: 'looseCrimp' as const, connectionId: at.connectionId, extraOhm: 0.05 }]
        : [];
      const meter = new SimulatedBench({ ...model.simulated, defects, seed: n + 1 });
      return steps.flatMap((s) => {
        if (s.method !== 'reading') return [];
        const value = meter.read(s);
        return [{ stepId: s.id, value, expandedUncertainty: readingUncertainty(s, value, null, defaultWorkshop) }];
      });
    };
    const conditions = { bankV: null, ambientC: 20 };
    const answers = Array.from({ length: 15 }, (_, n) => readAll(n)).map((readings) =>
      timed(() => diagnose({ steps, readings, model, conditions, workshop: defaultWorkshop, name: String })),
    );
    const reading = median(Array.from({ length: 7 }, (_, n) => timed(() => readAll(n))));
    const answer = median(answers);
    return `| ${board.connections.length} | ${steps.filter((s) => s.method === 'reading').length} | ${answer.toFixed(0)} ms | ${reading.toFixed(0)} ms | ${(answer / reading).toFixed(2)} |`;
  });
  return [
    '| connections | measured steps | diagnosis, median | the plan read once on the simulated board | diagnosis / reading |',
    '| --- | --- | --- | --- | --- |',
    ...rows,
  ];
}
