import { type FieldErrors, type UseFormReturn, useForm } from 'react-hook-form';
import { fieldUnit } from '../../told/fieldUnit.ts';
import { type Field, type Fields, isAsked, readFields, type Texts, type Values } from './fields.ts';

export interface FieldForm<F extends Fields> {
  fields: F;
  form: UseFormReturn<Record<string, string>>;
  /** Says what is wrong, or hands the values over. */
  submit: (take: (values: Values<F>) => void) => (e?: React.BaseSyntheticEvent) => void;
  /** Types into a field for the person. */
  put: (name: keyof F & string, text: string) => void;
  text: (name: keyof F & string) => string;
  /** Names of the fields that are asked as things stand. */
  asked: (keyof F & string)[];
  /** Puts the form back to how it began. */
  reset: () => void;
}

/** A figure as the program has it, as it is typed by whoever reads in other units. */
function typedIn(field: Field | undefined, text: string): string {
  if (field?.kind !== 'number' || !field.unit || text.trim() === '') return text;
  const of = fieldUnit(field.unit);
  return of.turned && Number.isFinite(Number(text)) ? of.typed(Number(text)) : text;
}
const typedAll = <F extends Fields>(fields: F, texts: Texts<F>): Record<string, string> =>
  Object.fromEntries(Object.entries<string>(texts).map(([name, text]) => [name, typedIn(fields[name], text)]));

/**
 * A form from the description of its fields.
 * @param described the fields, or what they are by what is typed so far
 * @param start what stands in it at first, figures in the units their fields are described by
 */
export function useFieldForm<F extends Fields>(described: F | ((texts: Texts<F>) => F), start: Texts<F>): FieldForm<F> {
  const fieldsBy = (texts: Texts<F>): F => (typeof described === 'function' ? described(texts) : described);
  const form = useForm<Record<string, string>>({
    defaultValues: typedAll(fieldsBy(start), start),
    mode: 'onChange',
    resolver: (given) => {
      const read = readFields(fieldsBy(given as Texts<F>), given as Texts<F>);
      if ('values' in read) return { values: given, errors: {} };
      const errors: FieldErrors<Record<string, string>> = {};
      for (const [name, message] of Object.entries(read.problems)) errors[name] = { type: 'said', message };
      return { values: {}, errors };
    },
  });
  const texts = form.watch() as Texts<F>;
  const fields = fieldsBy(texts);
  return {
    fields,
    form,
    submit: (take) =>
      form.handleSubmit((given) => {
        const read = readFields(fields, given as Texts<F>);
        if ('values' in read) take(read.values);
      }),
    put: (name, text) =>
      form.setValue(name as string, typedIn(fields[name], text), { shouldValidate: form.formState.isSubmitted }),
    text: (name) => texts[name] ?? '',
    asked: Object.keys(fields).filter((name) => isAsked(fields[name]!, texts)),
    reset: () => form.reset(typedAll(fieldsBy(start), start)),
  };
}
