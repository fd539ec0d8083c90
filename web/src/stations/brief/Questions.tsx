import type { Question } from '@ombrik/core/document/brief/brief';
import { newId } from '@ombrik/core/document/newId';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { TextField } from '../../ui/TextField.tsx';

/** Questions for the customer, and what they said. */
export function Questions() {
  const job = useJob();
  const [text, setText] = useState('');
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
      <form
        className="mt-1.5 flex gap-1"
        onSubmit={(e) => {
          e.preventDefault();
          if (text.trim() === '') return;
          put([...questions, { id: newId('qu'), text: text.trim(), answer: '' }], 'Ask a question');
          setText('');
        }}
      >
        <input
          className="input input-sm w-full"
          placeholder="Ask something"
          aria-label="New question"
          maxLength={300}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <button type="submit" className="btn btn-sm" disabled={text.trim() === ''}>
          Ask
        </button>
      </form>
    </section>
  );
}
