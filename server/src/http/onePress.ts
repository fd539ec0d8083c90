import { createHash } from 'node:crypto';
import { setImmediate as immediate } from 'node:timers/promises';
import type { MiddlewareHandler } from 'hono';
import { tellChange } from '../live/changes.ts';
import { refuse } from '../refusal.ts';
import { auditPress } from './auditPress.ts';
import type { AppEnv } from './session.ts';

const KEY = 'Idempotency-Key';
const WELL_FORMED = /^[\x21-\x7e]{8,80}$/;

/** What stands in the place of an answer that holds a secret. */
const TOLD_ONCE = {
  status: 409,
  answer: JSON.stringify({ problems: ['this was done already; its answer is told once and kept nowhere'] }),
};

/** So much is summed up in one go, some 2 ms; then others have their turn. */
const GO = 512 * 1024;

/** What was asked, whichever way it was put: a form is cut by another mark each time it is sent, which says nothing. */
async function fingerprintOf(where: string, bytes: Buffer, contentType: string): Promise<string> {
  const hash = createHash('sha256').update(`${where}\n`);
  const add = async (part: Buffer) => {
    for (let from = 0; from < part.length; from += GO) {
      if (from > 0) await immediate();
      hash.update(part.subarray(from, from + GO));
    }
  };
  const mark = /^multipart\/form-data;.*boundary="?([^";]+)/i.exec(contentType)?.[1];
  let from = 0;
  for (let at = mark ? bytes.indexOf(mark) : -1; at >= 0; at = bytes.indexOf(mark!, from)) {
    await add(bytes.subarray(from, at));
    hash.update('\0');
    from = at + mark!.length;
  }
  await add(bytes.subarray(from));
  return hash.digest('hex');
}

/** Ends a transaction whose answer stands already. */
class Undo extends Error {}

/**
 * Every change is one press: it carries a key its client made once, and all it does happens in one transaction together
 * with the note that it was done. The same key again gets the same answer and does nothing; what is refused or fails
 * leaves nothing behind, not even the key.
 */
export const onePress: MiddlewareHandler<AppEnv> = async (c, next) => {
  if (c.req.method !== 'POST') return next();
  const key = c.req.header(KEY) ?? '';
  if (!WELL_FORMED.test(key))
    refuse(422, `${KEY} is "${key.slice(0, 80)}"; accepted: 8 to 80 letters and digits, made once for each press`);
  const bytes = Buffer.from(await c.req.arrayBuffer());
  const fingerprint = await fingerprintOf(`${c.req.method} ${c.req.path}`, bytes, c.req.header('content-type') ?? '');
  const db = c.get('db');
  const personId = c.get('person').id;
  try {
    await db.transaction(async (trx) => {
      // Who comes with the same key at the same time waits here for the first.
      await trx.raw('SELECT pg_advisory_xact_lock(hashtextextended(?, 0))', [`press ${key}`]);
      const done = await trx('presses').where({ key }).first();
      if (done) {
        if (done.person_id !== personId || done.fingerprint !== fingerprint)
          refuse(422, `${KEY} "${key}" was used for something else; accepted: a new key for each press`);
        c.res = new Response(done.answer, {
          status: done.status,
          headers: { 'Content-Type': 'application/json', 'Idempotency-Replayed': 'true' },
        });
        return;
      }
      c.set('db', trx);
      await next();
      if (c.error || c.res.status >= 400) throw new Undo();
      const answer = await c.res.clone().text();
      const kept = c.get('toldOnce') ? TOLD_ONCE : { status: c.res.status, answer };
      await auditPress(c, bytes, answer);
      await trx('presses').insert({ key, person_id: personId, fingerprint, ...kept });
      await tellChange(trx, c.req.path);
    });
    c.get('replica').changed(c.get('workshopId'));
  } catch (error) {
    if (!(error instanceof Undo)) throw error;
  } finally {
    c.set('db', db);
  }
};
