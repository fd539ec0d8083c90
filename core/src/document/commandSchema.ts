import type { Schema } from 'yup';
import * as yup from 'yup';
import { acceptedFindingSchema } from './accepted/acceptedFindingSchema.ts';
import { briefSchema } from './brief/briefSchema.ts';
import { cableSchema } from './cable/cableSchema.ts';
import { COLLECTIONS, type CollectionName, type Command } from './commands.ts';
import { connectionSchema } from './connection/connectionSchema.ts';
import { controlRuleSchema } from './control/controlRuleSchema.ts';
import { quoteExtraSchema } from './extra/quoteExtraSchema.ts';
import { itemSchema } from './item/itemSchema.ts';
import { panelSchema } from './panel/panelSchema.ts';
import { fuseLinkSchema, partSchema } from './part/partSchema.ts';
import { powerSchema } from './power/powerSchema.ts';
import {
  list,
  MOST_PROBLEMS,
  num,
  oneOfText,
  orNull,
  problemsOf,
  record,
  taggedUnion,
  tagIs,
  text,
} from './schemaKit.ts';
import { settingsSchema } from './settings/settingsSchema.ts';
import { foundCircuitSchema } from './survey/foundCircuitSchema.ts';

const entitySchemas: Record<CollectionName, Schema<unknown>> = {
  panels: panelSchema,
  customParts: partSchema,
  items: itemSchema,
  connections: connectionSchema,
  cables: cableSchema,
  survey: foundCircuitSchema,
  extras: quoteExtraSchema,
  customLinks: fuseLinkSchema,
  control: controlRuleSchema,
  accepted: acceptedFindingSchema,
};

const anything = () => yup.mixed().test('present', (v) => v !== undefined) as unknown as Schema<unknown>;

const shape = taggedUnion<Command>('kind', {
  add: record({
    kind: tagIs('add'),
    collection: oneOfText(COLLECTIONS),
    value: anything(),
    index: orNull(num({ min: 0, max: 1000, integer: true })),
  }),
  remove: record({ kind: tagIs('remove'), collection: oneOfText(COLLECTIONS), id: text(1, 64) }),
  set: record({
    kind: tagIs('set'),
    collection: oneOfText(COLLECTIONS),
    id: text(1, 64),
    field: text(1, 40),
    value: anything().concat(yup.mixed().nullable() as never),
  }),
  setBrief: record({
    kind: tagIs('setBrief'),
    field: text(1, 40),
    value: anything().concat(yup.mixed().nullable() as never),
  }),
  setPower: record({
    kind: tagIs('setPower'),
    field: text(1, 40),
    value: anything().concat(yup.mixed().nullable() as never),
  }),
  setSetting: record({ kind: tagIs('setSetting'), field: text(1, 40), value: anything() }),
});

const fieldsOf = (schema: Schema<unknown>) => (schema as unknown as { fields: Record<string, Schema<unknown>> }).fields;

function valueProblems(command: Command, at: string): string[] {
  const inside = (fields: Record<string, Schema<unknown>>, field: string, value: unknown, path: string) =>
    problemsIn(Object.hasOwn(fields, field) ? fields[field] : undefined, value, path);
  const problemsIn = (schema: Schema<unknown> | undefined, value: unknown, path: string) =>
    schema
      ? problemsOf(record({ value: schema }), { value }).map((p) => p.replace(/^value/, path))
      : [`${path} is not a field that can be set`];
  if (command.kind === 'add') return problemsIn(entitySchemas[command.collection], command.value, `${at}.value`);
  if (command.kind === 'set')
    return inside(fieldsOf(entitySchemas[command.collection]), command.field, command.value, `${at}.value`);
  if (command.kind === 'setBrief')
    return inside(fieldsOf(briefSchema), command.field, command.value, `brief.${command.field}`);
  if (command.kind === 'setPower')
    return inside(fieldsOf(powerSchema), command.field, command.value, `power.${command.field}`);
  if (command.kind === 'setSetting')
    return inside(fieldsOf(settingsSchema), command.field, command.value, `settings.${command.field}`);
  return [];
}

/**
 * Problems of an unknown value as a list of commands: envelope first, then each value against its own schema.
 * @example
 * commandProblems([{ kind: 'setBrief', field: 'notes', value: 7 }]); // ['brief.notes is 7; accepted: text of at most 4000 characters']
 */
export function commandProblems(value: unknown): string[] {
  const envelope = problemsOf(list(shape, { min: 1, max: 6000 }), value);
  if (envelope.length > 0) return envelope;
  const found: string[] = [];
  for (const [i, command] of (value as Command[]).entries()) {
    if (found.length >= MOST_PROBLEMS) break;
    found.push(...valueProblems(command, `commands[${i}]`));
  }
  return found.slice(0, MOST_PROBLEMS);
}
