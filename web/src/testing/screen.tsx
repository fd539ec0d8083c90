import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { type Explanation, explain, traceAll } from '@ombrik/core/explain';
import { findingEntries } from '@ombrik/core/findings/entries';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import type { ChoiceResult } from '@ombrik/core/stages/sizing/choiceResult';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { configure, render } from '@testing-library/react';
import { type ReactNode, useState } from 'react';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import { vi } from 'vitest';
import type { Route as Press } from '../app/useMe.ts';
import type { Derives } from '../session/deriver.ts';
import { EditQueue } from '../session/editQueue.ts';
import { createJobStore } from '../session/jobStore.ts';
import { JobContext } from '../session/useJob.ts';
import { WhyContext } from '../ui/whyContext.ts';

// A machine that runs other tests beside is slow, not wrong.
configure({ asyncUtilTimeout: 60_000 });

const settled = () => new Promise((go) => setTimeout(go, 0));

/** A deriver that works on the spot. */
export function onTheSpot(): Derives {
  return {
    derive: async (b, workshop) => ({
      dossier: derive(b, genericCatalogue, profileOf(b, workshop), workshop),
      dossierFingerprint: 'x',
    }),
    about: async (kind) => findingEntries().find((e) => e.id === kind) ?? null,
    explain: async (b, workshop, dossier, address): Promise<Explanation | null> => {
      const choices = new Map<string, ChoiceResult<unknown>>(
        dossier.sizing.cables.map((c) => [`cable/${c.cableId}/conductorMm2`, c.conductor]),
      );
      return explain(traceAll(b, genericCatalogue, profileOf(b, workshop), workshop), address, choices);
    },
    close: () => {},
  };
}

/** A deriver that takes its time, as a large board on a slow machine does. */
export function atLeisure(ms: number): Derives {
  const spot = onTheSpot();
  return {
    ...spot,
    derive: async (board, workshop) => {
      await new Promise((go) => setTimeout(go, ms));
      return spot.derive(board, workshop);
    },
  };
}

/** A job whose server says yes to everything. */
export async function openJob(
  board: Board = marketCartBoard(),
  deriver: Derives = onTheSpot(),
  looksOnly: string | null = null,
) {
  let revision = 1;
  const sent: string[] = [];
  let key = 0;
  const queue = new EditQueue(
    { revision, board, undo: null, redo: null },
    {
      line: {
        send: async (edit) => {
          sent.push(edit.label);
          return { revision: ++revision };
        },
        step: async () => ({ revision, board }),
        load: async () => ({ revision, board, undo: null, redo: null }),
        known: async () => [],
      },
      outbox: { left: async () => [], keep: async () => {}, drop: async () => {} },
      newKey: () => `k${key++}`,
      looksOnly,
    },
  );
  const meta = { number: 401, wantedOn: null, workshop: defaultWorkshop };
  const own = createJobStore({ jobId: 'jb', meta, queue, deriver, past: () => ({}) });
  while (!own.derived()) await settled();
  return { ...own, sent, now: () => own.store.getState() };
}
export type OpenJob = Awaited<ReturnType<typeof openJob>>;

/** What only a designer does, of what tests press. */
const DRAWN = [
  'POST /api/jobs/:id/edits',
  'POST /api/schedule/wishes',
  'POST /api/catalogue/parts',
  'POST /api/designs',
] as const satisfies readonly Press[];
const signedIn = (name: string, ...roles: string[]) => ({
  person: { id: 'pe', name, email: name[0]!.toLowerCase(), roles },
  via: 'password',
  demoPeople: [],
  mayNot: roles.includes('designer') ? {} : Object.fromEntries(DRAWN.map((r) => [r, 'only a designer does this'])),
});
/** What `/api/me` answers to a designer, and to one at the bench. */
export const MIRA = signedIn('Mira Holt', 'owner', 'designer', 'buyer', 'assembler', 'tester', 'trainer');
export const JONAS = signedIn('Jonas Wick', 'assembler');

/** What was asked of the server, in order. */
export interface Asked {
  method: string;
  path: string;
  body: unknown;
  key: string | null;
}
type Answer = unknown | ((asked: Asked) => unknown);

/** What every page asks and few tests are about: a workshop that is set up. Not in the list of what was asked. */
const ALWAYS: Readonly<Record<string, Answer>> = {
  '/api/workshop/first-run': { settled: ['place', 'rules', 'people', 'tools', 'stock', 'order'], there: [] },
};

/**
 * A server that answers by address, the longest that the address begins with; what is not named is 404. An answer with
 * `status` and `problems` is a refusal.
 */
export function serverThat(answers: Readonly<Record<string, Answer>>): Asked[] {
  const asked: Asked[] = [];
  vi.stubGlobal('fetch', async (input: string | URL | Request, init: RequestInit = {}) => {
    const url = input instanceof Request ? input.url : String(input);
    const path = url.replace(/^https?:\/\/[^/]+/, '');
    const one: Asked = {
      method: init.method ?? 'GET',
      path,
      body: typeof init.body === 'string' ? JSON.parse(init.body) : (init.body ?? null),
      key: new Headers(init.headers).get('Idempotency-Key'),
    };
    const always = Object.keys(ALWAYS).find((a) => path === a && !Object.hasOwn(answers, a));
    if (always)
      return new Response(JSON.stringify(ALWAYS[always]), { headers: { 'Content-Type': 'application/json' } });
    asked.push(one);
    const name = Object.keys(answers)
      .filter((a) => path.startsWith(a))
      .sort((a, b) => b.length - a.length)[0];
    const found = name === undefined ? { status: 404, problems: [`nothing at ${path}`] } : answers[name];
    const said = await (typeof found === 'function' ? (found as (a: Asked) => unknown)(one) : found);
    const { status = 200 } = (said ?? {}) as { status?: number };
    const body = status === 200 ? said : { problems: (said as { problems: string[] }).problems };
    return new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });
  });
  return asked;
}

/** A client of the server that asks once. */
const onceOnly = () => new QueryClient({ defaultOptions: { queries: { retry: false }, mutations: { retry: false } } });

/** Draws something as a station would: with a job if there is one, an address, and a place that says which why was asked. */
export function show(
  what: ReactNode,
  { job, at = '/jobs/jb/board', client = onceOnly() }: { job?: OpenJob; at?: string; client?: QueryClient } = {},
) {
  const Address = () => <p data-testid="address">{useLocation().pathname + useLocation().search}</p>;
  const Asking = ({ children }: { children: ReactNode }) => {
    const [address, ask] = useState<string | null>(null);
    return (
      <WhyContext value={{ address, ask }}>
        <p data-testid="why">{address ?? ''}</p>
        {children}
      </WhyContext>
    );
  };
  const inside = <Asking>{what}</Asking>;
  return render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[at]}>
        <Address />
        <Routes>
          {['/jobs/:jobId/:station/:sheet', '/jobs/:jobId/:station', '*'].map((path) => (
            <Route
              key={path}
              path={path}
              element={job ? <JobContext value={job.store}>{inside}</JobContext> : inside}
            />
          ))}
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  );
}
