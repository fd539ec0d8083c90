import { flag, list, oneOfText, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { invite, inviteAgain, openInvitations, withdrawInvitation } from './invitations.ts';
import { endPerson, listPeople, setRoles } from './people.ts';
import { ROLE_WORDS, ROLES, type Role } from './roles.ts';

const rolesGiven = () => list(oneOfText([...ROLES]), { min: 1, max: ROLES.length });
const invitation = record({ name: text(1, 80), roles: rolesGiven() });
const roles = record({ roles: rolesGiven() });

/** Who works here: an owner lets people in by a link, says what they are, ends them. */
export const peopleRoutes = new Hono<AppEnv>()
  .get('/', async (c) =>
    c.json({
      people: await listPeople(c.get('db')),
      invitations: await openInvitations(c.get('db')),
      roles: ROLES.map((role) => ({ role, says: ROLE_WORDS[role] })),
    }),
  )
  .post('/invitations', body(invitation), async (c) => {
    const { name, roles } = c.req.valid('json');
    c.set('toldOnce', true);
    return c.json(await invite(c.get('db'), c.get('person').id, { name, roles: roles as Role[] }), 201);
  })
  .post('/invitations/:id/withdrawn', async (c) => {
    await withdrawInvitation(c.get('db'), c.req.param('id'));
    return c.json({ ok: true });
  })
  .post('/:id/roles', body(roles), async (c) => {
    await setRoles(c.get('db'), c.req.param('id'), c.req.valid('json').roles as Role[]);
    return c.json({ ok: true });
  })
  .post('/:id/ended', body(record({ ended: flag() })), async (c) => {
    if (!c.req.valid('json').ended) refuse(422, 'ended is false; accepted: true (who was ended is invited anew)');
    await endPerson(c.get('db'), c.req.param('id'));
    return c.json({ ok: true });
  })
  .post('/:id/reset', async (c) => {
    c.set('toldOnce', true);
    return c.json(await inviteAgain(c.get('db'), c.get('person').id, c.req.param('id')), 201);
  });
