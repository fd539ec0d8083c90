import type { MiddlewareHandler } from 'hono';
import type { AppEnv } from './session.ts';

/** What is larger is read and unpacked several times over before it is kept. */
const LARGE = 1024 * 1024;

/**
 * Large bodies of one session are taken one after the other: ten pictures at once from one desk shall not take the memory
 * that all the others need. Who sends slowly holds up nobody but themselves.
 */
export function largeOneByOne(): MiddlewareHandler<AppEnv> {
  const lanes = new Map<string, Promise<void>>();
  return async (c, next) => {
    if (Number(c.req.header('content-length') ?? 0) <= LARGE) return next();
    const { id } = c.get('session');
    const before = lanes.get(id) ?? Promise.resolve();
    let done = () => {};
    const own = before.then(
      () =>
        new Promise<void>((go) => {
          done = go;
        }),
    );
    lanes.set(id, own);
    await before;
    try {
      await next();
    } finally {
      done();
      if (lanes.get(id) === own) lanes.delete(id);
    }
  };
}
