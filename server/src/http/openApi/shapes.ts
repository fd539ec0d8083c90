import { createCompoundSchema } from 'genson-js';

type Json = Record<string, unknown>;
/** Deeper than this an answer is told as what it is, not piece by piece: boards and dossiers have schemas of their own. */
const DEPTH = 3;
/** More names than this are ids, not fields. */
const MOST_FIELDS = 40;

function trimmed(schema: Json, depth: number): Json {
  const types = [schema.type].flat();
  if (types.includes('object')) {
    const properties = (schema.properties ?? {}) as Record<string, Json>;
    const names = Object.keys(properties);
    if (depth === 0 || names.length === 0 || names.length > MOST_FIELDS || types.length > 1)
      return { type: schema.type };
    const required = ((schema.required ?? []) as string[]).toSorted();
    return {
      type: 'object',
      properties: Object.fromEntries(names.toSorted().map((n) => [n, trimmed(properties[n]!, depth - 1)])),
      ...(required.length > 0 ? { required } : {}),
    };
  }
  if (types.includes('array')) {
    const items = schema.items as Json | undefined;
    return items && depth > 0 && types.length === 1
      ? { type: 'array', items: trimmed(items, depth - 1) }
      : { type: schema.type };
  }
  // What is nothing in a sample may be something in another.
  return types.length === 1 && types[0] !== 'null' ? { type: types[0] === 'integer' ? 'number' : types[0] } : {};
}

/** What answers of one route have in common, as JSON Schema. */
export const shapeOf = (samples: readonly unknown[]): Json =>
  trimmed(createCompoundSchema([...samples]) as unknown as Json, DEPTH);
