/** A value of an older board document, of which nothing is known yet. */
export type Loose = Record<string, unknown>;

/** What a noun of the document gains with a format version: from the value of the version before to that of the key. */
export type Migration = Readonly<Record<number, (value: Loose) => Loose>>;

/**
 * Whether a value is an object with fields.
 * @example
 * isObject([]); // false
 */
export const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Changes every object of a list; anything else is left for the schema to judge. */
export const each = (value: unknown, change: (entry: Loose) => Loose): unknown =>
  Array.isArray(value) ? value.map((entry) => (isObject(entry) ? change(entry) : entry)) : value;
