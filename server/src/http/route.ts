import type { Context } from 'hono';
import { matchedRoutes } from 'hono/route';

export interface Route {
  method: string;
  path: string;
}

/** The route of the application that will answer; undefined where none does. Asked once, by the door: see `withRight`. */
export function routeOf(c: Context): Route | undefined {
  const method = c.req.method === 'HEAD' ? 'GET' : c.req.method;
  return (
    matchedRoutes(c)
      // The pages of the application match every address as well.
      .filter((r) => r.method === method && r.path.startsWith('/api/'))
      // Where two fit, as a name and any id, the one that was put up first answers.
      .at(0)
  );
}

const wordIn = (segment: string): string => {
  try {
    return decodeURIComponent(segment);
  } catch {
    return segment;
  }
};

/**
 * The named parts of an address by the pattern of its route, each with the pattern up to it. What passes for all routes is
 * not told them by the framework, which gives each handler its own.
 */
export function partsOf(c: Context, path: string): { name: string; upTo: string; value: string }[] {
  const asked = c.req.path.split('/');
  const segments = path.split('/');
  return segments.flatMap((segment, n) => {
    const name = /^:(\w+)/.exec(segment)?.[1];
    return name ? [{ name, upTo: segments.slice(0, n + 1).join('/'), value: wordIn(asked[n] ?? '') }] : [];
  });
}
