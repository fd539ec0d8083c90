import { boardPlan } from '@ombrik/core/build/buildPlan';
import { type BuildRecord, buildState, type StepStatus } from '@ombrik/core/build/buildState';
import { STEP_KIND_WORDS, STEP_KINDS } from '@ombrik/core/build/step';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import {
  cautions,
  closePaper,
  heading,
  type JobHead,
  MARGIN,
  openPaper,
  type PaperFile,
  paragraph,
  signOff,
  table,
} from './paper.ts';
import { drawQr } from './qr.ts';
import { stepPictures } from './stepPictures.ts';

const CODE_PT = 64;
const MOST_TOOLS = 3;

/** What stands in the column a person ticks: empty, or who did it and when. */
function ticked({ state, by, held, problems }: StepStatus): string {
  if (problems.length > 0) return `! ${problems.map((p) => p.text).join('; ')}`;
  if (state === 'older' || state === 'unsound') return 'once more:';
  if (state === 'done' && by) return `${by.personName}, ${by.at.slice(0, 16).replace('T', ' ')}`;
  return held === null ? '' : `held${held ? `: ${held}` : ''}`;
}

const figureOf = ({ step, by }: StepStatus): string => {
  if (!step.figure) return '';
  const read = by?.value != null && step.kind === 'torque' ? `, read ${by.value}` : '';
  return `${step.figure.value} ${step.figure.unit}${read}`;
};

/** The sheet that travels with a board: every step in trade order with what it asks, to be ticked by hand. */
export async function travellerPaper(
  file: PaperFile,
  records: readonly BuildRecord[],
  head: JobHead,
  origin: string,
): Promise<Buffer> {
  const doc = openPaper(head);
  const plan = boardPlan(file.board, genericCatalogue, profileOf(file.board, file.workshop), file.dossier);
  // Whether a cable is made its own card says: here every step is open to the hand.
  const state = buildState(plan, records, new Set(file.dossier.cables.map((c) => c.cableId)));
  const at = new Map(state.steps.map((s, n) => [s.step.id, n + 1]));
  const top = doc.y;
  drawQr(doc, `${origin}/jobs/${file.job.id}/build`, doc.page.width - MARGIN - CODE_PT, top, CODE_PT);
  doc.y = top;
  paragraph(
    doc,
    `${state.steps.length} steps, ${(plan.minutes / 60).toFixed(1)} hours of work; ${state.doneCount} done.`,
  );
  paragraph(
    doc,
    'Tick what is done, with your name; the numbers are typed in afterwards. The codes lead to the same steps on the screen.',
  );
  doc.y = Math.max(doc.y, top + CODE_PT + 4);
  const said = new Set(state.steps.flatMap((s) => s.step.caution ?? []));
  cautions(doc, [...said]);
  for (const kind of STEP_KINDS) {
    const own = state.steps.filter((s) => s.step.kind === kind);
    if (own.length === 0) continue;
    heading(doc, STEP_KIND_WORDS[kind]);
    table(
      doc,
      [
        { title: 'No.', width: 26, align: 'right', number: true, value: (s) => String(at.get(s.step.id)) },
        {
          title: 'Step',
          width: 200,
          value: ({ step }) => `${step.licensed ? 'Licensed person: ' : ''}${step.title} · ${step.says}`,
        },
        { title: 'Figure', width: 76, number: true, value: figureOf },
        { title: 'With', width: 86, value: ({ step }) => step.tools.slice(0, MOST_TOOLS).join(', ') },
        { title: 'Min', width: 26, align: 'right', number: true, value: ({ step }) => step.minutes.toFixed(0) },
        { title: 'Done by, when', width: 110, value: ticked },
      ],
      own,
    );
  }
  await stepPictures(doc, file, state.steps, (id) => at.get(id)!, origin);
  signOff(doc, ['Built by, date', 'Looked over by, date']);
  return closePaper(doc, head);
}
