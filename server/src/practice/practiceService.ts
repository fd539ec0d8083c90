import { randomInt } from 'node:crypto';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { partIndex } from '@ombrik/core/document/references';
import { practiceScore } from '@ombrik/core/formulas/practice';
import type { BenchModel } from '@ombrik/core/practice/benchModel';
import { hideDefects, PRACTICE_LEVELS, placeOf } from '@ombrik/core/practice/levels';
import {
  afterPractice,
  benchStateOf,
  PRACTICE_START,
  type PracticeAct,
  type PracticeRead,
  type PracticeState,
  unsafeWhy,
} from '@ombrik/core/practice/practiceActs';
import { type PracticeSheet, practiceSheet } from '@ombrik/core/practice/practiceSheet';
import { parMinutes, parReadings } from '@ombrik/core/practice/score';
import { seededRandom } from '@ombrik/core/solvers/random';
import type { Defect } from '@ombrik/core/stages/bench/defect';
import { type Measurable, SimulatedBench } from '@ombrik/core/stages/bench/simulate';
import { SENT_A } from '@ombrik/core/tables/buildTolerances';
import { demoBoard } from '@ombrik/demo/demoBoards';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { nanoid } from 'nanoid';
import { requireSheet } from '../boards/jobFile.ts';
import { InstrumentError } from '../instruments/scpiSession.ts';
import type { Person } from '../people/people.ts';
import { refuse } from '../refusal.ts';
import { longWork } from '../work/pools.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import type { PracticeBench } from './underProbes.ts';

/** Boards everybody can practise on, whatever the shop has built. */
const PRACTICE_BOARDS = { marketCart: 'A market cart', repeater: 'A repeater shelter', hut: 'A mountain hut' } as const;
type PracticeBoard = keyof typeof PRACTICE_BOARDS;
export const practiceBoardNames = Object.keys(PRACTICE_BOARDS) as PracticeBoard[];

/** What somebody says is wrong: its kind and its place. */
export interface Guess {
  kind: Defect['kind'];
  place: string;
}
type Outcome = 'found' | 'unsafe' | 'givenUp';

export interface ActDone {
  id: number;
  act: PracticeAct | ({ do: 'guess' } & Guess);
  answer: { value?: number; raw?: string[]; from?: string; right?: boolean; why?: string };
  at: string;
}

interface Run {
  id: string;
  personId: string;
  boardName: string;
  board: Board;
  level: number;
  defects: Defect[];
  seed: number;
  startedAt: Date;
  endedAt: Date | null;
  outcome: Outcome | null;
  why: string;
  points: number | null;
}

/** What a run looks like to who works on it; what is hidden only once it is over. */
export interface PracticeView {
  id: string;
  boardName: string;
  level: number;
  levelTitle: string;
  hiddenCount: number;
  startedAt: string;
  endedAt: string | null;
  outcome: Outcome | null;
  why: string;
  points: number | null;
  hidden: Defect[] | null;
  acts: ActDone[];
  state: Record<'bank' | 'awake' | 'isolators', boolean> &
    Record<'linksIn' | 'filled' | 'sources' | 'inverters' | 'flowsOn', string[]>;
  sheet: PracticeSheet;
}

/** Promises, so that two who ask at once wait for one. */
const models = new LRUCache<string, Promise<BenchModel>>({ max: 20 });

async function modelOf(db: Knex, run: Pick<Run, 'id' | 'board'>): Promise<BenchModel> {
  const workshop = (await readWorkshop(db))!.values;
  const key = `practice/${run.id}/${workshop.version}`;
  let model = models.get(key);
  if (!model) {
    model = longWork('benchModel', { key, board: run.board, workshop });
    models.set(key, model);
    model.catch(() => models.delete(key));
  }
  return model;
}

/** Hides what a level hides in a board, and starts the clock. @throws Refusal */
export async function startRun(
  db: Knex,
  person: Person,
  { on, level }: { on: { board: PracticeBoard } | { jobId: string }; level: number },
): Promise<{ id: string }> {
  const board = 'board' in on ? demoBoard(on.board) : (await requireSheet(db, on.jobId)).board;
  const boardName = 'board' in on ? PRACTICE_BOARDS[on.board] : board.brief.jobName;
  const id = `pr_${nanoid(10)}`;
  const seed = randomInt(1, 2 ** 31 - 1);
  const model = await modelOf(db, { id, board });
  const defects = hideDefects(
    level,
    { board: model.simulated, currentA: model.currentA, areaMm2: model.areaMm2 },
    seededRandom(seed),
  );
  if (defects.length === 0)
    refuse(422, `"${boardName}" has no place for such a fault; accepted: a board with wired loads`);
  await db('practice_runs').insert({
    id,
    person_id: person.id,
    board_name: boardName,
    board: JSON.stringify(board),
    level,
    defects: JSON.stringify(defects),
    seed,
  });
  return { id };
}

async function requireRun(db: Knex, person: Person, id: string): Promise<Run> {
  const r = await db('practice_runs').where({ id }).first();
  if (!r || (r.person_id !== person.id && !person.roles.includes('trainer')))
    return refuse(404, 'there is no such practice run');
  return {
    id: r.id,
    personId: r.person_id,
    boardName: r.board_name,
    board: r.board,
    level: r.level,
    defects: r.defects,
    seed: r.seed,
    startedAt: r.started_at,
    endedAt: r.ended_at,
    outcome: r.outcome,
    why: r.why,
    points: r.points,
  };
}

async function requireOpenRun(db: Knex, person: Person, id: string): Promise<Run> {
  const run = await requireRun(db, person, id);
  if (run.endedAt) refuse(409, 'this run is over');
  return run;
}

async function actsOf(db: Knex, runId: string): Promise<ActDone[]> {
  const rows = await db('practice_acts').where({ run_id: runId }).orderBy('id');
  return rows.map((r) => ({ id: Number(r.id), act: r.act, answer: r.answer, at: r.at.toISOString() }));
}

function stateOf(model: BenchModel, acts: readonly ActDone[]): PracticeState {
  return acts.reduce<PracticeState>(
    (state, { act, answer }) =>
      act.do === 'guess' || answer.why ? state : afterPractice(state, act, model.facts.wokenLast),
    PRACTICE_START,
  );
}

const isRead = (act: PracticeAct): act is PracticeRead => act.do === 'read' || act.do === 'send';

/** A run as its person sees it. @throws Refusal */
export async function viewRun(db: Knex, person: Person, id: string): Promise<PracticeView> {
  const run = await requireRun(db, person, id);
  const [model, acts] = [await modelOf(db, run), await actsOf(db, id)];
  const state = stateOf(model, acts);
  return {
    id,
    boardName: run.boardName,
    level: run.level,
    levelTitle: PRACTICE_LEVELS.find((l) => l.level === run.level)!.title,
    hiddenCount: run.defects.length,
    startedAt: run.startedAt.toISOString(),
    endedAt: run.endedAt?.toISOString() ?? null,
    outcome: run.outcome,
    why: run.why,
    points: run.points,
    hidden: run.endedAt ? run.defects : null,
    acts,
    state: {
      bank: state.bank,
      awake: state.awake,
      isolators: state.isolators,
      linksIn: [...state.linksIn],
      filled: [...state.filled],
      sources: [...state.sources],
      inverters: [...state.inverters],
      flowsOn: [...state.flowsOn],
    },
    sheet: practiceSheet(run.board, partIndex(run.board, genericCatalogue), model),
  };
}

function stepOf(act: PracticeRead, state: PracticeState, model: BenchModel, board: Board): Measurable {
  const shared = { state: benchStateOf(state), expected: null };
  if (act.do === 'read')
    return {
      ...shared,
      measures: act.quantity,
      probes: [{ plus: act.plus, minus: act.minus, sign: 1 }],
      connectionId: null,
      basis: null,
    };
  const wire = board.connections.find((c) => c.id === act.connectionId);
  if (!wire || !model.currentA.has(act.connectionId))
    return refuse(422, `connectionId is "${act.connectionId}"; accepted: a lead of this board`);
  return {
    ...shared,
    measures: 'drop',
    probes: [{ plus: wire.from, minus: wire.to, sign: 1 }],
    connectionId: act.connectionId,
    basis: { kind: 'lead', copperOhm: 0, joints: 2, sentA: SENT_A },
  };
}

/** Does something on a practice board: what is unsafe ends it, and says why. @throws Refusal */
export async function doAct(
  db: Knex,
  person: Person,
  bench: PracticeBench,
  id: string,
  act: PracticeAct,
): Promise<ActDone['answer']> {
  const run = await requireOpenRun(db, person, id);
  const [model, acts] = [await modelOf(db, run), await actsOf(db, id)];
  const state = stateOf(model, acts);
  const name = (itemId: string) => run.board.items.find((i) => i.id === itemId)?.designation ?? itemId;
  const why = unsafeWhy(model.facts, state, act, name);
  const add = (answer: ActDone['answer']) =>
    db('practice_acts').insert({ run_id: id, act: JSON.stringify(act), answer: JSON.stringify(answer) });
  if (why) {
    await add({ why });
    await end(db, run, 'unsafe', why, 0);
    return { why };
  }
  if (!isRead(act)) {
    await add({});
    return {};
  }
  const simulated = new SimulatedBench({ ...model.simulated, defects: run.defects, seed: run.seed });
  try {
    const answer = await bench.read(simulated, stepOf(act, state, model, run.board));
    await add(answer);
    return answer;
  } catch (error) {
    if (error instanceof InstrumentError) return refuse(502, error.message);
    throw error;
  }
}

const end = (db: Knex, run: Run, outcome: Outcome, why: string, points: number) =>
  db('practice_runs').where({ id: run.id }).update({ ended_at: new Date(), outcome, why, points });

/** Names a fault: with the last one found the run is over and has its points. @throws Refusal */
export async function guess(
  db: Knex,
  person: Person,
  id: string,
  said: Guess,
): Promise<{ right: boolean; left: number }> {
  const run = await requireOpenRun(db, person, id);
  const acts = await actsOf(db, id);
  const right = run.defects.some((d) => d.kind === said.kind && placeOf(d) === said.place);
  await db('practice_acts').insert({
    run_id: id,
    act: JSON.stringify({ do: 'guess', ...said }),
    answer: JSON.stringify({ right }),
  });
  const guesses = acts.flatMap((a) => (a.act.do === 'guess' ? [{ ...a.act, right: a.answer.right === true }] : []));
  const found = new Set(guesses.filter((g) => g.right).map((g) => g.place));
  if (right) found.add(said.place);
  const left = run.defects.length - found.size;
  if (left > 0) return { right, left };
  const model = await modelOf(db, run);
  const readings = acts.filter((a) => a.act.do !== 'guess' && isRead(a.act)).length;
  const par = parReadings(model.currentA.size, run.defects.length);
  const points = practiceScore.compute({
    readings,
    parReadings: par,
    minutes: (Date.now() - run.startedAt.getTime()) / 60_000,
    parMinutes: parMinutes(par),
    wrongGuesses: guesses.filter((g) => !g.right).length,
  });
  await end(db, run, 'found', '', Math.round(points));
  return { right, left };
}

/** Ends a run: what was hidden is told. @throws Refusal */
export async function giveUp(db: Knex, person: Person, id: string): Promise<void> {
  const run = await requireOpenRun(db, person, id);
  await end(db, run, 'givenUp', '', 0);
}

/** A row of the list as the database gives it. */
interface RunDbRow {
  id: string;
  board_name: string;
  level: number;
  started_at: Date;
  ended_at: Date | null;
  outcome: Outcome | null;
  points: number | null;
  readings: string;
  name: string;
}

export interface RunRow {
  id: string;
  boardName: string;
  level: number;
  startedAt: string;
  endedAt: string | null;
  outcome: Outcome | null;
  points: number | null;
  readings: number;
  personName: string;
}

/** Runs of a person, or of everybody for who trains; the newest first. */
export async function listRuns(db: Knex, person: Person): Promise<RunRow[]> {
  const rows = await db('practice_runs as r')
    .join('people as p', 'p.id', 'r.person_id')
    .modify((q) => {
      if (!person.roles.includes('trainer')) q.where('r.person_id', person.id);
    })
    .orderBy('r.started_at', 'desc')
    .limit(200)
    .select(
      'r.id',
      'r.board_name',
      'r.level',
      'r.started_at',
      'r.ended_at',
      'r.outcome',
      'r.points',
      'p.name',
      'p.id as person_id',
    )
    .select(
      db.raw(
        "(SELECT count(*) FROM practice_acts a WHERE a.run_id = r.id AND a.act->>'do' IN ('read', 'send')) AS readings",
      ),
    );
  return (rows as RunDbRow[]).map((r) => ({
    id: r.id,
    boardName: r.board_name,
    level: r.level,
    startedAt: r.started_at.toISOString(),
    endedAt: r.ended_at?.toISOString() ?? null,
    outcome: r.outcome,
    points: r.points,
    readings: Number(r.readings),
    personName: r.name,
  }));
}
