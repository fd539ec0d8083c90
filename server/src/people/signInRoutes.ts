import { record, text } from '@ombrik/core/document/schemaKit';
import { type Context, Hono } from 'hono';
import { body } from '../http/body.ts';
import { addressOf } from '../http/door.ts';
import {
  type AppEnv,
  clearSessionCookie,
  deviceToken,
  sessionToken,
  setDeviceCookie,
  setSessionCookie,
} from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import { isKnownDevice, rememberDevice } from './devices.ts';
import { comeInBy, invitationOf } from './invitations.ts';
import { asEmail, checkPassword, listPeople, type Person } from './people.ts';
import { closeSession, newToken, openSession, personOfSession, tokenHash } from './sessions.ts';

const credentials = record({ email: text(3, 120), password: text(1, 200) });
const demoChoice = record({ personId: text(1, 64) });
const arrival = record({ name: text(0, 80), email: text(0, 120), password: text(1, 400) });

async function openHere(c: Context<AppEnv>, personId: string): Promise<void> {
  setSessionCookie(c, await openSession(c.get('db'), personId, c.req.header('user-agent')));
}

/** Opens a session here and remembers that this browser is one of theirs. */
async function comeIn(c: Context<AppEnv>, person: Pick<Person, 'id'>): Promise<void> {
  await openHere(c, person.id);
  const device = deviceToken(c) ?? newToken();
  await rememberDevice(c.get('db'), device, person.id);
  setDeviceCookie(c, device);
}

/** Signing in and out, and coming in by a link; one-click sign-in exists only with demo data. */
export const signInRoutes = new Hono<AppEnv>()
  .get('/me', async (c) => {
    const db = c.get('db');
    const token = sessionToken(c);
    const found = token ? await personOfSession(db, token) : null;
    const workshop = await readWorkshop(db);
    const demo = workshop?.isDemo ? (await listPeople(db)).filter((p) => p.endedAt === null) : [];
    return c.json({
      person: found?.person ?? null,
      via: found?.session.via ?? null,
      workshopName: workshop?.name ?? null,
      // What a workshop holds true is nobody's before the door.
      workshop: found ? (workshop?.values ?? null) : null,
      demoPeople: demo.map(({ id, name, roles }) => ({ id, name, roles })),
    });
  })
  .post('/sign-in', body(credentials), async (c) => {
    const db = c.get('db');
    const { email, password } = c.req.valid('json');
    const account = asEmail(email);
    const address = addressOf(c, c.get('door'));
    const device = deviceToken(c);
    const known = device !== undefined && (await isKnownDevice(db, device, account));
    const guessing = c.get('guessing');
    const keys = known
      ? ([['pair', `device ${tokenHash(device)} ${account}`]] as const)
      : ([
          ['pair', `${address} ${account}`],
          ['address', address],
          ['account', account],
        ] as const);
    await guessing.count(keys);
    const person = await checkPassword(db, account, password);
    if (!person) refuse(401, 'e-mail or password is wrong');
    await guessing.right(keys);
    await comeIn(c, person);
    return c.json({ person });
  })
  .post('/demo-sign-in', body(demoChoice), async (c) => {
    const db = c.get('db');
    if (!(await readWorkshop(db))?.isDemo) refuse(404, 'one-click sign-in exists only with demo data');
    const { personId } = c.req.valid('json');
    const person = (await listPeople(db)).find((p) => p.id === personId && p.endedAt === null);
    if (!person) refuse(422, `personId is "${personId}"; accepted: one of the demo people`);
    await openHere(c, person.id);
    return c.json({ person });
  })
  .post('/sign-out', async (c) => {
    const token = sessionToken(c);
    if (token) await closeSession(c.get('db'), token);
    clearSessionCookie(c);
    return c.json({ ok: true });
  })
  .get('/come-in/:token', async (c) => {
    const db = c.get('db');
    await c.get('guessing').count([['link', addressOf(c, c.get('door'))]]);
    const { name, roles, personId } = await invitationOf(db, c.req.param('token'));
    const workshop = await readWorkshop(db);
    return c.json({ workshopName: workshop?.name ?? '', name, roles, again: personId !== null });
  })
  .post('/come-in/:token', body(arrival), async (c) => {
    const db = c.get('db');
    await c.get('guessing').count([['link', addressOf(c, c.get('door'))]]);
    const workshop = await readWorkshop(db);
    const id = await comeInBy(db, c.req.param('token'), c.req.valid('json'), workshop?.name ?? '');
    await comeIn(c, { id });
    return c.json({ ok: true });
  });
