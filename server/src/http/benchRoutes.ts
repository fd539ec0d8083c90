import { flag, num, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { benchProgress, withinLimits } from '@ombrik/core/stages/bench/benchProgress';
import type { Defect } from '@ombrik/core/stages/bench/simulate';
import { Hono } from 'hono';
import type { BenchFixture } from '../bench/benchFixture.ts';
import { drawDefect, simulatedBoard } from '../bench/benchFixture.ts';
import { InstrumentError } from '../bench/scpiClient.ts';
import { addRecord, asBenchRecords, listRecords } from '../store/floorRecords.ts';
import { fileOr404 } from './jobRoutes.ts';
import { onePress } from './onePress.ts';
import { body, refuse } from './problems.ts';
import { type AppEnv, signedIn } from './session.ts';

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
});
const measureBody = record({ stepId: text(1, 120), revision: revision() });
const simulatorBody = record({ hidden: flag() });

/** The bench test: readings in order, and the simulated meter. */
export const benchRoutes = (bench: { fixture: BenchFixture; meter: { host: string; port: number } }) =>
  new Hono<AppEnv>()
    .use(signedIn, onePress)
    .post('/:id/bench/records', body(recordBody), async (c) => {
      const db = c.get('db');
      const input = c.req.valid('json');
      const person = c.get('person');
      const file = await fileOr404(db, c.req.param('id'));
      if (input.revision !== file.revision)
        refuse(
          409,
          `measured against revision ${input.revision}, the board is at ${file.revision}: look at the step again`,
        );
      const step = file.dossier.bench.find((s) => s.id === input.stepId);
      if (!step) refuse(422, `stepId is "${input.stepId}"; accepted: a step of this board's test plan`);
      if (step.role === 'electrician' && person.role !== 'electrician')
        refuse(403, 'the mains side is a licensed person’s work: only an electrician may sign it');
      const progress = benchProgress(
        file.dossier.bench,
        asBenchRecords(await listRecords(db, file.job.id, 'benchStep')),
      );
      const index = file.dossier.bench.indexOf(step);
      const nextIndex = file.dossier.bench.findIndex((s) => s.id === progress.nextId);
      if (step.role === 'tester' && nextIndex >= 0 && index > nextIndex)
        refuse(409, `"${file.dossier.bench[nextIndex]!.title}" comes first: the test holds to its order`);
      if (step.method === 'reading' && input.value === null)
        refuse(422, `value is missing; accepted: a number in ${step.unit}`);
      if (step.method === 'confirm' && input.found === null) refuse(422, 'found is missing; accepted: good, bad');
      const passed = step.method === 'reading' ? withinLimits(step, input.value!) : input.found === 'good';
      await addRecord(db, file.job.id, person.id, {
        kind: 'benchStep',
        entityId: step.id,
        revision: file.revision,
        fingerprint: step.fingerprint,
        data: {
          passed,
          value: input.value,
          note: input.note,
          method: input.method,
          title: step.title,
          unit: step.unit,
          lowLimit: step.lowLimit,
          highLimit: step.highLimit,
        },
      });
      return c.json({ passed }, 201);
    })
    .post('/:id/bench/measure', body(measureBody), async (c) => {
      const db = c.get('db');
      const { stepId, revision: at } = c.req.valid('json');
      const file = await fileOr404(db, c.req.param('id'), at);
      const step = file.dossier.bench.find((s) => s.id === stepId);
      if (step?.method !== 'reading')
        refuse(422, `stepId is "${stepId}"; accepted: a measured step of this board's test plan`);
      const row = await db('bench_simulators').where({ job_id: file.job.id }).first();
      const board = simulatedBoard(file.board, file.workshop, (row?.defect as Defect | null) ?? null);
      try {
        return c.json({
          value: await bench.fixture.takeReading(board, step, bench.meter),
          from: `${bench.meter.host}:${bench.meter.port}`,
        });
      } catch (error) {
        if (error instanceof InstrumentError) refuse(502, error.message);
        throw error;
      }
    })
    .post('/:id/bench/simulator', body(simulatorBody), async (c) => {
      const db = c.get('db');
      const file = await fileOr404(db, c.req.param('id'));
      const { hidden } = c.req.valid('json');
      const sound = simulatedBoard(file.board, file.workshop, null);
      const defect = hidden
        ? drawDefect(
            sound,
            file.board.connections.map((x) => x.id),
            Math.random,
          )
        : null;
      await db('bench_simulators')
        .insert({
          job_id: file.job.id,
          defect: defect && JSON.stringify(defect),
          set_by: c.get('person').id,
          set_at: new Date(),
        })
        .onConflict('job_id')
        .merge();
      return c.json({ ok: true });
    })
    .get('/:id/bench/simulator', async (c) => {
      const file = await fileOr404(c.get('db'), c.req.param('id'));
      const row = await c.get('db')('bench_simulators').where({ job_id: file.job.id }).first();
      const reveal = c.req.query('reveal') === 'yes';
      return c.json({
        hidden: Boolean(row?.defect),
        meter: `${bench.meter.host}:${bench.meter.port}`,
        defect: reveal ? ((row?.defect as Defect | null) ?? null) : null,
      });
    });
