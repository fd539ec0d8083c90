import { promisify } from 'node:util';
import { constants, gzip } from 'node:zlib';
import type { MiddlewareHandler } from 'hono';
import { accepts } from 'hono/accepts';
import { JSON_TYPE } from './door.ts';

const zipped = promisify(gzip);
/** Shorter ones fit into one packet as they are. */
const SHORTEST = 1200;

export const isJson = (contentType: string | null): boolean => JSON_TYPE.test(contentType ?? '');

/**
 * Makes answers small where who asks can read that. JSON is there as a whole, so it goes through in one piece: a stream for
 * each answer, as the framework has it, costs many times the compression itself. Fast rather than smallest, for the shop's
 * own network is near.
 */
export const zippedJson: MiddlewareHandler = async (c, next) => {
  await next();
  const { status, headers } = c.res;
  if (!isJson(headers.get('Content-Type')) || headers.has('Content-Encoding') || c.req.method === 'HEAD') return;
  c.header('Vary', 'Accept-Encoding', { append: true });
  if (accepts(c, { header: 'Accept-Encoding', supports: ['gzip', 'identity'], default: 'identity' }) !== 'gzip') return;
  const bytes = new Uint8Array(await c.res.arrayBuffer());
  const small = bytes.length >= SHORTEST;
  if (small) headers.set('Content-Encoding', 'gzip');
  headers.delete('Content-Length');
  c.res = new Response(small ? await zipped(bytes, { level: constants.Z_BEST_SPEED }) : bytes, { status, headers });
};
