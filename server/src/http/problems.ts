import { problemsOf } from '@ombrik/core/document/schemaKit';
import { HTTPException } from 'hono/http-exception';
import { validator } from 'hono/validator';
import type { Schema } from 'yup';

/** A refusal with a plain list of what is wrong. */
export function refuse(status: 400 | 401 | 403 | 404 | 409 | 413 | 422 | 502, ...problems: string[]): never {
  throw new HTTPException(status, { res: Response.json({ problems }, { status }) });
}

/** Validates a JSON body against a strict schema: nothing is cast, unknown keys are refused. */
export const body = <T>(schema: Schema<T>) =>
  validator('json', (value): T => {
    const problems = problemsOf(schema as Schema<unknown>, value);
    if (problems.length > 0) refuse(422, ...problems);
    return value as T;
  });
