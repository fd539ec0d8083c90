import { createHmac, randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import type { Pressed } from '../audit/audited.ts';
import { addToQueue } from '../queue/addToQueue.ts';
import { refuse } from '../refusal.ts';
import { type EventName, type Happened, happenedBy, newlyLow, touchesStore } from './events.ts';

export const MOST_HOOKS = 10;
const SHOWN = 20;
const LONGEST_MS = 5000;

/** @throws Refusal for an address nothing is sent to: only the web's, without a password, and never the machine's own metadata. */
export function requireAddress(url: string): string {
  const accepted = 'accepted: an address such as https://orders.example/ombrik';
  if (!URL.canParse(url)) refuse(422, `url is "${url}"; ${accepted}`);
  const { protocol, username, password, hostname } = new URL(url);
  if (protocol !== 'https:' && protocol !== 'http:') refuse(422, `url begins with "${protocol}"; ${accepted}`);
  if (username || password) refuse(422, `url holds a password; ${accepted}`);
  // Addresses a machine asks about itself; what stands in a workshop's own network may be told.
  if (/^(169\.254\.|\[?fe80:|\[?::ffff:a9fe)/i.test(hostname)) refuse(422, `url is "${hostname}"; ${accepted}`);
  return url;
}

/** @returns the secret it is signed with, told this once */
export async function addHook(
  db: Knex,
  personId: string,
  { url, events }: { url: string; events: readonly EventName[] },
): Promise<{ id: string; secret: string }> {
  if ((await db('hooks').select('id')).length >= MOST_HOOKS) refuse(409, `there are ${MOST_HOOKS} already; remove one`);
  const [id, secret] = [`hk_${nanoid(12)}`, randomBytes(24).toString('base64url')];
  await db('hooks').insert({ id, url: requireAddress(url), secret, events, made_by: personId });
  return { id, secret };
}

/** Who is told, of what, and how the last few came. */
export async function hooksOf(db: Knex) {
  const hooks = await db('hooks').orderBy('made_at');
  const sends = await db('hook_sends')
    .orderBy('at', 'desc')
    .orderBy('id')
    .limit(SHOWN * Math.max(1, hooks.length));
  return hooks.map((h) => ({
    id: h.id as string,
    url: h.url as string,
    events: h.events as EventName[],
    sends: sends
      .filter((s) => s.hook_id === h.id)
      .slice(0, SHOWN)
      .map((s) => ({
        id: s.id as string,
        event: s.event as string,
        at: (s.at as Date).toISOString(),
        tries: s.tries as number,
        cameAt: s.came_at ? (s.came_at as Date).toISOString() : null,
        trouble: s.trouble as string | null,
      })),
  }));
}

/** Puts something into the queue for one of them, with the press it came of: taken back with it, told with it. */
export async function tellHook(trx: Knex, hookId: string, event: string, data: object): Promise<void> {
  const id = `hs_${nanoid(16)}`;
  const body = JSON.stringify({ id, event, at: new Date().toISOString(), data });
  await trx('hook_sends').insert({ id, hook_id: hookId, event, body });
  await addToQueue(trx, 'hookSend', { id }, `hook ${id}`);
}

/** Tells whoever wants to know what a press made happen. Where nobody does, nothing is looked at. */
export async function tellHooks(trx: Knex, route: string, pressed: Pressed): Promise<void> {
  const happened = happenedBy(route, pressed);
  const store = touchesStore(route);
  if (happened.length === 0 && !store) return;
  const hooks: { id: string; events: string[] }[] = await trx('hooks').select('id', 'events');
  if (hooks.length === 0) return;
  const all: Happened[] = [...happened, ...(store ? await newlyLow(trx) : [])];
  for (const { event, data } of all)
    for (const hook of hooks.filter((h) => h.events.includes(event))) await tellHook(trx, hook.id, event, data);
}

/** `t=…,v1=…`: when it was sent, and HMAC-SHA256 of that and the body: nobody else can have made it, nor send it again later. */
export function signatureOf(secret: string, body: string, atS: number): string {
  return `t=${atS},v1=${createHmac('sha256', secret).update(`${atS}.${body}`).digest('hex')}`;
}

/** Sends what waits. @returns what is to be written down when it came @throws Error where it did not: the queue tries again */
export async function sendHook(db: Knex, id: string): Promise<(trx: Knex) => Promise<unknown>> {
  const row = await db('hook_sends')
    .join('hooks', (j) => j.on('hooks.id', 'hook_sends.hook_id').andOn('hooks.workshop_id', 'hook_sends.workshop_id'))
    .where('hook_sends.id', id)
    .first('url', 'secret', 'body', 'event');
  // It was removed in the meantime.
  if (!row) return async () => {};
  try {
    const response = await fetch(row.url, {
      method: 'POST',
      redirect: 'manual',
      signal: AbortSignal.timeout(LONGEST_MS),
      headers: {
        'Content-Type': 'application/json',
        'User-Agent': 'Ombrik',
        'Ombrik-Event': row.event,
        'Ombrik-Delivery': id,
        'Ombrik-Signature': signatureOf(row.secret, row.body, Math.floor(Date.now() / 1000)),
      },
      body: row.body,
    });
    await response.body?.cancel();
    if (!response.ok) throw new Error(`answered ${response.status}`);
  } catch (error) {
    const trouble =
      error instanceof Error ? (error.cause instanceof Error ? error.cause.message : error.message) : 'unknown';
    await db('hook_sends')
      .where({ id })
      .update({ tries: db.raw('tries + 1'), trouble: trouble.slice(0, 200) });
    throw error;
  }
  return (trx) =>
    trx('hook_sends')
      .where({ id })
      .update({ tries: trx.raw('tries + 1'), came_at: new Date(), trouble: null });
}
