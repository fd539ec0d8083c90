import type { DieBatch } from '@ombrik/core/stock/dieBatches';
import { cautions, closePaper, heading, openPaper, paragraph, type ShopHead, signOff, table } from './paper.ts';

/** Crimps of all released jobs, die by die, to be ticked at the press: a die is set up once for the jobs wanted about the same time. */
export async function dieBatchPaper(batches: readonly DieBatch[], head: ShopHead): Promise<Buffer> {
  const doc = openPaper(head);
  if (batches.length === 0) paragraph(doc, 'Nothing is left to crimp on any released job.');
  for (const batch of batches) {
    heading(doc, `${batch.dieId} · ${batch.toolName} · ${batch.ends} ends`);
    table(
      doc,
      [
        { title: '', width: 24, value: () => '[  ]' },
        { title: 'Job', width: 170, value: (r) => `${r.job.number} ${r.job.name}` },
        { title: 'Wanted', width: 70, number: true, value: (r) => r.job.wantedOn ?? '' },
        { title: 'Cable', width: 60, number: true, value: (r) => r.cable.designation },
        { title: 'Ends', width: 40, align: 'right', number: true, value: (r) => String(r.cable.ends) },
        { title: '', width: 90, value: (r) => (r.cable.cut ? '' : 'not cut yet') },
        { title: 'Pulled, N', width: 70, value: () => '' },
      ],
      batch.jobs.flatMap((job) => job.cables.map((cable) => ({ job, cable }))),
    );
  }
  cautions(doc, ['The first crimp of a die on a day is pulled before the others are made.']);
  signOff(doc, ['Crimped by, date']);
  return closePaper(doc, head);
}
