import type { Context, MiddlewareHandler } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import type { Knex } from 'knex';
import type { Replica } from '../database/replica.ts';
import { keyIn, whoseKey } from '../people/apiKeys.ts';
import type { Doorstep } from '../people/doorstep.ts';
import type { Guessing } from '../people/guessing.ts';
import type { Person } from '../people/people.ts';
import { mayAsk, RIGHTS, rolesInWords } from '../people/rights.ts';
import { type Scope, scopeOf } from '../people/scopes.ts';
import { type Session, whoseSession } from '../people/sessions.ts';
import { refuse } from '../refusal.ts';
import { type Door, isSecure } from './door.ts';
import { type Route, routeOf } from './route.ts';

export type AppEnv = {
  Variables: {
    doorstep: Doorstep;
    /** Connections of the workshop of who is signed in; before the door there are none. */
    db: Knex;
    workshopId: string;
    guessing: Guessing;
    person: Person;
    session: Session;
    /** What a program's key was made for; null for people, who have no bounds but their rights. */
    scopes: readonly Scope[] | null;
    requestId: string;
    /** What will answer; null where nothing does, which is said further on. */
    route: Route | null;
    door: Door;
    replica: Replica;
    /** Set by a route whose answer is told once and kept nowhere. */
    toldOnce?: boolean;
  };
};

const SESSION = 'ombrik_session';
const DEVICE = 'ombrik_device';
const SESSION_S = 14 * 86400;
const DEVICE_S = 400 * 86400;

/** With TLS the name itself says: this host alone, no path, never without TLS (RFC 6265bis, cookie name prefixes). */
const named = (c: Context, name: string): string => (isSecure(c, c.get('door')) ? `__Host-${name}` : name);
const put = (c: Context, name: string, value: string, maxAge: number): void =>
  setCookie(c, named(c, name), value, {
    ...{ httpOnly: true, sameSite: 'Strict', path: '/', maxAge },
    secure: isSecure(c, c.get('door')),
  });

export const setSessionCookie = (c: Context, token: string): void => put(c, SESSION, token, SESSION_S);
export const sessionToken = (c: Context): string | undefined => getCookie(c, named(c, SESSION));
export const clearSessionCookie = (c: Context): void =>
  void deleteCookie(c, named(c, SESSION), { path: '/', secure: isSecure(c, c.get('door')) });
export const setDeviceCookie = (c: Context, token: string): void => put(c, DEVICE, token, DEVICE_S);
export const deviceToken = (c: Context): string | undefined => getCookie(c, named(c, DEVICE));

/** Lets a program through by its key. A page of a browser sends none, so nothing of another origin rides on it. */
async function byKey(c: Context<AppEnv>, key: string): Promise<void> {
  const found = await whoseKey(c.get('doorstep'), key);
  if (!found) return refuse(401, 'this key opens nothing: it was ended, is over, or never was');
  c.set('db', found.db);
  c.set('workshopId', found.workshopId);
  c.set('person', { ...found.person, name: `${found.person.name} (${found.keyName})` });
  c.set('session', { id: found.keyId, via: 'key', openedBy: found.person.id });
  c.set('scopes', found.scopes);
}

/** Lets only signed-in people and programs with a key through; whose it is is in the context. */
export const signedIn: MiddlewareHandler<AppEnv> = async (c, next) => {
  const authorization = c.req.header('authorization');
  if (authorization !== undefined) {
    const key = keyIn(authorization);
    if (!key) refuse(401, 'Authorization is not a key; accepted: Bearer omk_…');
    await byKey(c, key);
    return next();
  }
  c.set('scopes', null);
  const token = sessionToken(c);
  const found = token ? await whoseSession(c.get('doorstep'), token) : null;
  if (!found) return refuse(401, 'sign in first');
  c.set('db', found.db);
  c.set('workshopId', found.workshopId);
  c.set('person', found.person);
  c.set('session', found.session);
  await next();
};

/** Whether who was let through would still be, as the same person. A database that is away ends nobody's session. */
export async function sessionStands(c: Context<AppEnv>): Promise<boolean> {
  const token = sessionToken(c);
  if (!token) return false;
  try {
    return (await whoseSession(c.get('doorstep'), token))?.person.id === c.get('person').id;
  } catch {
    return true;
  }
}

/** What only looks, read from the copy of the database where there is one that follows. */
export const reading = <T>(c: Context<AppEnv>, look: (db: Knex) => Promise<T>): Promise<T> =>
  c.get('replica').read(c.get('workshopId'), c.get('db'), look);

/** The one place where the table of rights is asked: every route behind the door, also one that forgot to be in it. */
export const withRight: MiddlewareHandler<AppEnv> = async (c, next) => {
  const route = routeOf(c) ?? null;
  c.set('route', route);
  // Nothing answers there; that is said further on.
  if (!route) return next();
  const name = `${route.method} ${route.path}`;
  const { roles } = c.get('person');
  if (!mayAsk(name, roles)) {
    const whose = RIGHTS[name];
    refuse(
      403,
      whose ? `only ${rolesInWords(whose)} does this; you are ${rolesInWords(roles)}` : 'nobody may ask this',
    );
  }
  const scopes = c.get('scopes');
  const scope = scopes && scopeOf(name);
  if (scopes && !(scope && scopes.includes(scope)))
    refuse(403, scope ? `this key was not made for "${scope}"` : 'this is for people, no key opens it');
  await next();
};
