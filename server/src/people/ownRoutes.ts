import { list, num, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { unitChoiceSchema } from '@ombrik/core/units/choiceSchema';
import { type Context, Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import { endKey, keysOf, MOST_KEYS, makeKey } from './apiKeys.ts';
import { isPassword, requirePin, requireStrong } from './passwords.ts';
import { checkPassword, setPassword, setPin, setUnits, shownPerson } from './people.ts';
import { SCOPE_NAMES, SCOPES } from './scopes.ts';
import { endSession, handOver, sessionsOf } from './sessions.ts';

const change = record({ password: text(1, 200), wanted: text(1, 400) });
const pinWanted = record({ password: text(1, 200), pin: orNull(text(1, 20)) });
const keyWanted = record({
  ...{ name: text(1, 60), password: text(1, 200), scopes: list(oneOfText(SCOPE_NAMES), { max: SCOPE_NAMES.length }) },
  days: num({ min: 1, max: 366, integer: true, unit: 'days' }),
});
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
  .get('/keys', async (c) => c.json({ keys: await keysOf(c.get('db'), c.get('person').id), scopes: SCOPES }))
  .post('/keys', body(keyWanted), async (c) => {
    const { password, ...wanted } = c.req.valid('json');
    await requireOwn(c, password, 'the password is another');
    const id = c.get('person').id;
    if (wanted.scopes.length === 0) refuse(422, `scopes is empty; accepted: one or more of ${SCOPE_NAMES.join(', ')}`);
    if ((await keysOf(c.get('db'), id)).length >= MOST_KEYS)
      refuse(409, `you have ${MOST_KEYS} keys; end one that is not needed`);
    c.set('toldOnce', true);
    return c.json(await makeKey(c.get('db'), id, wanted));
  })
  .post('/keys/:id/end', async (c) => {
    if (!(await endKey(c.get('db'), c.get('person').id, c.req.param('id')))) refuse(404, 'there is no such key');
    return c.json({ ok: true });
  })
  .post('/units', body(unitChoiceSchema), async (c) => {
    const units = c.req.valid('json');
    await setUnits(c.get('db'), c.get('person').id, units);
    return c.json({ units });
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
