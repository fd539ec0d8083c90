import { useId } from 'react';
import { fieldUnit } from '../../told/fieldUnit.ts';
import type { ChoiceSpec, Field, Fields, NumberSpec, TextSpec } from './fields.ts';
import type { FieldForm } from './useFieldForm.ts';

type Register = ReturnType<FieldForm<Fields>['form']['register']>;
interface Drawn<S extends Field> {
  spec: S;
  input: Register;
  bad: boolean;
}

/** A form stands where its person opened it: the first field may ask at once. */
const shared = (spec: Field, bad: boolean) => ({
  'aria-label': spec.label,
  'aria-invalid': bad,
  autoFocus: spec.autoFocus,
});

function NumberInput({ spec, input, bad }: Drawn<NumberSpec>) {
  return (
    <span className={`input w-full ${bad ? 'input-error' : ''}`}>
      <input
        className="num min-w-0 text-right"
        inputMode="decimal"
        placeholder={spec.placeholder}
        {...shared(spec, bad)}
        {...input}
      />
      {spec.unit && <span className="dim text-xs">{fieldUnit(spec.unit).says}</span>}
    </span>
  );
}

function TextInput({ spec, input, bad }: Drawn<TextSpec>) {
  const listId = useId();
  if (spec.lines)
    return (
      <textarea
        className="textarea num w-full whitespace-pre-wrap"
        rows={spec.lines}
        placeholder={spec.placeholder}
        {...shared(spec, bad)}
        {...input}
      />
    );
  return (
    <>
      <input
        className="input w-full"
        type={spec.secret ? 'password' : spec.email ? 'email' : 'text'}
        placeholder={spec.placeholder}
        autoComplete={spec.autoComplete}
        list={spec.offers && listId}
        {...shared(spec, bad)}
        {...input}
      />
      {spec.offers && (
        <datalist id={listId}>
          {spec.offers.map((o) => (
            <option key={o.value} value={o.value}>
              {o.says}
            </option>
          ))}
        </datalist>
      )}
    </>
  );
}

function ChoiceInput({ spec, input, bad }: Drawn<ChoiceSpec>) {
  if (spec.open)
    return (
      <span className="flex flex-wrap gap-3" role="radiogroup" aria-label={spec.label}>
        {spec.options.map((o) => (
          <label key={o.value} className="flex min-h-[32px] items-center gap-2">
            <input type="radio" className="radio radio-sm" value={o.value} {...input} />
            {o.says}
          </label>
        ))}
      </span>
    );
  return (
    <select className="select w-full" {...shared(spec, bad)} {...input}>
      {spec.options.map((o) => (
        <option key={o.value} value={o.value}>
          {o.says}
        </option>
      ))}
    </select>
  );
}

/** One field of a form, drawn from its description, with what is wrong under it. */
export function FormField<F extends Fields>({
  of,
  name,
  className = '',
}: {
  of: FieldForm<F>;
  name: keyof F & string;
  className?: string;
}) {
  const spec = of.fields[name]!;
  const said = of.form.formState.errors[name]?.message;
  const drawn = { input: of.form.register(name), bad: said !== undefined };
  // A row of round buttons carries its own labels: one about all of them would answer for the first.
  const Around = spec.kind === 'choice' && spec.open ? 'div' : 'label';
  return (
    <Around className={`grid content-start gap-0.5 ${spec.wide ? 'col-span-full' : ''} ${className}`}>
      {!spec.hideLabel && <span className="label-face">{spec.label}</span>}
      {spec.kind === 'number' && <NumberInput spec={spec} {...drawn} />}
      {spec.kind === 'text' && <TextInput spec={spec} {...drawn} />}
      {spec.kind === 'choice' && <ChoiceInput spec={spec} {...drawn} />}
      {spec.kind === 'date' && (
        <input type="date" className="input w-full" min={spec.from} {...shared(spec, drawn.bad)} {...drawn.input} />
      )}
      {said && (
        <span role="status" className="text-xs text-error">
          {said}
        </span>
      )}
    </Around>
  );
}
