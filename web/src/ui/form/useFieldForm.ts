import { type FieldErrors, type UseFormReturn, useForm } from 'react-hook-form';
import { type Fields, isAsked, readFields, type Texts, type Values } from './fields.ts';

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

/**
 * A form from the description of its fields.
 * @param described the fields, or what they are by what is typed so far
 * @param start what is typed into it at first
 */
export function useFieldForm<F extends Fields>(described: F | ((texts: Texts<F>) => F), start: Texts<F>): FieldForm<F> {
  const fieldsBy = (texts: Texts<F>): F => (typeof described === 'function' ? described(texts) : described);
  const form = useForm<Record<string, string>>({
    defaultValues: start,
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
    put: (name, text) => form.setValue(name as string, text, { shouldValidate: form.formState.isSubmitted }),
    text: (name) => texts[name] ?? '',
    asked: Object.keys(fields).filter((name) => isAsked(fields[name]!, texts)),
    reset: () => form.reset(start as Record<string, string>),
  };
}
