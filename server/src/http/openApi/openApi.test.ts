import { writeFileSync } from 'node:fs';
import { Ajv } from 'ajv';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { RIGHTS, type Route } from '../../people/rights.ts';
import { pressesOf, valueNow } from '../../testing/presses.ts';
import { type Client, testServer } from '../../testing/testServer.ts';
import answers from './answers.json' with { type: 'json' };
import { openApiOf } from './openApi.ts';
import { SAYS } from './says.ts';
import { shapeOf } from './shapes.ts';

type Json = Record<string, any>;
let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let job: string;
/** What each route answered when it was asked. */
const heard = new Map<string, unknown[]>();
const statuses = new Map<string, number>();
const hear = (route: string, json: unknown, status = 200) => {
  heard.set(route, [...(heard.get(route) ?? []), json]);
  statuses.set(route, status);
};

/** Asked for with what the demo has; those that stay open, give files, or need a thing first are left out. */
const LOOKS: Readonly<Record<string, () => string | Promise<string>>> = {
  '/api/jobs/:id/revisions/:revision': () => `/api/jobs/${job}/revisions/1`,
  '/api/jobs/:id/edits/known': () => `/api/jobs/${job}/edits/known?keys=a`,
  '/api/stock/:id/moves': async () => `/api/stock/${(await mira.get('/api/stock')).json.stock[0].id}/moves`,
  '/api/scan': () => '/api/scan?code=403%2FW1',
  '/api/practice/:id': async () => `/api/practice/${(await mira.get('/api/practice')).json.runs[0].id}`,
  '/api/catalogue/parts/:id': async () =>
    `/api/catalogue/parts/${(await mira.get('/api/catalogue/parts')).json.parts[0].id}`,
};
const NO_JSON = /record\.zip|out\/:name|papers\/:name|files\/:fileId|\/live$|field-logs\/:logId|size-up/;

beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  job = (await mira.get('/api/jobs')).json.jobs.find((j: Json) => j.number === 403).id;
  const { PRESSES } = pressesOf({ server, mira, job });
  for (const [pattern, press] of Object.entries(PRESSES)) {
    const { status, json } = await mira.post(await valueNow(press.path), await valueNow(press.body));
    expect([pattern, status < 300, json?.problems]).toEqual([pattern, true, undefined]);
    hear(`POST ${pattern}`, json, status);
  }
  const jobs = (await mira.get('/api/jobs')).json.jobs.slice(0, 4).map((j: Json) => j.id);
  for (const route of Object.keys(RIGHTS).filter((r) => r.startsWith('GET ') && !NO_JSON.test(r))) {
    const path = route.slice(4);
    const asked = LOOKS[path] ? [await LOOKS[path]()] : jobs.map((id: string) => path.replace(':id', id));
    for (const at of new Set<string>(asked)) {
      const { status, json, response } = await mira.get(at);
      if (status === 200 && response.headers.get('content-type')?.includes('json')) hear(route, json);
    }
  }
  if (process.env.OMBRIK_WRITE_ANSWERS) {
    // A line for each route: what changed in one is seen as such.
    const lines = [...heard.keys()].toSorted().map((route) => {
      const answer = { status: statuses.get(route), shape: shapeOf(heard.get(route)!) };
      return `${JSON.stringify(route)}: ${JSON.stringify(answer)}`;
    });
    writeFileSync(new URL('answers.json', import.meta.url), `{\n${lines.join(',\n')}\n}\n`);
  }
});
afterAll(() => server.close());

const described = () => openApiOf(server.app.routes) as Json;
const operations = () =>
  Object.entries(described().paths as Record<string, Json>).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method, operation })),
  );

describe('the interface as it is described', () => {
  it('tells every route behind the door, each once and by a name of its own', () => {
    expect(Object.keys(SAYS).sort()).toEqual(Object.keys(RIGHTS).sort());
    expect(operations()).toHaveLength(Object.keys(RIGHTS).length);
    const names = operations().map((o) => o.operation.operationId);
    expect(new Set(names).size).toBe(names.length);
  });
  it('is what the server gives to whoever is in, and to no one else', async () => {
    expect((await server.nobody.get('/api/openapi.json')).status).toBe(401);
    const told = (await mira.get('/api/openapi.json')).json;
    expect(told.openapi).toBe('3.1.0');
    expect(Object.keys(told.paths)).toEqual(Object.keys(described().paths));
  });
  it('every press with a body says by what it is checked, and that schema takes what hands send', async () => {
    const ajv = new Ajv({ strict: false });
    const { PRESSES } = pressesOf({ server, mira, job });
    const wrong: string[] = [];
    for (const [pattern, press] of Object.entries(PRESSES)) {
      const at = pattern.replace(/:(\w+)(?:\{[^}]*\})?/g, '{$1}');
      const schema = described().paths[at].post.requestBody?.content['application/json']?.schema;
      const body = (await valueNow(press.body)) as object;
      if (!schema) {
        if (Object.keys(body).length > 0) wrong.push(`${pattern}: no schema`);
        continue;
      }
      const check = ajv.compile(schema);
      if (!check(body)) wrong.push(`${pattern}: ${ajv.errorsText(check.errors)}`);
      if (check({ ...body, nobodysField: 1 })) wrong.push(`${pattern}: takes what nobody knows`);
    }
    expect(wrong).toEqual([]);
  });
  it('every answer is of the shape that is told', () => {
    const ajv = new Ajv({ strict: false });
    const wrong: string[] = [];
    for (const [route, samples] of heard) {
      const answer = (answers as Record<string, Json>)[route];
      if (!answer || answer.status !== statuses.get(route)) {
        wrong.push(`${route}: not told`);
        continue;
      }
      const shape: Json = answer.shape;
      const check = ajv.compile(shape);
      for (const sample of samples) if (!check(sample)) wrong.push(`${route}: ${ajv.errorsText(check.errors)}`);
      // And nothing more than is told, where it is told piece by piece.
      const told = Object.keys((shape.properties ?? {}) as object);
      if (told.length > 0)
        for (const sample of samples as Json[])
          for (const name of Object.keys(sample)) if (!told.includes(name)) wrong.push(`${route}: ${name} is not told`);
    }
    expect(wrong).toEqual([]);
    const looks = (Object.keys(RIGHTS) as Route[]).filter((r) => r.startsWith('GET ') && !NO_JSON.test(r));
    expect(looks.filter((r) => !heard.has(r))).toEqual([]);
  });
});
