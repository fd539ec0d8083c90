import { hostname } from 'node:os';
import { getConnInfo } from '@hono/node-server/conninfo';
import type { Context, MiddlewareHandler } from 'hono';
import { refuse } from '../refusal.ts';

/** How this server is reached. */
export interface Door {
  /** How many proxies of one's own stand before it; their word for who asks is taken, nobody else's. */
  proxies: number;
  /** Names it goes by beside its numbers; a page that calls it otherwise is somebody else's. */
  names: readonly string[];
}

/** Names a machine has for itself. */
export const ownNames = (): string[] => ['localhost', hostname().toLowerCase(), `${hostname().toLowerCase()}.local`];
/** Names given from outside, with commas between them. */
export const namesIn = (said: string): string[] =>
  said
    .split(',')
    .map((n) => n.trim().toLowerCase())
    .filter((n) => n !== '');
export const PLAIN_DOOR: Door = { proxies: 0, names: ownNames() };

const NUMBER = /^(\d{1,3}(\.\d{1,3}){3}|\[[0-9a-f:.]+\])$/i;
const nameOf = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

/** From the right: the nearest proxy wrote the last entry. */
const forwarded = (c: Context, header: string, { proxies }: Door): string | null =>
  proxies === 0
    ? null
    : (c.req
        .header(header)
        ?.split(',')
        .map((s) => s.trim())
        .at(-proxies) ?? null);

/** Where a request comes from. */
export function addressOf(c: Context, door: Door): string {
  const said = forwarded(c, 'x-forwarded-for', door);
  if (said) return said;
  // Called without a network, as tests do, there is none.
  return c.env?.incoming ? (getConnInfo(c).remote.address ?? 'unknown') : 'unknown';
}

/** Whether the browser speaks TLS, to this server or to the proxy before it. */
export const isSecure = (c: Context, door: Door): boolean =>
  (forwarded(c, 'x-forwarded-proto', door) ?? new URL(c.req.url).protocol.replace(':', '')) === 'https';

export const JSON_TYPE = /^application\/json\b/i;
const FORM_TYPE = /^multipart\/form-data\b/i;
/** Where a file is sent as a form. */
const TAKES_FORMS = /^\/api\/jobs\/[^/]+\/(files|field-logs)$/;

/**
 * Refuses what another page makes a browser send: a host this server does not go by (a name bound anew to its number), an
 * origin that is not its own, and bodies that a page may send elsewhere without asking.
 */
export const ownDoorOnly =
  (door: Door): MiddlewareHandler =>
  async (c, next) => {
    const host = c.req.header('host') ?? new URL(c.req.url).host;
    const name = nameOf(host);
    if (!NUMBER.test(name) && !door.names.includes(name))
      refuse(
        421,
        `this server is not called "${name}"; accepted: its number or ${door.names.join(', ')} (HOSTS adds more)`,
      );
    if (c.req.method === 'GET' || c.req.method === 'HEAD') return next();
    const origin = c.req.header('origin');
    if (origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== host))
      refuse(403, `this was sent from "${origin.slice(0, 100)}"; accepted: from its own pages`);
    const site = c.req.header('sec-fetch-site');
    if (site !== undefined && site !== 'same-origin' && site !== 'none')
      refuse(403, 'this was sent from another page; accepted: from its own pages');
    const type = c.req.header('content-type');
    const expected = TAKES_FORMS.test(c.req.path) ? FORM_TYPE : JSON_TYPE;
    // A press without a body says nothing about its kind.
    const empty =
      type === undefined &&
      Number(c.req.header('content-length') ?? 0) === 0 &&
      c.req.header('transfer-encoding') === undefined;
    if (!empty && !expected.test(type ?? ''))
      refuse(
        415,
        `Content-Type is "${type ?? ''}"; accepted: ${expected === FORM_TYPE ? 'multipart/form-data' : 'application/json'}`,
      );
    await next();
  };
