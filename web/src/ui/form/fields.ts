import { fieldUnit } from '../../told/fieldUnit.ts';

/** What one field of a form takes; from this it is drawn, checked, and what is accepted is said. */
export type Field = TextSpec | NumberSpec | ChoiceSpec | DateSpec;
interface Said {
  label: string;
  /** Takes the whole width of its form. */
  wide?: boolean;
  /** The name is only for those who cannot see the field. */
  hideLabel?: boolean;
  placeholder?: string;
  autoFocus?: boolean;
  /** Asked only then, by what is typed elsewhere in the form; else it counts as empty. */
  when?: (texts: Readonly<Record<string, string>>) => boolean;
}
export interface TextSpec extends Said {
  kind: 'text';
  max: number;
  required?: boolean;
  secret?: boolean;
  email?: boolean;
  /** How many lines are seen of it, where it takes several. */
  lines?: number;
  autoComplete?: string;
  /** What is often typed here. */
  offers?: readonly { value: string; says: string }[];
}
export interface NumberSpec extends Said {
  kind: 'number';
  min: number;
  max: number;
  unit?: string;
  /** How many of what is kept make one of what is typed: 1000 where metres are typed and millimetres kept. */
  scale?: number;
  /** Whole numbers only, of what is kept. */
  whole?: boolean;
  /** May be left empty: null. */
  optional?: boolean;
}
export interface ChoiceSpec extends Said {
  kind: 'choice';
  options: readonly { value: string; says: string }[];
  /** Drawn as a row of round buttons. */
  open?: boolean;
  /** The empty choice is not taken. */
  required?: boolean;
}
interface DateSpec extends Said {
  kind: 'date';
  optional?: boolean;
  /** Not before this day. */
  from?: string;
}

export type Fields = Readonly<Record<string, Field>>;
/** What is typed, by field: always text. */
export type Texts<F extends Fields> = { [K in keyof F]: string };
/** What is meant by it: of a number the number, null where it was left empty. */
export type Values<F extends Fields> = {
  [K in keyof F]: F[K] extends NumberSpec
    ? F[K] extends { optional: true } | { when: unknown }
      ? number | null
      : number
    : string;
};

export const isAsked = (field: Field, texts: Readonly<Record<string, string>>): boolean => field.when?.(texts) ?? true;

type Read = { value: string | number | null } | { problem: string };
/** Ten decimals: a length typed in metres comes out in whole millimetres, not a hair beside them. */
const tidy = (x: number) => Math.round(x * 1e10) / 1e10;

function readNumber(field: NumberSpec, text: string): Read {
  const { min, max, unit = '', scale = 1, whole, optional } = field;
  if (text === '' && optional) return { value: null };
  const of = fieldUnit(unit);
  const exact = tidy(of.kept(text) * scale);
  // Nobody types whole millimetres in inches: they are rounded for the hand.
  const kept = whole && of.turned ? Math.round(exact) : exact;
  const accepted = `${whole && scale === 1 ? 'a whole number' : 'a number'} from ${of.about(min / scale)} to ${of.about(max / scale)}${unit && ` ${of.says}`}`;
  if (!(kept >= min && kept <= max)) return { problem: `${text === '' ? 'missing' : `"${text}"`}: ${accepted}` };
  if (whole && !Number.isInteger(kept))
    return { problem: `"${text}": ${scale === 1 ? accepted : `${accepted}, no finer than 1/${scale}`}` };
  return { value: kept };
}

function readText(field: TextSpec, text: string): Read {
  if (field.required && text === '') return { problem: 'cannot be empty' };
  if (text.length > field.max) return { problem: `at most ${field.max} characters` };
  if (field.email && !/^[^\s@]+@[^\s@]+$/.test(text)) return { problem: `"${text}": an e-mail address` };
  return { value: text };
}

/**
 * Reads what was typed into a field.
 * @returns the value to keep, or what is wrong and what is accepted
 */
export function readField(field: Field, typed: string): Read {
  // A password is taken as it is, blanks and all.
  const text = field.kind === 'text' && field.secret ? typed : typed.trim();
  if (field.kind === 'number') return readNumber(field, text);
  if (field.kind === 'text') return readText(field, text);
  if (field.kind === 'date') {
    if (text === '') return field.optional ? { value: '' } : { problem: 'missing: a day' };
    if (Number.isNaN(Date.parse(text))) return { problem: `"${text}": a day such as 2026-12-18` };
    return field.from && text < field.from ? { problem: `"${text}": ${field.from} or later` } : { value: text };
  }
  if (text === '' && field.required) return { problem: 'one of these' };
  return field.options.some((o) => o.value === text)
    ? { value: text }
    : { problem: `"${text}": ${field.options.map((o) => o.says).join(', ')}` };
}

/** Reads a whole form. @returns every value, or by field what is wrong */
export function readFields<F extends Fields>(
  fields: F,
  texts: Texts<F>,
): { values: Values<F> } | { problems: Partial<Record<keyof F, string>> } {
  const values: Record<string, unknown> = {};
  const problems: Record<string, string> = {};
  for (const [name, field] of Object.entries(fields)) {
    if (!isAsked(field, texts)) {
      values[name] = field.kind === 'number' ? null : '';
      continue;
    }
    const read = readField(field, texts[name] ?? '');
    if ('problem' in read) problems[name] = read.problem;
    else values[name] = read.value;
  }
  return Object.keys(problems).length > 0
    ? { problems: problems as Partial<Record<keyof F, string>> }
    : { values: values as Values<F> };
}
