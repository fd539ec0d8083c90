import type { DesignOption } from '@ombrik/core/design/houseDesign';
import { id, list, num, orNull, record, taggedUnion, tagIs, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import { dateText } from '../http/dateText.ts';
import type { AppEnv } from '../http/session.ts';
import { keepDesign, keepDesignVersion, startFromDesign } from './designService.ts';
import { listDesigns } from './designs.ts';

const name = () => text(1, 80);
const option = taggedUnion<DesignOption>('kind', {
  without: record({ id: id(), kind: tagIs('without'), name: name(), itemIds: list(id(), { min: 1, max: 100 }) }),
  swap: record({
    id: id(),
    kind: tagIs('swap'),
    name: name(),
    itemId: id(),
    partIds: list(id(), { min: 2, max: 12 }),
  }),
  mirror: record({ id: id(), kind: tagIs('mirror'), name: name() }),
});
const kept = {
  jobId: id(),
  revision: num({ min: 1, max: 1e9, integer: true }),
  name: name(),
  options: list(option, { max: 12 }),
  price: orNull(num({ min: 0, max: 1e7 })),
  note: text(0, 300),
};
const version = () => num({ min: 1, max: 1e6, integer: true });
const startBody = record({
  version: version(),
  choices: list(record({ option: id(), choice: text(1, 64) }), { max: 12 }),
  jobName: name(),
  customer: text(0, 80),
  wantedOn: orNull(dateText()),
});

/** Boards the workshop sells as its own: kept from a job, in versions, with options; jobs start from them. */
export const designRoutes = new Hono<AppEnv>()
  .get('/', async (c) => c.json({ designs: await listDesigns(c.get('db')) }))
  .post('/', body(record(kept)), async (c) => {
    return c.json({ design: await keepDesign(c.get('db'), c.get('person').id, c.req.valid('json')) }, 201);
  })
  .post('/:id/versions', body(record({ ...kept, basedOn: version() })), async (c) => {
    const wish = c.req.valid('json');
    return c.json({ design: await keepDesignVersion(c.get('db'), c.get('person').id, c.req.param('id'), wish) }, 201);
  })
  .post('/:id/start', body(startBody), async (c) => {
    const { choices, ...wish } = c.req.valid('json');
    const job = await startFromDesign(c.get('db'), c.get('person').id, c.req.param('id'), {
      ...wish,
      choices: Object.fromEntries(choices.map((o) => [o.option, o.choice])),
    });
    return c.json({ job }, 201);
  });
