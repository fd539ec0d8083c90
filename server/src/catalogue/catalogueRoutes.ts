import { partSchema } from '@ombrik/core/document/part/partSchema';
import { flag, list, num, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { keepNew, keepVersion, setRetired } from './catalogueService.ts';
import { listOwnParts, versionsOfPart } from './ownParts.ts';

const newBody = record({ parts: list(partSchema, { min: 1, max: 500 }), note: text(0, 200) });
const versionBody = record({
  part: partSchema,
  basedOn: num({ min: 1, max: 1e6, integer: true }),
  note: text(0, 200),
});

/** The workshop's own parts, each in versions that stay. */
export const catalogueRoutes = new Hono<AppEnv>()
  .get('/parts', async (c) => c.json({ parts: await listOwnParts(c.get('db')) }))
  .get('/parts/:id', async (c) => {
    const versions = await versionsOfPart(c.get('db'), c.req.param('id'));
    if (versions.length === 0) refuse(404, `no own part ${c.req.param('id')}`);
    return c.json({ versions });
  })
  .post('/parts', body(newBody), async (c) => {
    const { parts, note } = c.req.valid('json');
    return c.json({ kept: await keepNew(c.get('db'), c.get('person').id, parts, note) }, 201);
  })
  .post('/parts/:id/versions', body(versionBody), async (c) => {
    return c.json(
      { kept: await keepVersion(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json')) },
      201,
    );
  })
  .post('/parts/:id/retired', body(record({ retired: flag() })), async (c) => {
    await setRetired(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json').retired);
    return c.json({ ok: true });
  });
