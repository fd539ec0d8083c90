import type { Context, MiddlewareHandler } from 'hono';
import { LRUCache } from 'lru-cache';
import type { Logger } from 'pino';
import { addAudit, kept } from '../audit/audit.ts';
import { AUDITED, type Pressed, READ } from '../audit/audited.ts';
import { isDiskFull } from '../database/diskFull.ts';
import { tellHooks } from '../hooks/hooks.ts';
import { tellsMoney } from '../papers/registry.ts';
import { partsOf } from './route.ts';
import type { AppEnv } from './session.ts';

/** What a text says in JSON; what is none says nothing: a route that reads no body takes any. */
function objectIn(text: string): object {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null ? value : {};
  } catch {
    return {};
  }
}
const partsByName = (c: Context<AppEnv>, path: string): Record<string, string> =>
  Object.fromEntries(partsOf(c, path).map((p) => [p.name, p.value]));

/**
 * Keeps what a press did, and puts into the queue what others are told of it, in the press's own transaction: it is done
 * and kept, or neither.
 * @param bytes its body; of a form nothing is read
 * @param answer what it was answered
 */
export async function auditPress(c: Context<AppEnv>, bytes: Buffer, answer: string): Promise<void> {
  const route = c.get('route');
  if (!route) return;
  const did = `${route.method} ${route.path}`;
  const audited = AUDITED[did];
  if (!audited) throw new Error(`${did} has no words for the audit`);
  const sent = c.req.header('content-type')?.includes('json') ? objectIn(bytes.toString()) : {};
  const pressed: Pressed = { parts: partsByName(c, route.path), sent, said: objectIn(answer) };
  await addAudit(c.get('db'), {
    person: c.get('person'),
    did,
    about: audited.about,
    aboutId: audited.id(pressed),
    says: audited.says(pressed),
    data: { parts: pressed.parts, sent: kept(sent) },
  });
  await tellHooks(c.get('db'), did, pressed);
}

/** A screen asks for the same again and again while it is open: who reads is kept once in so long. */
const AGAIN_MS = 10 * 60_000;

/**
 * Keeps who read what few may read. While the disk of the database is full, reading goes on, and what would have been kept
 * stands in the server's log instead.
 */
export function auditReads(log: Logger): MiddlewareHandler<AppEnv> {
  const lately = new LRUCache<string, true>({ max: 5000, ttl: AGAIN_MS });
  return async (c, next) => {
    await next();
    const route = c.get('route');
    const did = `${route?.method} ${route?.path}`;
    const read = READ[did];
    if (!route || !read || c.res.status !== 200) return;
    const pressed: Pressed = { parts: partsByName(c, route.path), sent: {}, said: {} };
    // Papers of the floor are nobody's secret.
    if (read.about === 'paper' && !tellsMoney(pressed.parts.name ?? '')) return;
    const who = c.get('person');
    const key = `${c.get('session').id} ${who.id} ${c.req.path}`;
    if (lately.has(key)) return;
    const said = { did, about: read.about, aboutId: read.id(pressed), says: read.says(pressed) };
    const data = { parts: pressed.parts, sent: kept(c.req.query()) };
    lately.set(key, true);
    try {
      await addAudit(c.get('db'), { person: who, ...said, data });
    } catch (error) {
      // Not kept yet: the next look tries again.
      lately.delete(key);
      if (!isDiskFull(error)) throw error;
      log.warn({ ...said, personId: who.id, workshopId: c.get('workshopId') }, 'read, and not kept: the disk is full');
    }
  };
}
