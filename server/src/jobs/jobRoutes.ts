import { CHEMISTRIES, PROFILE_IDS } from '@ombrik/core/document/brief/brief';
import { flag, num, oneOfNumber, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { TEMPLATES } from '@ombrik/core/document/templates';
import { Hono } from 'hono';
import { requireFile } from '../boards/jobFile.ts';
import { countIn } from '../http/asked.ts';
import { body } from '../http/body.ts';
import { dateText } from '../http/dateText.ts';
import { type AppEnv, reading } from '../http/session.ts';
import {
  copyJob,
  importJob,
  openJob,
  practiceJob,
  putAway,
  release,
  releaseHistory,
  takeIn,
  want,
  withdraw,
} from './jobService.ts';
import { floorOf } from './summaries.ts';
import { wallOf } from './wall.ts';

const wantedDate = () => orNull(dateText());
const newJob = record({
  jobName: text(1, 80),
  customer: text(0, 80),
  place: text(0, 120),
  systemVoltageV: oneOfNumber([12, 24, 48]),
  chemistry: oneOfText(CHEMISTRIES),
  profileId: oneOfText(PROFILE_IDS),
  wantedOn: wantedDate(),
  /** Which template the order starts from; empty starts from nothing. */
  template: oneOfText(['', ...TEMPLATES.map((t) => t.id)]),
});
const releaseBody = record({
  way: oneOfText(['release', 'withdraw']),
  revision: num({ min: 1, max: 1e9, integer: true }),
  reason: text(0, 300),
});
/** The wall shows so many jobs at once where nobody says how many. */
const PAGE = 300;

/** Orders: taken in, put away, released to the floor; and the wall that shows them. */
export const jobRoutes = new Hono<AppEnv>()
  .get('/', async (c) => {
    const asked = c.req.query();
    const question = {
      archived: asked.archived !== 'no',
      words: (asked.words ?? '').slice(0, 100),
      offset: countIn(asked, 'offset', 0, 1e8),
      limit: countIn(asked, 'limit', PAGE, 5000),
    };
    return c.json(await wallOf(c.get('db'), question, (look) => reading(c, look)));
  })
  .post('/', body(newJob), async (c) => {
    const { wantedOn, template, ...brief } = c.req.valid('json');
    return c.json({ job: await takeIn(c.get('db'), c.get('person').id, template, brief, wantedOn) }, 201);
  })
  // A board to try things on, whole and sound; put away it is out of everybody's sight.
  .post('/practice', async (c) => {
    return c.json({ job: await practiceJob(c.get('db'), c.get('person').id) }, 201);
  })
  .post('/import', async (c) =>
    c.json({ job: await importJob(c.get('db'), c.get('person').id, await c.req.text()) }, 201),
  )
  .get('/:id', async (c) => c.json(await openJob(c.get('db'), c.get('person').id, c.req.param('id'))))
  .post('/:id/duplicate', async (c) =>
    c.json({ job: await copyJob(c.get('db'), c.get('person').id, c.req.param('id')) }, 201),
  )
  .post('/:id/archive', body(record({ archived: flag() })), async (c) => {
    await putAway(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json').archived);
    return c.json({ ok: true });
  })
  .post('/:id/wanted', body(record({ wantedOn: wantedDate() })), async (c) => {
    await want(c.get('db'), c.req.param('id'), c.req.valid('json').wantedOn);
    return c.json({ ok: true });
  })
  .get('/:id/releases', async (c) => c.json({ releases: await releaseHistory(c.get('db'), c.req.param('id')) }))
  .post('/:id/release', body(releaseBody), async (c) => {
    const { way, ...wish } = c.req.valid('json');
    const [db, person, id] = [c.get('db'), c.get('person'), c.req.param('id')];
    const released =
      way === 'release' ? await release(db, person, id, wish) : await withdraw(db, person, id, wish.reason);
    return c.json({ released });
  })
  .get('/:id/floor', async (c) => {
    const file = await requireFile(c.get('db'), c.req.param('id'));
    const { made, bench, opened, build, stations } = await floorOf(c.get('db'), file);
    return c.json({
      revision: file.revision,
      made: made.map(({ row: _, ...said }) => said),
      bench,
      opened: [...opened].flatMap(([unit, all]) => all.map((o) => ({ unit, ...o }))),
      build,
      stations,
    });
  });
