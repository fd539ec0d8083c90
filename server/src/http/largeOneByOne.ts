import type { HonoRequest, MiddlewareHandler } from 'hono';
import type { AppEnv } from './session.ts';

/** What is larger is read and unpacked several times over before it is kept. */
const LARGE = 1024 * 1024;

/** At most so long is left to the others after a large one, ms. */
const LONGEST_BREATH_MS = 1000;

/** Whether a body is large, or does not say how long it is. */
const isLarge = (req: HonoRequest): boolean =>
  Number(req.header('content-length') ?? (req.header('transfer-encoding') ? Number.POSITIVE_INFINITY : 0)) > LARGE;

/**
 * Large bodies of one session are taken one after the other: ten pictures at once from one desk shall not take the memory
 * that all the others need. After each the others have the server to themselves for as long as it took, so that who sends
 * without end has half of it at most. Who sends slowly holds up nobody but themselves.
 */
export function largeOneByOne(): MiddlewareHandler<AppEnv> {
  const lanes = new Map<string, Promise<void>>();
  return async (c, next) => {
    if (!isLarge(c.req)) return next();
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
    const began = performance.now();
    try {
      await next();
    } finally {
      setTimeout(
        () => {
          done();
          if (lanes.get(id) === own) lanes.delete(id);
        },
        Math.min(performance.now() - began, LONGEST_BREATH_MS),
      ).unref();
    }
  };
}
