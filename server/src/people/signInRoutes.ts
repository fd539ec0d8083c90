import { orNull, record, text } from '@ombrik/core/document/schemaKit';
import { SI } from '@ombrik/core/units/choice';
import { type Context, Hono } from 'hono';
import type { Knex } from 'knex';
import { addAudit } from '../audit/audit.ts';
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
import type { Doorstep } from './doorstep.ts';
import { comeInBy, whoseInvitation } from './invitations.ts';
import { isPassword } from './passwords.ts';
import { asEmail, checkPassword, listPeople, type Person, unitsOf } from './people.ts';
import { mayNot } from './rights.ts';
import { closeSession, newToken, openSession, tokenHash, whoseSession } from './sessions.ts';
import { demoWorkshop, hasWorkshops, onlyWorkshop, workshopsOfEmail } from './whichWorkshop.ts';

const credentials = record({ email: text(3, 120), password: text(1, 200), workshopId: orNull(text(1, 64)) });
const demoChoice = record({ personId: text(1, 64) });
const arrival = record({ name: text(0, 80), email: text(0, 120), password: text(1, 400) });

async function openHere(c: Context<AppEnv>, db: Knex, personId: string): Promise<void> {
  setSessionCookie(c, await openSession(db, personId, c.req.header('user-agent')));
}

/** Opens a session here and remembers that this browser is one of theirs. */
async function comeIn(c: Context<AppEnv>, db: Knex, person: Pick<Person, 'id'>): Promise<void> {
  await openHere(c, db, person.id);
  const device = deviceToken(c) ?? newToken();
  await rememberDevice(db, device, person.id);
  setDeviceCookie(c, device);
}

/** Nobody works in more; and nobody learns from the time it takes in how many. */
const MOST_WORKSHOPS = 5;

/** The workshops this e-mail and password are right in, with who it is there. An unknown e-mail takes as long as one. */
async function rightIn({ of }: Doorstep, ids: readonly string[], account: string, password: string) {
  const found: { workshopId: string; own: Knex; person: Person }[] = [];
  if (ids.length === 0) await isPassword(null, password);
  for (const workshopId of ids) {
    const own = of(workshopId);
    const person = await checkPassword(own, account, password);
    if (person) found.push({ workshopId, own, person });
  }
  return found;
}

/** Who comes and goes, and who tries to: a right of its own kind. */
const auditDoor = (
  db: Knex,
  person: Pick<Person, 'id' | 'name'> | null,
  how: string,
  says: string,
  data: object,
): Promise<void> =>
  addAudit(db, { person, did: `POST /api/${how}`, about: 'right', aboutId: person?.id ?? '', says, data });

/** Signing in and out, and coming in by a link; one-click sign-in exists only with demo data. */
export const signInRoutes = new Hono<AppEnv>()
  .get('/me', async (c) => {
    const doorstep = c.get('doorstep');
    const { ground, of } = doorstep;
    const token = sessionToken(c);
    const found = token ? await whoseSession(doorstep, token) : null;
    const demoId = found ? null : await demoWorkshop(ground);
    const demo = demoId === null ? [] : (await listPeople(of(demoId))).filter((p) => p.endedAt === null);
    const onlyId = found?.workshopId ?? (await onlyWorkshop(ground));
    const workshop = onlyId === null ? null : await readWorkshop(of(onlyId));
    return c.json({
      person: found?.person ?? null,
      via: found?.session.via ?? null,
      workshopName: workshop?.name ?? null,
      /** Whether anybody can come in at all. */
      isOpen: found !== null || (await hasWorkshops(ground)),
      // What a workshop holds true is nobody's before the door.
      mayNot: found ? mayNot(found.person.roles) : {},
      units: found ? await unitsOf(found.db, found.person.id) : SI,
      workshop: found ? (workshop?.values ?? null) : null,
      demoPeople: demo.map(({ id, name, roles }) => ({ id, name, roles })),
    });
  })
  .post('/sign-in', body(credentials), async (c) => {
    const doorstep = c.get('doorstep');
    const { email, password, workshopId } = c.req.valid('json');
    const account = asEmail(email);
    const address = addressOf(c, c.get('door'));
    const device = deviceToken(c);
    const ids = (await workshopsOfEmail(doorstep.ground, account)).slice(0, MOST_WORKSHOPS);
    let known = false;
    for (const id of device ? ids : []) known ||= await isKnownDevice(doorstep.of(id), device!, account);
    const guessing = c.get('guessing');
    const keys = known
      ? ([['pair', `device ${tokenHash(device!)} ${account}`]] as const)
      : ([
          ['pair', `${address} ${account}`],
          ['address', address],
          ['account', account],
        ] as const);
    await guessing.count(keys);
    const right = await rightIn(doorstep, ids, account, password);
    const from = { address, knownDevice: known };
    const chosen = right.length === 1 ? right[0] : right.find((r) => r.workshopId === workshopId);
    if (right.length === 0) {
      // Nobody waits for it: an unknown e-mail takes as long.
      for (const id of ids)
        void auditDoor(doorstep.of(id), null, 'sign-in', `wrong password for ${account}`, from).catch(() => {});
      refuse(401, 'e-mail or password is wrong');
    }
    await guessing.right(keys);
    if (chosen) {
      await comeIn(c, chosen.own, chosen.person);
      await auditDoor(chosen.own, chosen.person, 'sign-in', 'came in', from);
    }
    // Where it fits in several, who signs in says which.
    const choice = chosen ? [] : right;
    const workshops = await Promise.all(
      choice.map(async (r) => ({ id: r.workshopId, name: (await readWorkshop(r.own))?.name ?? '' })),
    );
    return c.json({ person: chosen?.person ?? null, workshops });
  })
  .post('/demo-sign-in', body(demoChoice), async (c) => {
    const demoId = await demoWorkshop(c.get('doorstep').ground);
    if (demoId === null) return refuse(404, 'one-click sign-in exists only with demo data');
    const db = c.get('doorstep').of(demoId);
    const { personId } = c.req.valid('json');
    const person = (await listPeople(db)).find((p) => p.id === personId && p.endedAt === null);
    if (!person) return refuse(422, `personId is "${personId}"; accepted: one of the demo people`);
    await openHere(c, db, person.id);
    await auditDoor(db, person, 'demo-sign-in', 'came in with one click', {});
    return c.json({ person });
  })
  .post('/sign-out', async (c) => {
    const token = sessionToken(c);
    const found = token ? await whoseSession(c.get('doorstep'), token) : null;
    if (found) await auditDoor(found.db, found.person, 'sign-out', 'went out', {});
    if (token) await closeSession(c.get('doorstep'), token);
    clearSessionCookie(c);
    return c.json({ ok: true });
  })
  .get('/come-in/:token', async (c) => {
    await c.get('guessing').count([['link', addressOf(c, c.get('door'))]]);
    const { db, invitation } = await whoseInvitation(c.get('doorstep'), c.req.param('token'));
    const { name, roles, personId } = invitation;
    const workshop = await readWorkshop(db);
    return c.json({ workshopName: workshop?.name ?? '', name, roles, again: personId !== null });
  })
  .post('/come-in/:token', body(arrival), async (c) => {
    await c.get('guessing').count([['link', addressOf(c, c.get('door'))]]);
    const token = c.req.param('token');
    const { db } = await whoseInvitation(c.get('doorstep'), token);
    const workshop = await readWorkshop(db);
    const person = await comeInBy(db, token, c.req.valid('json'), workshop?.name ?? '');
    await comeIn(c, db, person);
    await auditDoor(db, person, 'come-in', 'came in by a link', { address: addressOf(c, c.get('door')) });
    return c.json({ ok: true });
  });
