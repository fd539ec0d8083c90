import { num, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { unitIn } from '../http/asked.ts';
import { body } from '../http/body.ts';
import { formFile } from '../http/formFile.ts';
import type { AppEnv } from '../http/session.ts';
import type { Changes } from '../live/changes.ts';
import { refuse } from '../refusal.ts';
import { addFieldLog, fieldReportOf } from './fieldLogs.ts';
import { addFieldNote } from './fieldNotes.ts';
import { archiveOf, ship, shipState } from './shipService.ts';

const shipBody = record({ revision: num({ min: 1, max: 1e9, integer: true }), note: text(0, 600) });

const noteBody = record({
  unit: num({ min: 1, max: 99, integer: true }),
  kind: oneOfText(['note', 'return']),
  text: text(1, 2000),
  entityId: orNull(text(1, 64)),
});

/** A job on its way out: what is open, one press, and its sealed record. */
export const shipRoutes = (changes: Pick<Changes, 'progress'>) =>
  new Hono<AppEnv>()
    .get('/:id/ship', async (c) => c.json(await shipState(c.get('db'), c.req.param('id'))))
    .post('/:id/ship', body(shipBody), async (c) => {
      const { origin } = new URL(c.req.url);
      const [db, person, id] = [c.get('db'), c.get('person'), c.req.param('id')];
      const onPaper = (done: number, of: number, what: string) =>
        changes.progress(c.get('workshopId'), { address: c.req.path, done, of, what });
      return c.json({ shipment: await ship(db, person, id, c.req.valid('json'), { origin, onPaper }) }, 201);
    })
    .post('/:id/field-notes', body(noteBody), async (c) => {
      await addFieldNote(c.get('db'), c.get('person'), c.req.param('id'), c.req.valid('json'));
      return c.json({ ok: true }, 201);
    })
    .post('/:id/field-logs', async (c) => {
      const { name, bytes, fields } = await formFile(c);
      const { unit, ampsAre } = fields;
      if (ampsAre !== 'charging' && ampsAre !== 'drawing')
        return refuse(422, `ampsAre is "${String(ampsAre ?? '').slice(0, 20)}"; accepted: charging, drawing`);
      const said = { unit: unitIn(String(unit ?? '1')), ampsAre, name, bytes } as const;
      return c.json({ id: await addFieldLog(c.get('db'), c.get('person'), c.req.param('id'), said) }, 201);
    })
    .get('/:id/field-logs/:logId', async (c) => {
      const logId = Number(c.req.param('logId'));
      if (!Number.isInteger(logId) || logId < 1 || logId > 1e12)
        refuse(404, `this job has no log ${c.req.param('logId')}`);
      return c.json({ report: await fieldReportOf(c.get('db'), c.req.param('id'), logId) });
    })
    .get('/:id/ship/:number/record.zip', async (c) => {
      const { name, bytes } = await archiveOf(c.get('db'), c.req.param('id'), Number(c.req.param('number')) || 0);
      return c.body(new Uint8Array(bytes), 200, {
        'Content-Type': 'application/zip',
        'Content-Disposition': `attachment; filename="${name}"`,
      });
    });
