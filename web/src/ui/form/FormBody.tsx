import type { ReactNode } from 'react';
import { problemsIn } from '../../app/api.ts';
import { Problems } from '../Problems.tsx';
import { FormField } from './FormField.tsx';
import type { Fields, Values } from './fields.ts';
import type { FieldForm } from './useFieldForm.ts';

/** All fields of a form in a grid, what the server said of it, and the press that hands it over. */
export function FormBody<F extends Fields>({
  of,
  take,
  press,
  sending = false,
  mayNot = null,
  refused,
  cancel,
  columns = 'grid-cols-2',
  large = false,
  children,
}: {
  of: FieldForm<F>;
  take: (values: Values<F>) => void;
  /** Words on the button that hands it over. */
  press: string;
  sending?: boolean;
  /** Whose it is, where it is not for whoever looks at it. */
  mayNot?: string | null;
  refused?: unknown;
  cancel?: { says: string; go: () => void };
  columns?: string;
  /** For a gloved hand. */
  large?: boolean;
  children?: ReactNode;
}) {
  const size = large ? 'min-h-[52px]' : 'btn-sm';
  return (
    <form className="grid gap-2" onSubmit={of.submit(take)} noValidate>
      {children}
      <div className={`grid gap-2 ${columns}`}>
        {of.asked.map((name) => (
          <FormField key={name} of={of} name={name} />
        ))}
      </div>
      {refused ? <Problems problems={problemsIn(refused)} /> : null}
      <div className="flex flex-wrap gap-2">
        <button
          type="submit"
          className={`btn btn-primary ${size}`}
          disabled={sending || mayNot !== null}
          title={mayNot ?? undefined}
        >
          {press}
        </button>
        {cancel && (
          <button type="button" className={`btn ${size}`} onClick={cancel.go}>
            {cancel.says}
          </button>
        )}
      </div>
    </form>
  );
}
