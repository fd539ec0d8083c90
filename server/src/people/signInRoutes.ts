import { record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import { type AppEnv, clearSessionCookie, sessionToken, setSessionCookie } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import { checkPassword, closeSession, listPeople, openSession, personOfSession } from './people.ts';

const credentials = record({ email: text(3, 120), password: text(1, 200) });
const demoChoice = record({ personId: text(1, 64) });

/** Signing in and out; one-click sign-in exists only with demo data. */
export const signInRoutes = new Hono<AppEnv>()
  .get('/me', async (c) => {
    const db = c.get('db');
    const token = sessionToken(c);
    const workshop = await readWorkshop(db);
    return c.json({
      person: token ? await personOfSession(db, token) : null,
      workshopName: workshop?.name ?? null,
      workshop: workshop?.values ?? null,
      demoPeople: workshop?.isDemo ? await listPeople(db) : [],
    });
  })
  .post('/sign-in', body(credentials), async (c) => {
    const { email, password } = c.req.valid('json');
    const person = await checkPassword(c.get('db'), email, password);
    if (!person) refuse(401, 'e-mail or password is wrong');
    setSessionCookie(c, await openSession(c.get('db'), person.id));
    return c.json({ person });
  })
  .post('/demo-sign-in', body(demoChoice), async (c) => {
    const db = c.get('db');
    if (!(await readWorkshop(db))?.isDemo) refuse(404, 'one-click sign-in exists only with demo data');
    const { personId } = c.req.valid('json');
    const person = (await listPeople(db)).find((p) => p.id === personId);
    if (!person) refuse(422, `personId is "${personId}"; accepted: one of the demo people`);
    setSessionCookie(c, await openSession(db, person.id));
    return c.json({ person });
  })
  .post('/sign-out', async (c) => {
    const token = sessionToken(c);
    if (token) await closeSession(c.get('db'), token);
    clearSessionCookie(c);
    return c.json({ ok: true });
  });
