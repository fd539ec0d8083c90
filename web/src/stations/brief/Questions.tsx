import type { Question } from '@ombrik/core/document/brief/brief';
import { newId } from '@ombrik/core/document/newId';
import { useJob } from '../../session/useJob.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { TextField } from '../../ui/TextField.tsx';

const FIELDS = {
  text: {
    kind: 'text',
    label: 'New question',
    hideLabel: true,
    placeholder: 'Ask something',
    max: 300,
    required: true,
    wide: true,
  },
} as const;

/** Questions for the customer, and what they said. */
export function Questions() {
  const job = useJob();
  const form = useFieldForm(FIELDS, { text: '' });
  const { questions } = job.board.brief;
  const put = (value: Question[], what: string) => job.edit(what, [{ kind: 'setBrief', field: 'questions', value }]);
  return (
    <section aria-label="Questions">
      <h2 className="text-lg">Questions</h2>
      <ul className="grid gap-1.5">
        {questions.map((q) => (
          <li key={q.id}>
            <span className="flex justify-between gap-2 text-sm">
              {q.text}
              <button
                type="button"
                className="btn btn-ghost btn-xs"
                aria-label={`Drop the question ${q.text}`}
                onClick={() =>
                  put(
                    questions.filter((x) => x.id !== q.id),
                    'Drop a question',
                  )
                }
              >
                drop
              </button>
            </span>
            <TextField
              label={`Answer to ${q.text}`}
              hideLabel
              value={q.answer}
              max={1000}
              onCommit={(answer) =>
                put(
                  questions.map((x) => (x.id === q.id ? { ...x, answer } : x)),
                  'Answer a question',
                )
              }
            />
          </li>
        ))}
      </ul>
      <div className="mt-1.5">
        <FormBody
          of={form}
          take={({ text }) => {
            put([...questions, { id: newId('qu'), text, answer: '' }], 'Ask a question');
            form.reset();
          }}
          press="Ask"
        />
      </div>
    </section>
  );
}
