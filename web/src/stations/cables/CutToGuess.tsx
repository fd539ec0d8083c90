import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { Link } from 'react-router';
import { useJob } from '../../session/useJob.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { mm } from '../../ui/format.ts';

const FIELDS = {
  word: {
    kind: 'text',
    label: 'Why this length is right all the same',
    max: 200,
    required: true,
    placeholder: 'held against the wall, 80 mm to spare',
    wide: true,
  },
} as const;

/** A length nobody has settled: the ways to settle it, or the word of who cuts it, which stays with the cable. */
export function CutToGuess({ cable, busy, onCut }: { cable: MadeCable; busy: boolean; onCut: (word: string) => void }) {
  const { board, jobId } = useJob();
  const form = useFieldForm(FIELDS, { word: '' });
  const segments = board.cables.find((c) => c.id === cable.cableId)?.segments ?? [];
  const unmeasured = segments.some((s) => s.kind === 'measuredRun' && !s.measured);
  return (
    <section
      aria-label={`${cable.designation} is a guess`}
      className="border-l-4 border-warning p-2"
      style={{ background: 'var(--warn-wash)' }}
    >
      <p>
        <b>The length is a guess.</b> Before cutting{' '}
        {unmeasured ? (
          <Link className="link" to={`/jobs/${jobId}/circuit/runs`}>
            measure its run
          </Link>
        ) : (
          <Link className="link" to={`/jobs/${jobId}/board`}>
            route it, or accept its route
          </Link>
        )}
        ; or say why it is right, and it stands here with your name.
      </p>
      <FormBody of={form} press={`Cut it to ${mm(cable.cutMm)}`} sending={busy} take={({ word }) => onCut(word)} />
    </section>
  );
}
