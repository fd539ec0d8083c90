import type { Context } from 'hono';
import { refuse } from '../refusal.ts';

/**
 * The file a form carries, and what else stands in the form.
 * @throws Refusal 422 where there is no form, or no file under "file" in it
 */
export async function formFile(c: Context) {
  const { file, ...fields } = await c.req
    .parseBody()
    .catch(() => refuse(422, 'the request carries no form; accepted: a form with "file"'));
  if (!(file instanceof File)) return refuse(422, 'file is missing; accepted: one file in the form');
  return { name: file.name, bytes: new Uint8Array(await file.arrayBuffer()), fields };
}
