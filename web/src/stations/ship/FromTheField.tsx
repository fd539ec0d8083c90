import { useQueryClient } from '@tanstack/react-query';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useUnit } from '../../app/useUnit.ts';
import { useJob } from '../../session/useJob.ts';
import { dateWords } from '../../told/days.ts';
import { FormField } from '../../ui/form/FormField.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';

interface Note {
  kind: 'note' | 'return';
  text: string;
  entityId: string | null;
  personName: string;
  at: string;
}

/** What was heard of a board after it left, and that it came back. */
export function FromTheField({ notes }: { notes: readonly Note[] }) {
  const { jobId, board } = useJob();
  const { unit } = useUnit();
  const client = useQueryClient();
  const say = usePress({
    route: 'POST /api/jobs/:id/field-notes',
    send: (said: { kind: 'note' | 'return'; text: string; entityId: string | null }, key) =>
      answer(api.jobs[':id']['field-notes'].$post({ param: { id: jobId }, json: { unit, ...said } }, keyed(key))),
    onSuccess: () => client.invalidateQueries(),
  });
  const form = useFieldForm(
    {
      text: { kind: 'text', label: 'What was heard of it', max: 2000, lines: 2, required: true },
      about: {
        kind: 'choice',
        label: 'About',
        options: [
          { value: '', says: 'not known yet' },
          ...board.items.map((i) => ({ value: i.id, says: `${i.designation} ${i.name}`.trim() })),
          ...board.cables.map((c) => ({ value: c.id, says: c.designation })),
        ],
      },
    } as const,
    { text: '', about: '' },
  );
  const send = (kind: Note['kind']) =>
    form.submit(({ text, about }) => {
      say.mutate({ kind, text, entityId: about || null });
      form.reset();
    });
  const name = (id: string) =>
    board.items.find((i) => i.id === id)?.designation ?? board.cables.find((c) => c.id === id)?.designation ?? id;
  return (
    <section className="perforated mt-3 pt-3" aria-label="From the field">
      <h2 className="text-lg">From the field</h2>
      <ul>
        {notes.map((n) => (
          <li key={n.at} className="perforated py-1 text-[13px]">
            {n.kind === 'return' && <b className="label-face text-warning">came back </b>}
            {n.entityId && <b>{name(n.entityId)}: </b>}
            {n.text}
            <span className="dim block text-xs">
              {n.personName}, {dateWords(n.at)}
            </span>
          </li>
        ))}
      </ul>
      <form className="mt-2 grid gap-2" noValidate onSubmit={send('note')}>
        <FormField of={form} name="text" />
        <FormField of={form} name="about" />
        <div className="flex gap-2">
          <button type="submit" className="btn btn-sm flex-1" {...standing(say)}>
            Note it
          </button>
          <button type="button" className="btn btn-sm flex-1" {...standing(say)} onClick={send('return')}>
            It came back
          </button>
        </div>
      </form>
      <p className="dim mt-1 text-xs">
        One that came back is on the wall again. A joint opened at Build takes back only what was read through it; then
        the record is sealed again, on top of the old one.
      </p>
      {say.error && <Problems problems={problemsIn(say.error)} />}
    </section>
  );
}
