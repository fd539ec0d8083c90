import { problemsOf } from '@ombrik/core/document/schemaKit';
import { validator } from 'hono/validator';
import type { Schema } from 'yup';
import { refuse } from '../refusal.ts';

/** What each checked body is checked by, for whoever describes the routes. */
const SCHEMAS = new WeakMap<object, Schema<unknown>>();
export const schemaOf = (handler: object): Schema<unknown> | null => SCHEMAS.get(handler) ?? null;

/** Validates a JSON body against a strict schema: nothing is cast, unknown keys are refused. */
export const body = <T>(schema: Schema<T>) => {
  const handler = validator('json', (value): T => {
    const problems = problemsOf(schema as Schema<unknown>, value);
    if (problems.length > 0) refuse(422, ...problems);
    return value as T;
  });
  SCHEMAS.set(handler, schema as Schema<unknown>);
  return handler;
};
