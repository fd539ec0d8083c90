import { boardPlan } from '@ombrik/core/build/buildPlan';
import type { BuildStep } from '@ombrik/core/build/step';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { torqueText } from '@ombrik/core/tables/gravity';
import {
  cautions,
  closePaper,
  heading,
  openPaper,
  type PaperFile,
  type PaperHead,
  paragraph,
  signOff,
  table,
} from './paper.ts';

const JOINTS: readonly BuildStep['kind'][] = ['link', 'torque', 'clamp', 'plug'];

/** For whoever connects a kit: every stud and clamp with what goes on it, in order, how tight; fuses and battery last. */
export async function fieldGuide(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head);
  const mounted = { ...file.board, brief: { ...file.board.brief, delivered: 'board' as const } };
  const { steps } = boardPlan(mounted, genericCatalogue, profileOf(file.board, file.workshop), file.dossier);
  const joints = steps.filter((s) => JOINTS.includes(s.kind));
  paragraph(
    doc,
    'Battery isolated and disconnected, fuses out, until everything below is ticked. Then the battery, then the fuses one by one, the largest load last.',
  );
  cautions(doc, [...new Set(joints.flatMap((s) => s.caution ?? []))]);
  for (const [title, own] of [
    ['Connections', joints.filter((s) => !s.licensed)],
    ['Mains side: a licensed person’s work', joints.filter((s) => s.licensed)],
  ] as const) {
    if (own.length === 0) continue;
    heading(doc, title);
    table(
      doc,
      [
        { title: '', width: 22, value: () => '[  ]' },
        { title: 'Where', width: 150, value: (s) => s.title },
        { title: 'What goes on it', width: 178, value: (s) => s.says },
        {
          title: 'Figure',
          width: 80,
          number: true,
          value: (s) => figureText(s.figure),
        },
        { title: 'With', width: 106, value: (s) => s.tools.join(', ') },
      ],
      own,
    );
  }
  signOff(doc, ['Connected by, date', 'Mains side by (licensed), date']);
  return closePaper(doc, head);
}

const figureText = (figure: BuildStep['figure']): string => {
  if (!figure) return '';
  return figure.unit === 'N·m' ? torqueText(figure.value) : `${figure.value} ${figure.unit}`;
};
