// @vitest-environment happy-dom
import { QueryClient } from '@tanstack/react-query';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { early } from './early.ts';

afterEach(() => vi.unstubAllGlobals());
const json = (value: unknown, status = 200) => new Response(JSON.stringify(value), { status });

/** A server of which it is written down what it is asked. */
function server(answers: Record<string, () => Response | Promise<Response>>) {
  const asked: string[] = [];
  vi.stubGlobal('fetch', async (url: string | URL) => {
    const path = new URL(String(url), 'http://127.0.0.1').pathname;
    asked.push(path);
    return (answers[path] ?? (() => json({ problems: ['nothing here'] }, 404)))();
  });
  return asked;
}
const MIRA = { person: { id: 'pe_1', name: 'Mira', roles: ['designer'] } };
const client = () => new QueryClient({ defaultOptions: { queries: { retry: false } } });

describe('what is asked before anything is drawn', () => {
  it('on the wall: who is here, and then the jobs, so that the wall is drawn whole at once', async () => {
    const asked = server({ '/api/me': () => json(MIRA), '/api/jobs': () => json({ jobs: [], count: 0 }) });
    const own = client();
    await early(own, '/');
    expect(asked).toEqual(['/api/me', '/api/jobs']);
    expect(own.getQueryData(['me'])).toEqual(MIRA);
    expect(own.getQueryData(['jobs', false, ''])).toEqual({ jobs: [], count: 0 });
  });
  it('nobody is asked for jobs who is not in, and no other page asks for the wall’s', async () => {
    const out = server({ '/api/me': () => json({ person: null }) });
    await early(client(), '/');
    expect(out).toEqual(['/api/me']);
    const elsewhere = server({ '/api/me': () => json(MIRA) });
    await early(client(), '/stock');
    expect(elsewhere).toEqual(['/api/me']);
  });
  it('a server that is away or slow keeps no page from being drawn', async () => {
    server({ '/api/me': () => json({ problems: ['later'] }, 503) });
    await expect(early(client(), '/')).resolves.toBeUndefined();
    server({ '/api/me': () => new Promise<Response>(() => {}) });
    await expect(early(client(), '/')).resolves.toBeUndefined();
  });
});
