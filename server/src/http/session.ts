import type { Context, MiddlewareHandler } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import type { Knex } from 'knex';
import { type Person, personOfSession } from '../people/people.ts';
import { refuse } from '../refusal.ts';

export type AppEnv = { Variables: { db: Knex; person: Person; requestId: string } };

const COOKIE = 'ombrik_session';

export function setSessionCookie(c: Context, token: string): void {
  setCookie(c, COOKIE, token, {
    httpOnly: true,
    sameSite: 'Strict',
    path: '/',
    maxAge: 14 * 86400,
    secure: new URL(c.req.url).protocol === 'https:',
  });
}

export const sessionToken = (c: Context): string | undefined => getCookie(c, COOKIE);
export const clearSessionCookie = (c: Context): void => void deleteCookie(c, COOKIE, { path: '/' });

/** Lets only signed-in people through; their person is in the context. */
export const signedIn: MiddlewareHandler<AppEnv> = async (c, next) => {
  const token = sessionToken(c);
  const person = token ? await personOfSession(c.get('db'), token) : null;
  if (!person) refuse(401, 'sign in first');
  c.set('person', person);
  await next();
};
