import { flag, num, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { type Bench, hideDefect, measure, recordReading, simulatorOf } from './benchService.ts';

const revision = () => num({ min: 1, max: 1e9, integer: true });
const recordBody = record({
  stepId: text(1, 120),
  revision: revision(),
  /** What the meter read; null for a step confirmed by eye. */
  value: orNull(num({ min: -1e6, max: 1e38 })),
  /** For a step confirmed by eye: found good or not. */
  found: orNull(oneOfText(['good', 'bad'])),
  note: text(0, 300),
  method: oneOfText(['typed', 'meter', 'eye']),
  unit: num({ min: 1, max: 99, integer: true }),
});
const measureBody = record({ stepId: text(1, 120), revision: revision() });
const simulatorBody = record({ hidden: flag() });

/** The bench test: readings in order, and the simulated meter. */
export const benchRoutes = (bench: Bench) =>
  new Hono<AppEnv>()
    .post('/:id/bench/records', body(recordBody), async (c) =>
      c.json(await recordReading(c.get('db'), c.get('person'), c.req.param('id'), c.req.valid('json')), 201),
    )
    .post('/:id/bench/measure', body(measureBody), async (c) =>
      c.json(await measure(c.get('db'), bench, c.req.param('id'), c.req.valid('json'))),
    )
    .post('/:id/bench/simulator', body(simulatorBody), async (c) => {
      await hideDefect(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json').hidden);
      return c.json({ ok: true });
    })
    .get('/:id/bench/simulator', async (c) =>
      c.json(await simulatorOf(c.get('db'), bench, c.req.param('id'), c.req.query('reveal') === 'yes')),
    );
