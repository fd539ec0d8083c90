import { orNull, record, text } from '@ombrik/core/document/schemaKit';
import { type Context, Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import { isPassword, requirePin, requireStrong } from './passwords.ts';
import { checkPassword, setPassword, setPin, shownPerson } from './people.ts';
import { endSession, handOver, sessionsOf } from './sessions.ts';

const change = record({ password: text(1, 200), wanted: text(1, 400) });
const pinWanted = record({ password: text(1, 200), pin: orNull(text(1, 20)) });
const step = record({ personId: text(1, 64), pin: text(1, 20) });

/** What is one's own is changed by who knows the password. @throws Refusal with what it says */
async function requireOwn(c: Context<AppEnv>, password: string, says: string): Promise<void> {
  const { id, email } = c.get('person');
  const tried = [['pair', `own ${id}`]] as const;
  const guessing = c.get('guessing');
  await guessing.count(tried);
  if (!(await checkPassword(c.get('db'), email, password))) refuse(403, says);
  await guessing.right(tried);
}

/** What everybody does for themselves: password, PIN, sessions, and stepping in on a device of the shop by PIN. */
export const ownRoutes = new Hono<AppEnv>()
  .get('/sessions', async (c) =>
    c.json({ sessions: await sessionsOf(c.get('db'), c.get('person').id, c.get('session').id) }),
  )
  .post('/sessions/:id/end', async (c) => {
    if (!(await endSession(c.get('db'), c.get('person').id, c.req.param('id'))))
      refuse(404, 'there is no such session');
    return c.json({ ok: true });
  })
  .post('/password', body(change), async (c) => {
    const db = c.get('db');
    const { password, wanted } = c.req.valid('json');
    const { id, name, email } = c.get('person');
    await requireOwn(c, password, 'the password you have now is another');
    requireStrong(wanted, [name, email, (await readWorkshop(db))?.name ?? '']);
    await setPassword(db, id, wanted, c.get('session').id);
    return c.json({ ok: true });
  })
  .post('/pin', body(pinWanted), async (c) => {
    const { password, pin } = c.req.valid('json');
    await requireOwn(c, password, 'the password is another');
    if (pin !== null) requirePin(pin);
    await setPin(c.get('db'), c.get('person').id, pin);
    return c.json({ ok: true });
  })
  .get('/switch', async (c) => {
    const rows = await c.get('db')('people').whereNull('ended_at').whereNotNull('pin_hash').orderBy('name');
    return c.json({ people: rows.map(shownPerson).map(({ id, name, roles }) => ({ id, name, roles })) });
  })
  .post('/switch', body(step), async (c) => {
    const db = c.get('db');
    const { personId, pin } = c.req.valid('json');
    const session = c.get('session');
    const keys = [
      ['pin', `${session.id} ${personId}`],
      ['pinOf', personId],
    ] as const;
    const guessing = c.get('guessing');
    await guessing.count(keys);
    const row = await db('people').where({ id: personId }).whereNull('ended_at').first();
    if (!(await isPassword(row?.pin_hash ?? null, pin))) refuse(403, 'the PIN is another');
    await guessing.right(keys);
    await handOver(db, session, personId);
    return c.json({ person: shownPerson(row) });
  });
