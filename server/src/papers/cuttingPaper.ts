import { quantityText } from '@ombrik/core/stock/articles';
import type { KeptPlan } from '../cables/cutPlans.ts';
import { cautions, closePaper, heading, openPaper, type PaperHead, paragraph, signOff, table } from './paper.ts';

const mm = (x: number) => quantityText({ unit: 'mm' }, x);

/** Cutting sheet: rod by rod, longest first, with the mark on the tape each cut ends at. */
export function cuttingPaper(kept: KeptPlan, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head);
  paragraph(
    doc,
    `Jobs cut together: ${kept.jobs.map((j) => `${j.jobNumber} (revision ${j.revision})`).join(', ')}. Plan taken by ${kept.personName}. Marks run from the free end: lay the tape once and cut at each mark.`,
  );
  for (const group of kept.plan.groups) {
    heading(
      doc,
      `${group.name} · ${mm(group.piecesMm)}, pieces: ${group.rods.reduce((s, r) => s + r.cuts.length, 0)} · ${group.optimal ? 'proven best' : `at most ${(group.gapShare * 100).toFixed(2)} % above the best`}`,
    );
    for (const rod of group.rods) {
      const rest =
        rod.rest === 'none'
          ? 'nothing left'
          : `${rod.restMm} mm left, ${rod.rest === 'kept' ? 'back to its place' : 'scrap'}`;
      paragraph(doc, `${rod.label} · ${mm(rod.lengthMm)} · ${rest}`);
      table(
        doc,
        [
          { title: 'Mark at mm', width: 64, align: 'right', number: true, value: (c) => String(c.toMm) },
          { title: 'Length mm', width: 60, align: 'right', number: true, value: (c) => String(c.piece.lengthMm) },
          {
            title: 'For',
            width: 190,
            value: (c) => `${c.piece.what}${c.piece.provisional ? ' ~ a guess: do not cut yet' : ''}`,
          },
          { title: 'Job', width: 40, align: 'right', number: true, value: (c) => String(c.piece.jobNumber) },
          { title: 'Cut', width: 40, value: () => '[  ]' },
        ],
        rod.cuts,
      );
    }
  }
  cautions(doc, [
    'Cut away from the hand. Check the first piece of each reel against the board before cutting the next.',
    'Measure from the squared end; the marks include the trim.',
  ]);
  signOff(doc, ['Cut by']);
  return closePaper(doc, head);
}
