import * as yup from 'yup';
import type { Choice, PointMm } from './basics.ts';

/**
 * Building blocks for strict Yup schemas: no casting, unknown keys refused, and messages that name the field,
 * the value found and what would be accepted. Each block also carries what the JSON Schema generator cannot see.
 */
type Fields = Record<string, yup.Schema<unknown>>;

const SHOWN_LENGTH = 60;

/** A value as JSON, its beginning only: however large it is, no more of it is looked at than is shown. */
const shown = (value: unknown): string => {
  const text = beginning(value, SHOWN_LENGTH + 1) ?? String(value);
  return text.length > SHOWN_LENGTH ? `${text.slice(0, SHOWN_LENGTH - 3)}...` : text;
};

/** At least `room` characters of the JSON of a value, or all of it. */
function beginning(value: unknown, room: number): string | undefined {
  if (typeof value === 'string') return JSON.stringify(value.slice(0, room));
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  const isList = Array.isArray(value);
  let text = isList ? '[' : '{';
  let first = true;
  for (const name in value) {
    if (text.length >= room) return text;
    const own = beginning((value as Record<string, unknown>)[name], room - text.length);
    if (own === undefined && !isList) continue;
    text += `${first ? '' : ','}${isList ? '' : `${JSON.stringify(name.slice(0, room))}:`}${own ?? 'null'}`;
    first = false;
  }
  return text + (isList ? ']' : '}');
}

const says =
  (accepted: string) =>
  ({ path, originalValue, value }: { path?: string; originalValue?: unknown; value?: unknown }) => {
    const found = originalValue !== undefined ? originalValue : value;
    return `${path || 'document'} is ${found === undefined ? 'missing' : shown(found)}; accepted: ${accepted}`;
  };

/**
 * Text of so many characters.
 * @example
 * problemsOf(text(1, 3), ''); // ['this is ""; accepted: text of 1 to 3 characters']
 */
export function text(min: number, max: number) {
  const message = says(min > 0 ? `text of ${min} to ${max} characters` : `text of at most ${max} characters`);
  return yup
    .string()
    .strict()
    .typeError(message)
    .defined(message)
    .nonNullable(message)
    .min(min, message)
    .max(max, message);
}

export interface NumberRange {
  min: number;
  max: number;
  integer?: boolean;
  unit?: string;
}

/**
 * A number of a range; the unit only serves the message.
 * @example
 * problemsOf(num({ min: 0, max: 5, unit: 'mm' }), 9); // ['this is 9; accepted: a number from 0 to 5 mm']
 */
export function num({ min, max, integer, unit }: NumberRange) {
  const message = says(`a${integer ? ' whole' : ''} number from ${min} to ${max}${unit ? ` ${unit}` : ''}`);
  const base = yup
    .number()
    .strict()
    .typeError(message)
    .defined(message)
    .nonNullable(message)
    .min(min, message)
    .max(max, message);
  return integer ? base.integer(message) : base;
}

/**
 * True or false.
 * @example
 * problemsOf(flag(), 'yes'); // ['this is "yes"; accepted: true or false']
 */
export function flag() {
  const message = says('true or false');
  return yup.boolean().strict().typeError(message).defined(message).nonNullable(message);
}

/**
 * One of some words.
 * @example
 * problemsOf(oneOfText(['a', 'b']), 'c'); // ['this is "c"; accepted: a, b']
 */
export function oneOfText<const T extends string>(values: readonly T[]) {
  const message = says(values.join(', '));
  return yup
    .string()
    .strict()
    .typeError(message)
    .defined(message)
    .nonNullable(message)
    .oneOf(values, message) as unknown as yup.Schema<T>;
}

/**
 * One of some numbers.
 * @example
 * problemsOf(oneOfNumber([12, 24]), 48); // ['this is 48; accepted: 12, 24']
 */
export function oneOfNumber<const T extends number>(values: readonly T[]) {
  const message = says(values.join(', '));
  return yup
    .number()
    .strict()
    .typeError(message)
    .defined(message)
    .nonNullable(message)
    .oneOf(values, message) as unknown as yup.Schema<T>;
}

/**
 * A list of so many entries.
 * @example
 * problemsOf(list(flag(), { max: 1 }), [true, true]); // ['this is [true,true]; accepted: a list of 0 to 1 entries']
 */
export function list<T>(of: yup.Schema<T>, range: { min?: number; max: number }) {
  const message = says(`a list of ${range.min ?? 0} to ${range.max} entries`);
  return yup
    .array()
    .of(of as yup.ISchema<T>)
    .strict()
    .typeError(message)
    .defined(message)
    .nonNullable(message)
    .min(range.min ?? 0, message)
    .max(range.max, message) as unknown as yup.Schema<T[]>;
}

/**
 * An object with exactly these fields.
 * @example
 * problemsOf(record({ on: flag() }), { on: true, off: false }); // ['this has unknown field off; accepted: on']
 */
export function record<F extends Fields>(fields: F) {
  const names = Object.keys(fields);
  const message = says(`an object with ${names.join(', ')}`);
  return yup
    .object(fields as unknown as yup.ObjectShape)
    .strict()
    .typeError(message)
    .defined(message)
    .nonNullable(message)
    .noUnknown(
      ({ path, unknown }: { path?: string; unknown?: string }) =>
        `${path || 'document'} has unknown field ${unknown}; accepted: ${names.join(', ')}`,
    )
    .default(undefined)
    .meta({ jsonSchema: { additionalProperties: false } }) as unknown as yup.Schema<{
    [K in keyof F]: F[K] extends yup.Schema<infer T> ? T : never;
  }>;
}

/**
 * An object with some of these fields and no others: what changes, and nothing else.
 * @example
 * problemsOf(some({ on: flag(), name: text(1, 9) }), { on: true }); // []
 */
export function some<F extends Fields>(fields: F) {
  const each = Object.entries(fields).map(([name, schema]) => [name, (schema as yup.AnySchema).optional()]);
  return record(Object.fromEntries(each)) as unknown as yup.Schema<{
    [K in keyof F]?: F[K] extends yup.Schema<infer T> ? T : never;
  }>;
}

/**
 * Null, or what the schema accepts.
 * @example
 * problemsOf(orNull(flag()), null); // []
 */
export function orNull<T>(schema: yup.Schema<T>): yup.Schema<T | null> {
  return (schema as unknown as yup.AnySchema).nullable() as unknown as yup.Schema<T | null>;
}

/**
 * Objects told apart by a tag field (`kind` or `mode`): exactly one alternative applies, chosen by its tag.
 * The alternatives' plain JSON Schemas are kept in `meta.variants` for the generator.
 * @example
 * problemsOf(taggedUnion('kind', { dot: record({ kind: tagIs('dot') }) }), { kind: 'dot' }); // []
 */
export function taggedUnion<T>(tag: string, variants: Record<string, yup.Schema<unknown>>): yup.Schema<T> {
  const tags = Object.keys(variants);
  const message = says(`an object whose ${tag} is one of ${tags.join(', ')}`);
  return yup
    .mixed()
    .strict()
    .defined(message)
    .nonNullable(message)
    .test('tagged-union', message, function check(value: unknown) {
      if (typeof value !== 'object' || value === null || Array.isArray(value)) return this.createError({ message });
      const found = (value as Record<string, unknown>)[tag];
      const variant = typeof found === 'string' && Object.hasOwn(variants, found) ? variants[found] : undefined;
      if (!variant) {
        const at = this.path ? `${this.path}.${tag}` : tag;
        return this.createError({
          message: `${at} is ${found === undefined ? 'missing' : shown(found)}; accepted: ${tags.join(', ')}`,
        });
      }
      const problems = problemsOf(variant, value);
      if (problems.length === 0) return true;
      // Only who validates the whole by Yup itself comes here: problemsOf walks the alternatives by itself.
      return new yup.ValidationError(problems.map((p) => new yup.ValidationError(p, value, this.path)));
    })
    .meta({ variants, tag }) as unknown as yup.Schema<T>;
}

/**
 * A tag field that holds exactly one word.
 * @example
 * problemsOf(tagIs('dot'), 'dot'); // []
 */
export const tagIs = <const T extends string>(value: T) => oneOfText([value]);

/**
 * An opaque id.
 * @example
 * problemsOf(id(), 'it_1'); // []
 */
export const id = () => text(1, 64);
/** A coordinate or length on a panel, mm. */
export const mm = (min = -5000, max = 5000) => num({ min, max, unit: 'mm' });
export const positiveMm = (max = 5000) => num({ min: 1, max, unit: 'mm' });
/** A turn of a part on its panel, degrees. */
export const rotation = () => oneOfNumber([0, 90, 180, 270]);
export const point: yup.Schema<PointMm> = record({ xMm: mm(), yMm: mm() });

/** A decision left to the engine, or locked by a person with a reason. */
export function choiceSchema<T>(value: yup.Schema<T>): yup.Schema<Choice<T>> {
  return taggedUnion<Choice<T>>('mode', {
    auto: record({ mode: tagIs('auto') }),
    locked: record({ mode: tagIs('locked'), value, reason: text(1, 300), who: text(1, 80) }),
  });
}

/** Nobody reads more problems than this, and looking for them all would hold everybody else up. */
export const MOST_PROBLEMS = 50;
/** A document is nested far less deep. */
const DEEPEST = 40;

type Walked = yup.AnySchema & {
  fields?: Record<string, Walked>;
  innerType?: Walked;
  spec: { nullable: boolean; meta?: { variants?: Record<string, Walked>; tag?: string } };
};

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Validates a value against a schema, from the outside in: a list that is too long is not walked, and past fifty problems
 * nothing more is looked at.
 * @returns every problem up to fifty, each naming path, value found and what is accepted; empty when the value is good.
 * @example
 * problemsOf(flag(), 1); // ['this is 1; accepted: true or false']
 */
export function problemsOf(schema: yup.Schema<unknown>, value: unknown): string[] {
  const found = new Set<string>();
  walk(schema as unknown as Walked, value, '', 0, found);
  return [...found].slice(0, MOST_PROBLEMS);
}

function walk(schema: Walked, value: unknown, path: string, depth: number, found: Set<string>): void {
  if (found.size >= MOST_PROBLEMS) return;
  if (depth > DEEPEST) {
    found.add(`${path} is nested more than ${DEEPEST} deep; accepted: a document of this format`);
    return;
  }
  const { variants, tag } = schema.spec.meta ?? {};
  if (variants && tag && isPlain(value)) {
    const word = value[tag];
    const variant = typeof word === 'string' && Object.hasOwn(variants, word) ? variants[word] : undefined;
    if (variant) walk(variant, value, path, depth + 1, found);
    else ownProblems(schema, value, path, found);
    return;
  }
  if (schema.fields && isPlain(value)) {
    const { fields } = schema;
    const unknown = Object.keys(value).filter((k) => !Object.hasOwn(fields, k));
    for (const name of Object.keys(fields))
      walk(
        fields[name]!,
        Object.hasOwn(value, name) ? value[name] : undefined,
        path ? `${path}.${name}` : name,
        depth + 1,
        found,
      );
    if (unknown.length > 0)
      found.add(
        `${path || 'this'} has unknown field ${shownNames(unknown)}; accepted: ${Object.keys(fields).join(', ')}`,
      );
    return;
  }
  if (schema.innerType && Array.isArray(value)) {
    const before = found.size;
    ownProblems(withoutInner(schema), value, path, found);
    if (found.size > before) return;
    const { innerType } = schema;
    value.forEach((v, i) => {
      walk(innerType, v, `${path}[${i}]`, depth + 1, found);
    });
    return;
  }
  if (typeof value === 'string') {
    const why = badText(value);
    if (why) {
      found.add(`${path || 'this'} holds ${why}; accepted: plain text`);
      return;
    }
  }
  ownProblems(schema, value, path, found);
}

const shownNames = (names: readonly string[]): string =>
  names
    .slice(0, 8)
    .map((n) => n.slice(0, 40))
    .join(', ') + (names.length > 8 ? ` and ${names.length - 8} more` : '');

/** What a database or a paper cannot hold: nothing of it is text somebody typed. */
function badText(value: string): string | null {
  if (value.includes('\u0000')) return 'a NUL character';
  return /\p{Surrogate}/u.test(value) ? 'half of a character' : null;
}

/** Problems of this value alone, by Yup. */
function ownProblems(schema: Walked, value: unknown, path: string, found: Set<string>): void {
  try {
    schema.validateSync(value, { strict: true, abortEarly: false, ...(path ? { path } : {}) } as never);
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const flat = (e: yup.ValidationError): string[] =>
      e.inner.length > 0 ? e.inner.flatMap(flat) : e.errors.length > 0 ? e.errors : [e.message];
    for (const text of flat(error)) found.add(text);
  }
}

const knownShallow = new WeakMap<Walked, Walked>();

/** A list's own rules without those of its entries. */
function withoutInner(schema: Walked): Walked {
  let shallow = knownShallow.get(schema);
  if (!shallow) {
    shallow = schema.clone() as Walked;
    delete shallow.innerType;
    knownShallow.set(schema, shallow);
  }
  return shallow;
}
