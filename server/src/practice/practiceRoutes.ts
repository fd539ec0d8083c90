import { flag, num, oneOfText, orNull, record, some, text } from '@ombrik/core/document/schemaKit';
import { PRACTICE_LEVELS } from '@ombrik/core/practice/levels';
import type { PracticeAct } from '@ombrik/core/practice/practiceActs';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { doAct, giveUp, guess, listRuns, practiceBoardNames, startRun, viewRun } from './practiceService.ts';
import type { PracticeBench } from './underProbes.ts';

const ref = () => record({ itemId: text(1, 64), terminalId: text(1, 64) });
const startBody = record({
  board: orNull(oneOfText(practiceBoardNames)),
  jobId: orNull(text(1, 64)),
  level: num({ min: 1, max: PRACTICE_LEVELS.length, integer: true }),
});
const DOES = [
  ...['connectBank', 'wakeBank', 'closeIsolators', 'putLink', 'fill', 'connectSource', 'inverterOn'],
  ...['disconnectBank', 'openIsolators', 'takeLink', 'switch', 'read', 'send'],
];
/** What each act names beside what it does. */
const NEEDS: Readonly<Record<string, readonly string[]>> = {
  putLink: ['key'],
  takeLink: ['key'],
  fill: ['itemId'],
  connectSource: ['itemId'],
  inverterOn: ['itemId'],
  switch: ['flowKey', 'on'],
  read: ['quantity', 'plus', 'minus'],
  send: ['connectionId'],
};
const actBody = some({
  do: oneOfText(DOES),
  key: text(1, 160),
  itemId: text(1, 64),
  flowKey: text(1, 160),
  on: flag(),
  quantity: oneOfText(['voltage', 'resistance', 'drop']),
  plus: ref(),
  minus: ref(),
  connectionId: text(1, 64),
});
const guessBody = record({
  kind: oneOfText(['looseCrimp', 'openWire', 'swappedPair', 'wrongFuse', 'thinConductor', 'weakCell', 'meterLead']),
  place: text(1, 160),
});

/** An act with all that it needs. @throws Refusal */
function actOf(said: Record<string, unknown>): PracticeAct {
  if (typeof said.do !== 'string') return refuse(422, `do is missing; accepted: ${DOES.join(', ')}`);
  const needs = NEEDS[said.do] ?? [];
  const missing = needs.filter((n) => said[n] === undefined);
  if (missing.length > 0) refuse(422, ...missing.map((m) => `${m} is missing for "${said.do}"`));
  return { do: said.do, ...Object.fromEntries(needs.map((n) => [n, said[n]])) } as unknown as PracticeAct;
}

/** Practice: boards with hidden faults, read with the stand-ins of the instruments. Nothing of it is of any job. */
export const practiceRoutes = (bench: PracticeBench) =>
  new Hono<AppEnv>()
    .get('/', async (c) => c.json({ runs: await listRuns(c.get('db'), c.get('person')), levels: PRACTICE_LEVELS }))
    .post('/', body(startBody), async (c) => {
      const { board, jobId, level } = c.req.valid('json');
      if ((board === null) === (jobId === null)) refuse(422, 'board and jobId: accepted: one of them, the other null');
      const on = board !== null ? { board } : { jobId: jobId! };
      return c.json(await startRun(c.get('db'), c.get('person'), { on, level }), 201);
    })
    .get('/instruments', (c) => c.json({ instruments: bench.instruments }))
    .get('/:id', async (c) => c.json({ run: await viewRun(c.get('db'), c.get('person'), c.req.param('id')) }))
    .post('/:id/acts', body(actBody), async (c) => {
      const act = actOf(c.req.valid('json') as Record<string, unknown>);
      return c.json({ answer: await doAct(c.get('db'), c.get('person'), bench, c.req.param('id'), act) }, 201);
    })
    .post('/:id/guesses', body(guessBody), async (c) =>
      c.json(await guess(c.get('db'), c.get('person'), c.req.param('id'), c.req.valid('json')), 201),
    )
    .post('/:id/give-up', body(record({ sure: flag() })), async (c) => {
      await giveUp(c.get('db'), c.get('person'), c.req.param('id'));
      return c.json({ ok: true });
    });
