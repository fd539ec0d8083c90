import { boardJsonSchema, jsonSchemaOf } from '@ombrik/core/document/jsonSchema';
import { VERSIONS } from '@ombrik/core/versions';
import { RIGHTS, type Route, rolesInWords } from '../../people/rights.ts';
import { SCOPES, scopeOf } from '../../people/scopes.ts';
import { schemaOf } from '../body.ts';
import answers from './answers.json' with { type: 'json' };
import { QUERIES, SAYS } from './says.ts';

type Json = Record<string, unknown>;
interface Routed {
  method: string;
  path: string;
  handler: object;
}

/** `/api/jobs/:id/:way{undo|redo}` as OpenAPI writes it, with what each part may be. */
function addressOf(path: string): { path: string; parts: Json[] } {
  const parts: Json[] = [];
  const said = path.replace(/:(\w+)(?:\{([^}]*)\})?/g, (_, name: string, pattern?: string) => {
    const schema: Json = { type: 'string' };
    if (pattern) schema.pattern = `^(?:${pattern})$`;
    parts.push({ name, in: 'path', required: true, schema });
    return `{${name}}`;
  });
  return { path: said, parts };
}

const PRESS_KEY: Json = {
  ...{ name: 'Idempotency-Key', in: 'header', required: true },
  description: 'made once for each press: sent again with the same, it is done once and answered the same',
  schema: { type: 'string', minLength: 8, maxLength: 80 },
};
const PROBLEMS: Json = {
  description: 'Refused: what is wrong and what would be accepted. Nothing was changed.',
  content: { 'application/json': { schema: { $ref: '#/components/schemas/Problems' } } },
};
/** Bodies that are checked by more than a schema. */
const BODIES: Readonly<Partial<Record<Route, () => Json>>> = { 'POST /api/jobs/import': boardJsonSchema };
const FORMS = /\/(files|field-logs)$/;

function operation(route: Route, path: string, handlers: readonly object[]): Json {
  const press = route.startsWith('POST');
  const { parts } = addressOf(path);
  const query = Object.entries(QUERIES[route] ?? {}).map(([name, description]) => ({
    ...{ name, in: 'query', required: false, description, schema: { type: 'string' } },
  }));
  const checked = handlers.map(schemaOf).find((s) => s !== null);
  const schema = BODIES[route]?.() ?? (checked && jsonSchemaOf(checked));
  const scope = scopeOf(route);
  const answer = (answers as Record<string, { status: number; shape: Json }>)[route];
  return {
    summary: SAYS[route],
    description: `For ${rolesInWords(RIGHTS[route]!)}.${scope ? ` Keys need the scope "${scope}".` : ' No key opens it.'}`,
    operationId: route.replace(/\{[^}]*\}/g, '').replace(/[^A-Za-z]+(\w)/g, (_, c: string) => c.toUpperCase()),
    tags: [path.split('/')[2]],
    security: scope ? [{ key: [scope] }, { session: [] }] : [{ session: [] }],
    parameters: [...parts, ...query, ...(press ? [PRESS_KEY] : [])],
    ...(press && schema
      ? { requestBody: { required: true, content: { 'application/json': { schema } } } }
      : press && FORMS.test(path)
        ? {
            requestBody: {
              required: true,
              content: {
                'multipart/form-data': {
                  schema: {
                    type: 'object',
                    properties: { file: { type: 'string', format: 'binary' } },
                    required: ['file'],
                  },
                },
              },
            },
          }
        : {}),
    responses: {
      [answer?.status ?? 200]: {
        description: answer ? 'Done, or there it is' : 'The file, or the stream',
        content: answer ? { 'application/json': { schema: answer.shape } } : { '*/*': {} },
      },
      '4XX': PROBLEMS,
    },
  };
}

/**
 * The HTTP interface as OpenAPI 3.1, from the application's own table of routes: its bodies are the schemas they are
 * checked by, its rights and scopes the tables that are asked.
 */
export function openApiOf(routes: readonly Routed[]): Json {
  const paths: Record<string, Json> = {};
  for (const route of Object.keys(RIGHTS) as Route[]) {
    const [method, path] = route.split(' ') as [string, string];
    const handlers = routes.filter((r) => r.method === method && r.path === path).map((r) => r.handler);
    const at = addressOf(path).path;
    paths[at] = { ...paths[at], [method.toLowerCase()]: operation(route, path, handlers) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Ombrik',
      version: VERSIONS.core,
      description:
        'Everything the pages do, they do through this. A program comes with a key (yourself, Keys for programs): Authorization: Bearer omk_…. Every POST is one press and carries an Idempotency-Key.',
    },
    servers: [{ url: '/' }],
    paths,
    components: {
      securitySchemes: {
        key: {
          ...{ type: 'http', scheme: 'bearer' },
          description: Object.entries(SCOPES)
            .map(([name, says]) => `${name}: ${says}`)
            .join('; '),
        },
        session: { type: 'apiKey', in: 'cookie', name: 'ombrik_session' },
      },
      schemas: {
        Problems: {
          type: 'object',
          required: ['problems'],
          properties: { problems: { type: 'array', items: { type: 'string' } } },
        },
      },
    },
  };
}
