import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { choiceOf, planCuts } from '@ombrik/core/stock/cutPlan';
import { rodsOf } from '@ombrik/core/stock/rods';
import { SI } from '@ombrik/core/units/choice';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { startScpiServer } from '../instruments/scpiServer.ts';
import { articleFinder } from '../store/articles.ts';
import type { Client, testServer } from './testServer.ts';

export interface Press {
  path: string | (() => Promise<string>);
  body: unknown | (() => Promise<unknown>);
  /** Which table tells of it, and by how many rows it grows; left out where it changes what is there. */
  grows?: [table: string, rows: number];
}

/** Whose hands press, and on what; filled in once the server stands. */
export interface Hands {
  server: Awaited<ReturnType<typeof testServer>>;
  mira: Client;
  job: string;
}

/** One press for every changing route of the table, as a hand would make it. */
export function pressesOf(known: Hands) {
  let n = 0;
  const own = () => `test-key-${n++}`;
  const run = async (): Promise<string> =>
    (await known.mira.post('/api/practice', { board: 'marketCart', jobId: null, level: 1 }, own())).json.id;
  const revision = async () => (await known.mira.get(`/api/jobs/${known.job}`)).json.revision as number;
  const pile = async (unit: 'mm' | 'pcs') => {
    const { stock } = (await known.mira.get('/api/stock')).json;
    return stock.find(
      (s: { unit: string; onHand: number; reserved: number }) => s.unit === unit && s.onHand - s.reserved > 20,
    ).id;
  };
  const move = async (stockId: string) => (await known.mira.get(`/api/stock/${stockId}/moves`)).json.moves.at(-1).id;
  const purchase = async () =>
    (
      await known.mira.post('/api/buying/purchases', {
        supplier: 'Bell & Rope',
        note: '',
        expectedOn: null,
        lines: [{ articleId: 'pvc70-95/RD', packs: 2, packQuantity: 10_000, packPrice: 40 }],
      })
    ).json.id;
  const job = (rest: string) => () => Promise.resolve(`/api/jobs/${known.job}${rest}`);
  const hook = async (): Promise<string> =>
    (await known.mira.post('/api/hooks', { url: 'http://127.0.0.1:9/', events: ['shipped'] })).json.id;
  let named = 0;
  const ownPart = () => ({ ...genericCatalogue.parts[0]!, id: 'pt_own', name: `A part of ours ${++named}` });
  const keptPart = async (): Promise<string> =>
    (await known.mira.post('/api/catalogue/parts', { parts: [ownPart()], note: '' })).json.kept[0].id;
  const design = async () => ({
    jobId: known.job,
    revision: await revision(),
    name: `A design of ours ${++named}`,
    options: [],
    price: null,
    note: '',
  });
  const keptDesign = async (): Promise<string> =>
    (await known.mira.post('/api/designs', await design())).json.design.id;
  const ambient = (value: number) => [{ kind: 'setBrief', field: 'ambientC', value }];

  /** One press for every changing route of the table, as a hand would make it. */
  const PRESSES: Readonly<Record<string, Press>> = {
    '/api/jobs': {
      path: '/api/jobs',
      body: {
        jobName: 'Twice pressed',
        customer: '',
        place: '',
        systemVoltageV: 12,
        chemistry: 'lifepo4',
        profileId: 'craft-iso',
        wantedOn: null,
        template: '',
      },
      grows: ['jobs', 1],
    },
    '/api/jobs/import': { path: '/api/jobs/import', body: marketCartBoard(), grows: ['jobs', 1] },
    '/api/jobs/:id/duplicate': { path: job('/duplicate'), body: {}, grows: ['jobs', 1] },
    '/api/jobs/:id/wanted': { path: job('/wanted'), body: { wantedOn: '2027-01-20' } },
    '/api/jobs/:id/edits': {
      path: job('/edits'),
      body: async () => ({ editId: own(), baseRevision: await revision(), label: 'a', commands: ambient(31) }),
      grows: ['edits', 1],
    },
    '/api/jobs/:id/:way{undo|redo}': {
      path: job('/undo'),
      body: async () => ({ editId: own(), baseRevision: await revision() }),
      grows: ['edits', 1],
    },
    '/api/jobs/:id/release': {
      path: job('/release'),
      body: async () => ({ way: 'release', revision: await revision(), reason: 'to be built' }),
      grows: ['releases', 1],
    },
    '/api/jobs/:id/made': {
      path: job('/made'),
      body: async () => ({ cableIds: ['cb_1', 'cb_2'], made: true, revision: await revision() }),
    },
    '/api/jobs/:id/build/records': {
      path: job('/build/records'),
      body: async () => {
        const { plan, revision: at } = (await known.mira.get(`/api/jobs/${known.job}/build`)).json;
        const [step] = plan.steps;
        const said = { kind: 'problem', text: 'the sheet is warped' };
        const saidAt = new Date().toISOString();
        return {
          records: [
            { key: own(), stepId: step.id, revision: at, unit: 1, fingerprint: step.fingerprint, said, saidAt },
          ],
        };
      },
      grows: ['build_records', 1],
    },
    '/api/jobs/:id/bench/records': {
      path: job('/bench/records'),
      body: async () => {
        const { dossier, revision: at } = (await known.mira.get(`/api/jobs/${known.job}/dossier`)).json;
        const { bench } = (await known.mira.get(`/api/jobs/${known.job}/floor`)).json;
        const done = new Set(bench.map((r: { stepId: string }) => r.stepId));
        const step = dossier.bench.find((s: { id: string; role: string }) => s.role === 'tester' && !done.has(s.id));
        return {
          stepId: step.id,
          revision: at,
          unit: 1,
          ambientC: 20,
          note: '',
          value: step.method === 'reading' ? (step.expected ?? 0) : null,
          found: step.method === 'reading' ? null : 'good',
          settings: null,
          instrumentId: null,
          alongside: null,
        };
      },
      grows: ['bench_readings', 1],
    },
    '/api/jobs/:id/bench/measure': {
      path: job('/bench/measure'),
      body: async () => {
        const { dossier, revision: at } = (await known.mira.get(`/api/jobs/${known.job}/dossier`)).json;
        const common = { revision: at, unit: 1, ambientC: 20, note: '' };
        const first = dossier.bench.findIndex((s: { method: string }) => s.method === 'reading');
        // What comes before it has been seen.
        for (const { id } of dossier.bench.slice(0, first)) {
          const seen = {
            ...common,
            stepId: id,
            value: null,
            found: 'good',
            settings: null,
            instrumentId: null,
            alongside: null,
          };
          await known.mira.post(`/api/jobs/${known.job}/bench/records`, seen, own());
        }
        const { port } = await startScpiServer({ identity: 'BENCH,DM,1,1', commands: [[/^MEAS:RES\?$/, () => 5000]] });
        const { instruments } = (await known.mira.get('/api/workshop')).json.workshop;
        const meter = { ...instruments[0], id: 'in_lan', host: '127.0.0.1', port };
        await known.mira.post('/api/workshop', { instruments: [instruments[0], meter] }, own());
        return { ...common, stepId: dossier.bench[first].id, instrumentId: 'in_lan', driverId: null, pair: 0 };
      },
      grows: ['bench_readings', 1],
    },
    '/api/jobs/:id/ship': {
      path: async () => {
        const { jobs } = (await known.mira.get('/api/jobs')).json;
        return `/api/jobs/${jobs.find((j: { jobName: string }) => j.jobName === 'Flower cart box').id}/ship`;
      },
      body: { revision: 1, note: 'as agreed' },
      grows: ['shipments', 1],
    },
    '/api/jobs/:id/field-notes': {
      path: async () => {
        const { jobs } = (await known.mira.get('/api/jobs')).json;
        const { id } = jobs.find((j: { jobName: string }) => j.jobName === 'Flower cart box');
        // Only of what has left the shop is anything heard.
        await known.server
          .db('shipments')
          .insert({
            job_id: id,
            number: 90,
            revision: 1,
            head: 'h',
            entries: 0,
            archive: Buffer.alloc(0),
            note: '',
            person_id: 'pe_designer',
          })
          .onConflict()
          .ignore();
        return `/api/jobs/${id}/field-notes`;
      },
      body: { unit: 1, kind: 'note', text: 'it hums', entityId: null },
      grows: ['field_notes', 1],
    },
    '/api/practice': {
      path: '/api/practice',
      body: { board: 'marketCart', jobId: null, level: 1 },
      grows: ['practice_runs', 1],
    },
    '/api/practice/:id/acts': {
      path: async () => `/api/practice/${await run()}/acts`,
      body: { do: 'connectBank' },
      grows: ['practice_acts', 1],
    },
    '/api/practice/:id/guesses': {
      path: async () => `/api/practice/${await run()}/guesses`,
      body: { kind: 'openWire', place: 'cn_1' },
      grows: ['practice_acts', 1],
    },
    '/api/practice/:id/give-up': { path: async () => `/api/practice/${await run()}/give-up`, body: { sure: true } },
    '/api/jobs/:id/files/:fileId/removed': {
      path: async () => {
        const { json } = await known.mira.upload(
          `/api/jobs/${known.job}/files`,
          'note.txt',
          Buffer.from('board by the door'),
        );
        return `/api/jobs/${known.job}/files/${json.id}/removed`;
      },
      body: { removed: true },
    },
    '/api/jobs/:id/hours': {
      path: job('/hours'),
      body: { kind: 'design', hours: 2, workedOn: '2026-11-20', note: '' },
      grows: ['work_hours', 1],
    },
    '/api/jobs/:id/quotes': {
      path: job('/quotes'),
      body: async () => ({ revision: await revision(), note: 'first' }),
      grows: ['quotes', 1],
    },
    '/api/jobs/:id/cables/:cableId/steps': {
      path: job('/cables/cb_3/steps'),
      body: async () => ({
        step: 'cut',
        done: true,
        revision: await revision(),
        pullsN: [],
        fromStockId: null,
        word: '',
        key: own(),
      }),
    },
    '/api/jobs/:id/cables/:cableId/again': {
      path: job('/cables/cb_3/again'),
      body: async () => ({
        reason: 'too short',
        scrap: 'bin',
        remnantMm: 0,
        count: 1,
        bin: '',
        revision: await revision(),
        key: own(),
      }),
    },
    '/api/jobs/:id/cutting': {
      path: job('/cutting'),
      body: async () => {
        const { jobs, stock } = (await known.mira.get(`/api/jobs/${known.job}/cutting`)).json;
        const mine = jobs.find((j: { jobId: string }) => j.jobId === known.job);
        const plan = planCuts(
          mine.pieces,
          rodsOf(stock, new Set([known.job])),
          articleFinder(defaultWorkshop),
          defaultWorkshop,
        );
        return { jobs: [{ jobId: mine.jobId, revision: mine.revision }], groups: choiceOf(plan), key: own() };
      },
      grows: ['cut_plans', 1],
    },
    '/api/jobs/:id/picking': {
      path: job('/picking'),
      body: async () => ({ way: 'take', articleId: null, revision: await revision(), key: own() }),
    },
    '/api/catalogue/parts': {
      path: '/api/catalogue/parts',
      body: async () => ({ parts: [ownPart()], note: '' }),
      grows: ['own_parts', 1],
    },
    '/api/catalogue/parts/:id/versions': {
      path: async () => `/api/catalogue/parts/${await keptPart()}/versions`,
      body: async () => ({ part: ownPart(), basedOn: 1, note: 'wider' }),
      grows: ['own_parts', 1],
    },
    '/api/catalogue/parts/:id/retired': {
      path: async () => `/api/catalogue/parts/${await keptPart()}/retired`,
      body: { retired: true },
      grows: ['own_parts_retired', 1],
    },
    '/api/designs': { path: '/api/designs', body: async () => await design(), grows: ['house_designs', 1] },
    '/api/designs/:id/versions': {
      path: async () => `/api/designs/${await keptDesign()}/versions`,
      body: async () => ({ ...(await design()), basedOn: 1 }),
      grows: ['house_designs', 1],
    },
    '/api/designs/:id/start': {
      path: async () => `/api/designs/${await keptDesign()}/start`,
      body: { version: 1, choices: [], jobName: 'From a design', customer: '', wantedOn: null },
      grows: ['jobs', 1],
    },
    '/api/jobs/:id/design': {
      path: async () => {
        const started = await known.mira.post(`/api/designs/${await keptDesign()}/start`, {
          version: 1,
          choices: [],
          jobName: 'Takes a version',
          customer: '',
          wantedOn: null,
        });
        return `/api/jobs/${started.json.job.id}/design`;
      },
      body: { version: 1 },
    },
    '/api/jobs/:id/archive': { path: job('/archive'), body: { archived: true } },
    '/api/stock/receive': {
      path: '/api/stock/receive',
      body: async () => ({
        articleId: 'pvc70-95/RD',
        quantity: 10_000,
        times: 2,
        bin: 'A1',
        cost: 60,
        boughtMm: null,
        widthMm: null,
        heightMm: null,
        note: '',
        key: own(),
      }),
      grows: ['stock', 2],
    },
    '/api/stock/levels': { path: '/api/stock/levels', body: { articleId: 'pvc70-95/RD', low: 5000 } },
    '/api/stock/:id/take': {
      path: async () => `/api/stock/${await pile('mm')}/take`,
      body: async () => ({ quantity: 10, jobId: null, note: '', key: own() }),
      grows: ['stock_moves', 1],
    },
    '/api/stock/:id/scrap': {
      path: async () => `/api/stock/${await pile('mm')}/scrap`,
      body: async () => ({ quantity: 3, note: 'kinked', key: own() }),
      grows: ['stock_moves', 1],
    },
    '/api/stock/:id/reserve': {
      path: async () => `/api/stock/${await pile('pcs')}/reserve`,
      body: async () => ({ quantity: 2, jobId: known.job, key: own() }),
      grows: ['stock_moves', 1],
    },
    '/api/stock/:id/release': {
      path: async () => {
        const id = await pile('pcs');
        await known.mira.post(`/api/stock/${id}/reserve`, { quantity: 1, jobId: known.job, key: own() });
        return `/api/stock/${id}/release`;
      },
      body: async () => ({ jobId: known.job, key: own() }),
      grows: ['stock_moves', 1],
    },
    '/api/stock/:id/count': {
      path: async () => `/api/stock/${await pile('pcs')}/count`,
      body: async () => ({ counted: 400, note: '', key: own() }),
      grows: ['stock_moves', 1],
    },
    '/api/stock/:id/move': {
      path: async () => `/api/stock/${await pile('pcs')}/move`,
      body: async () => ({ bin: 'B7', key: own() }),
      grows: ['stock_moves', 1],
    },
    '/api/stock/correct': {
      path: '/api/stock/correct',
      body: async () => {
        const id = await pile('pcs');
        await known.mira.post(`/api/stock/${id}/take`, { quantity: 1, jobId: null, note: '', key: own() });
        return { moveId: await move(id), note: 'not mine', key: own() };
      },
      grows: ['stock_moves', 1],
    },
    '/api/buying/offers': {
      path: '/api/buying/offers',
      body: { articleId: 'pvc70-95/RD', supplier: 'Ferry Wire', packQuantity: 25_000, packPrice: 90, leadDays: 3 },
      grows: ['offers', 1],
    },
    '/api/buying/offers/import': {
      path: '/api/buying/offers/import',
      body: { csv: 'article,supplier,pack,price,lead_days\npvc70-95/RD,Third Hand,25000,88,4\n' },
    },
    '/api/buying/offers/:id/remove': {
      path: async () => `/api/buying/offers/${(await known.server.db('offers').first('id')).id}/remove`,
      body: {},
      grows: ['offers', -1],
    },
    '/api/buying/purchases': {
      path: '/api/buying/purchases',
      body: {
        supplier: 'Bell & Rope',
        note: '',
        expectedOn: null,
        lines: [{ articleId: 'pvc70-95/RD', packs: 1, packQuantity: 10_000, packPrice: 40 }],
      },
      grows: ['purchases', 1],
    },
    '/api/buying/purchases/:id/lines/:line{[0-9]+}/receive': {
      path: async () => `/api/buying/purchases/${await purchase()}/lines/1/receive`,
      body: async () => ({ quantity: 10_000, bin: 'A2', note: '', key: own() }),
      grows: ['stock', 1],
    },
    '/api/buying/purchases/:id/lines/:line{[0-9]+}/give-up': {
      path: async () => `/api/buying/purchases/${await purchase()}/lines/1/give-up`,
      body: {},
    },
    '/api/schedule/calendar': {
      path: '/api/schedule/calendar',
      body: async () => ({ calendar: (await known.mira.get('/api/schedule')).json.sheet.calendar }),
    },
    '/api/schedule/feed': { path: '/api/schedule/feed', body: {} },
    '/api/schedule/wishes': {
      path: '/api/schedule/wishes',
      body: () => Promise.resolve({ jobId: known.job, turn: 'first', operations: [] }),
      grows: ['job_wishes', 1],
    },
    '/api/workshop': {
      path: '/api/workshop',
      body: { hourRate: 61 },
    },
    '/api/people/:id/roles': { path: '/api/people/pe_viewer/roles', body: { roles: ['viewer', 'assembler'] } },
    '/api/people/invitations/:id/withdrawn': {
      path: async () => {
        const { invitation } = (await known.mira.post('/api/people/invitations', { name: 'A', roles: ['viewer'] }))
          .json;
        return `/api/people/invitations/${invitation.id}/withdrawn`;
      },
      body: {},
    },
    '/api/own/units': { path: '/api/own/units', body: { ...SI, length: 'in' } },
    '/api/jobs/practice': { path: '/api/jobs/practice', body: {}, grows: ['jobs', 1] },
    '/api/workshop/first-run': { path: '/api/workshop/first-run', body: { step: 'rules', settled: true } },
    '/api/hooks/:id/try': { path: async () => `/api/hooks/${await hook()}/try`, body: {}, grows: ['hook_sends', 1] },
    '/api/hooks/:id/removed': { path: async () => `/api/hooks/${await hook()}/removed`, body: {} },
    '/api/own/pin': { path: '/api/own/pin', body: { password: 'bench-demo', pin: '4071' } },
  };
  return { PRESSES, own, pile };
}

export const valueNow = async <T>(of: T | (() => Promise<T>)): Promise<T> =>
  typeof of === 'function' ? await (of as () => Promise<T>)() : of;
