import type { AsBuilt } from '@ombrik/core/build/asBuilt';
import type { Said } from '@ombrik/core/build/buildState';
import { flag, list, num, orNull, record, taggedUnion, tagIs, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { unitIn } from '../http/asked.ts';
import { body } from '../http/body.ts';
import { instantText } from '../http/dateText.ts';
import { onlyRole } from '../http/onlyRole.ts';
import type { AppEnv } from '../http/session.ts';
import { buildOf, sayBuilt } from './buildService.ts';

/** A device that was away brings so many words at a time. */
const MOST_RECORDS = 500;

const id = () => text(1, 64);
const onPanelMm = () => num({ min: -5000, max: 10_000, unit: 'mm' });
const asBuilt = taggedUnion<AsBuilt>('kind', {
  part: record({ kind: tagIs('part'), itemId: id(), partId: text(1, 120) }),
  place: record({ kind: tagIs('place'), itemId: id(), xMm: onPanelMm(), yMm: onPanelMm() }),
  run: record({ kind: tagIs('run'), cableId: id(), lengthMm: num({ min: 1, max: 100_000, unit: 'mm' }) }),
  link: record({ kind: tagIs('link'), cableId: id() }),
  hole: record({ kind: tagIs('hole'), panelId: id(), holeId: id(), xMm: onPanelMm(), yMm: onPanelMm() }),
});
const said = taggedUnion<Said>('kind', {
  done: record({
    kind: tagIs('done'),
    minutes: orNull(num({ min: 0, max: 10_000, unit: 'min' })),
    planned: orNull(num({ min: 0, max: 10_000, unit: 'min' })),
    value: orNull(num({ min: 0, max: 10_000 })),
    toolId: orNull(text(1, 80)),
  }),
  undone: record({ kind: tagIs('undone'), reason: text(1, 300) }),
  moved: record({ kind: tagIs('moved'), before: orNull(text(1, 200)) }),
  held: record({ kind: tagIs('held'), reason: text(0, 300) }),
  goesOn: record({ kind: tagIs('goesOn') }),
  photo: record({ kind: tagIs('photo'), fileId: text(1, 64), name: text(1, 120) }),
  serial: record({ kind: tagIs('serial'), itemId: id(), serial: text(1, 60) }),
  problem: record({ kind: tagIs('problem'), text: text(1, 1000) }),
  solved: record({ kind: tagIs('solved'), text: text(0, 1000) }),
  otherwise: record({ kind: tagIs('otherwise'), what: asBuilt, words: text(1, 300) }),
  answered: record({
    kind: tagIs('answered'),
    to: text(8, 64),
    taken: flag(),
    reason: text(0, 300),
    as: orNull(record({ stepId: text(1, 200), fingerprint: text(1, 64) })),
  }),
  noteTaken: record({ kind: tagIs('noteTaken') }),
});
const recordsBody = record({
  records: list(
    record({
      key: text(8, 64),
      stepId: text(1, 200),
      revision: num({ min: 1, max: 1e9, integer: true }),
      unit: num({ min: 1, max: 99, integer: true }),
      fingerprint: text(1, 64),
      said,
      saidAt: instantText(),
    }),
    { min: 1, max: MOST_RECORDS },
  ),
});

/** The build plan of a job and what the floor says of it. */
export const buildRoutes = new Hono<AppEnv>()
  .get('/:id/build', async (c) => c.json(await buildOf(c.get('db'), c.req.param('id'), unitIn(c.req.query('unit')))))
  .post('/:id/build/records', body(recordsBody), async (c) => {
    const { records } = c.req.valid('json');
    const person = c.get('person');
    if (records.some((r) => r.said.kind === 'answered'))
      onlyRole(person, 'designer', 'answers what was built otherwise');
    const kept = await sayBuilt(c.get('db'), person.id, c.req.param('id'), records);
    return c.json({ kept }, 201);
  });
