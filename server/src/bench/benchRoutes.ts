import { list, num, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { streamSSE } from 'hono/streaming';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { watchInstrument } from '../instruments/readInstrument.ts';
import { InstrumentError } from '../instruments/scpiSession.ts';
import { refuse } from '../refusal.ts';
import { diagnosisOf, measure, recordReading, watched } from './benchService.ts';

/** A line nobody looks at any more ends by itself. */
const WATCHED_MS = 120_000;

const at = () => ({
  stepId: text(1, 160),
  revision: num({ min: 1, max: 1e9, integer: true }),
  unit: num({ min: 1, max: 99, integer: true }),
  ambientC: orNull(num({ min: -40, max: 70, unit: '°C' })),
  note: text(0, 600),
});
const recordBody = record({
  ...at(),
  /** What the meter read, in the SI unit of the quantity; null where nothing is measured. */
  value: orNull(num({ min: -1e12, max: 1e38 })),
  /** Read in the same moment, in SI units: a pack has up to so many cells. */
  alongside: orNull(list(num({ min: -1e6, max: 1e6 }), { max: 64 })),
  /** For what is seen or set: found good or not. */
  found: orNull(oneOfText(['good', 'bad'])),
  settings: orNull(
    list(record({ name: text(1, 80), expects: text(0, 80), before: text(0, 120), after: text(0, 120) }), { max: 20 }),
  ),
  instrumentId: orNull(text(1, 64)),
});
const measureBody = record({
  ...at(),
  instrumentId: text(1, 64),
  /** What sends or draws the current meanwhile; null where the board is read as it is. */
  driverId: orNull(text(1, 64)),
  /** Which pair of the step's probe points the tips are on. */
  pair: num({ min: 0, max: 7, integer: true }),
});

/** The bench test: readings in order, typed or by the shop's own instruments. */
export const benchRoutes = () =>
  new Hono<AppEnv>()
    .post('/:id/bench/records', body(recordBody), async (c) =>
      c.json(await recordReading(c.get('db'), c.get('person'), c.req.param('id'), c.req.valid('json')), 201),
    )
    .get('/:id/bench/diagnosis', async (c) => {
      const unit = Number(c.req.query('unit') ?? 1);
      if (!Number.isInteger(unit) || unit < 1 || unit > 99)
        refuse(422, `unit is "${c.req.query('unit')}"; accepted: a whole number from 1 to 99`);
      return c.json({ diagnosis: await diagnosisOf(c.get('db'), c.req.param('id'), unit) });
    })
    // What an instrument reads right now, for the eye: nothing of it is kept.
    .get('/:id/bench/live', async (c) => {
      const { stepId = '', instrumentId = '' } = c.req.query();
      const { instrument, step } = await watched(c.get('db'), c.req.param('id'), { stepId, instrumentId });
      return streamSSE(c, async (stream) => {
        const ended = new AbortController();
        stream.onAbort(() => ended.abort());
        setTimeout(() => ended.abort(), WATCHED_MS).unref();
        const tell = (event: string, data: unknown) => stream.writeSSE({ event, data: JSON.stringify(data) });
        await watchInstrument(instrument, step, (sample) => tell('sample', sample), ended.signal).catch((error) =>
          tell('trouble', error instanceof InstrumentError ? error.message : 'the instrument could not be read'),
        );
      });
    })
    .post('/:id/bench/measure', body(measureBody), async (c) =>
      c.json(await measure(c.get('db'), c.get('person'), c.req.param('id'), c.req.valid('json')), 201),
    );
