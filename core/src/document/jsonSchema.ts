import { convertSchema } from '@sodaru/yup-to-json-schema';
import type { AnySchema, Schema } from 'yup';
import { boardSchema } from './boardSchema.ts';

const JSON_TYPES = ['object', 'array', 'string', 'number', 'integer', 'boolean', 'null'];
type Json = Record<string, unknown>;
type Node = AnySchema & { fields?: Record<string, AnySchema>; innerType?: AnySchema };

/** Fills in what the converter cannot see: tagged unions, at any depth. */
function complete(schema: Node, converted: Json): Json {
  const variants = (schema.spec.meta as { variants?: Record<string, Node> } | undefined)?.variants;
  if (variants) {
    const oneOf = Object.values(variants).map((v) => jsonSchemaOf(v as unknown as Schema<unknown>));
    return { oneOf: schema.spec.nullable ? [...oneOf, { type: 'null' }] : oneOf };
  }
  const { default: _default, ...rest } = converted;
  // What is checked by a function alone has no type that JSON Schema knows: it is left open.
  const types = [rest.type ?? []].flat() as string[];
  if (types.length === 0 || !types.every((t) => JSON_TYPES.includes(t))) delete rest.type;
  // The converter lists what text may be, but forgets that nothing may stand there too.
  if (schema.spec.nullable && Array.isArray(rest.enum) && !rest.enum.includes(null)) rest.enum = [...rest.enum, null];
  if (schema.fields) {
    const fields = schema.fields;
    const properties = rest.properties as Record<string, Json>;
    rest.properties = Object.fromEntries(
      Object.keys(properties).map((k) => [k, complete(fields[k] as Node, properties[k]!)]),
    );
  }
  if (schema.innerType) rest.items = complete(schema.innerType as Node, rest.items as Json);
  return rest;
}

/**
 * A schema of ours as JSON Schema (draft 7).
 * @example
 * jsonSchemaOf(boardSchema).type; // 'object'
 */
export function jsonSchemaOf(schema: Schema<unknown>): Json {
  return complete(schema as unknown as Node, convertSchema(schema as never) as Json);
}

/**
 * The published JSON Schema (draft 2020-12 vocabulary) of the board document, generated from the Yup schema.
 * @returns a plain JSON value ready to be written to docs/formats/board.schema.json.
 * @example
 * boardJsonSchema().type; // 'object'
 */
export function boardJsonSchema(): Json {
  return {
    $schema: 'http://json-schema.org/draft-07/schema#',
    title: 'Ombrik board document',
    ...jsonSchemaOf(boardSchema),
  };
}
