import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import { VERSIONS } from '@ombrik/core/versions';
import { Hono } from 'hono';
import { COMPRESSIBLE_CONTENT_TYPE_REGEX, compress } from 'hono/compress';
import { HTTPException } from 'hono/http-exception';
import { requestId } from 'hono/request-id';
import { secureHeaders } from 'hono/secure-headers';
import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { auditRoutes } from './audit/auditRoutes.ts';
import { benchRoutes } from './bench/benchRoutes.ts';
import { boardRoutes } from './boards/boardRoutes.ts';
import { buildRoutes } from './build/buildRoutes.ts';
import { buyingRoutes } from './buying/buyingRoutes.ts';
import { cableRoutes } from './cables/cableRoutes.ts';
import { catalogueRoutes } from './catalogue/catalogueRoutes.ts';
import { NO_REPLICA, type Replica } from './database/replica.ts';
import { designRoutes } from './designs/designRoutes.ts';
import { jobDesignRoutes } from './designs/jobDesignRoutes.ts';
import { hookRoutes } from './hooks/hookRoutes.ts';
import { auditReads } from './http/auditPress.ts';
import { refusalOfDatabase } from './http/databaseRefusal.ts';
import { type Door, ownDoorOnly, PLAIN_DOOR } from './http/door.ts';
import { largeOneByOne } from './http/largeOneByOne.ts';
import { limitedBody } from './http/limitedBody.ts';
import { longestWaitMs } from './http/loopWatch.ts';
import { notTooDeep } from './http/notTooDeep.ts';
import { onePress } from './http/onePress.ts';
import { openApiOf } from './http/openApi/openApi.ts';
import { ownIds } from './http/ownIds.ts';
import { type AppEnv, signedIn, withRight } from './http/session.ts';
import { isJson, zippedJson } from './http/zippedJson.ts';
import { jobRoutes } from './jobs/jobRoutes.ts';
import { orderRoutes } from './jobs/orderRoutes.ts';
import { lessonsRoutes } from './lessons/lessonsRoutes.ts';
import type { Changes } from './live/changes.ts';
import { liveRoutes } from './live/liveRoutes.ts';
import { jobPaperRoutes, paperRoutes } from './papers/paperRoutes.ts';
import { doorstepOf } from './people/doorstep.ts';
import { Guessing } from './people/guessing.ts';
import { ownRoutes } from './people/ownRoutes.ts';
import { peopleRoutes } from './people/peopleRoutes.ts';
import { signInRoutes } from './people/signInRoutes.ts';
import { practiceRoutes } from './practice/practiceRoutes.ts';
import type { PracticeBench } from './practice/underProbes.ts';
import { Refusal } from './refusal.ts';
import { feedRoutes } from './schedule/feedRoutes.ts';
import { scheduleRoutes } from './schedule/scheduleRoutes.ts';
import { shipRoutes } from './ship/shipRoutes.ts';
import { scanRoutes } from './store/scanRoutes.ts';
import { stockRoutes } from './store/stockRoutes.ts';
import { workshopRoutes } from './workshop/workshopRoutes.ts';

export interface AppParts {
  db: Knex;
  /** Connections of its own: see `openGround`. */
  ground: Knex;
  log: Logger;
  changes: Changes;
  /** A copy that walls and papers are read from; none where nobody says. */
  replica?: Replica;
  bench: PracticeBench;
  /** How it is reached; by number and its own names where nobody says. */
  door?: Door;
  /** Folder of the built web application; null serves the API alone. */
  webFolder: string | null;
}

/** What a page of ours may load and run: its own files; code that is compiled, for drawing PDFs; no script inside a page. */
const PAGE_POLICY = [
  "default-src 'self'",
  "script-src 'self' 'wasm-unsafe-eval'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "font-src 'self' data:",
  "worker-src 'self' blob:",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'self'",
].join('; ');

/** What is busy or being started again is there in a moment. */
const AGAIN_S = '2';

/** The mark of the page that is served; null where it was built without one. */
function servedBuild(webFolder: string): string | null {
  try {
    return (JSON.parse(readFileSync(join(webFolder, 'build.json'), 'utf8')) as { build: string }).build;
  } catch {
    return null;
  }
}

/** The whole application: API under /api, the built web application for everything else. */
export function createApp({
  db,
  ground,
  log,
  changes,
  bench,
  webFolder,
  door: reached = PLAIN_DOOR,
  replica = NO_REPLICA,
}: AppParts) {
  const app = new Hono<AppEnv>();
  const guessing = new Guessing(ground);
  const doorstep = doorstepOf(ground, db);
  app.use(secureHeaders({ xFrameOptions: 'SAMEORIGIN' }));
  app.use(async (c, next) => {
    await next();
    // What somebody attached says for itself that it may do nothing at all.
    if (!c.res.headers.has('Content-Security-Policy')) c.res.headers.set('Content-Security-Policy', PAGE_POLICY);
  });
  app.use(async (c, next) => {
    c.set('doorstep', doorstep);
    c.set('guessing', guessing);
    c.set('door', reached);
    c.set('replica', replica);
    await next();
  });
  app.use(requestId());
  app.use(async (c, next) => {
    const began = performance.now();
    await next();
    const ms = Math.round(performance.now() - began);
    log.info({ id: c.get('requestId'), method: c.req.method, path: c.req.path, status: c.res.status, ms }, 'request');
  });
  app.use(compress({ contentTypeFilter: (type) => COMPRESSIBLE_CONTENT_TYPE_REGEX.test(type) && !isJson(type) }));
  app.use(zippedJson);
  // What the server says is of now and of the one who asked; a route that knows better says so itself.
  const served = webFolder && servedBuild(webFolder);
  app.use('/api/*', async (c, next) => {
    await next();
    // By it a page that was built before learns that there is another.
    if (served) c.res.headers.set('Ombrik-Build', served);
    if (!c.res.headers.has('Cache-Control')) c.res.headers.set('Cache-Control', 'no-store');
  });
  app.use('*', ownDoorOnly(reached));
  app.use('/api/*', limitedBody);
  app.onError((error, c) => {
    // What the framework itself refuses, such as a body that is no JSON.
    if (error instanceof HTTPException) return error.res ?? c.json({ problems: [error.message] }, error.status);
    const known = error instanceof Refusal ? null : refusalOfDatabase(error);
    if (known) log.warn({ err: error, path: c.req.path }, known.says);
    const refusal = error instanceof Refusal ? error : known && new Refusal(known.status, [known.says]);
    if (refusal) {
      if (refusal.status === 503) c.header('Retry-After', AGAIN_S);
      return c.json({ problems: refusal.problems }, refusal.status);
    }
    const id = c.get('requestId');
    log.error({ err: error, path: c.req.path, id }, 'request failed');
    return c.json({ problems: [`something went wrong in the server; nothing was changed (request ${id})`] }, 500);
  });
  // For whoever watches over it: it answers only while the database does.
  app.get('/api/health', async (c) => {
    await db.raw('SELECT 1');
    return c.json({ ok: true, core: VERSIONS.core, longestWaitMs: longestWaitMs() });
  });
  const door = app.route('/api', signInRoutes).route('/api/calendar', feedRoutes);
  // One door for everything else: who comes in, and that each press does what it does once.
  door.use('/api/*', signedIn, withRight, auditReads(log), largeOneByOne(), notTooDeep, onePress, ownIds);
  const routes = door
    .route('/api/jobs', jobRoutes)
    .route('/api/jobs', boardRoutes)
    .route('/api/jobs', orderRoutes)
    .route('/api/jobs', cableRoutes)
    .route('/api/jobs', buildRoutes)
    .route('/api/jobs', benchRoutes())
    .route('/api/jobs', shipRoutes(changes))
    .route('/api/jobs', jobPaperRoutes)
    .route('/api/papers', paperRoutes)
    .route('/api/scan', scanRoutes)
    .route('/api/stock', stockRoutes)
    .route('/api/buying', buyingRoutes)
    .route('/api/workshop', workshopRoutes)
    .route('/api/catalogue', catalogueRoutes)
    .route('/api/designs', designRoutes)
    .route('/api/jobs', jobDesignRoutes)
    .route('/api/schedule', scheduleRoutes)
    .route('/api/practice', practiceRoutes(bench))
    .route('/api/lessons', lessonsRoutes)
    .route('/api/people', peopleRoutes)
    .route('/api/audit', auditRoutes)
    .route('/api/hooks', hookRoutes)
    .route('/api/own', ownRoutes)
    .route('/api/live', liveRoutes(changes));
  // Made when it is first asked for: the routes stay as they are.
  let described: ReturnType<typeof openApiOf> | undefined;
  door.get('/api/openapi.json', (c) => {
    described ??= openApiOf(app.routes);
    return c.json(described);
  });
  app.all('/api/*', (c) => c.json({ problems: [`nothing at ${c.req.path}`] }, 404));
  if (webFolder) {
    // Files under assets carry their content in their names: they never change. The page itself is asked for each time.
    app.use('*', async (c, next) => {
      await next();
      const lasting = c.req.path.startsWith('/assets/') && c.res.ok;
      c.res.headers.set('Cache-Control', lasting ? 'public, max-age=31536000, immutable' : 'no-cache');
    });
    app.use('*', serveStatic({ root: webFolder }));
    // A file of an older build is gone, and no page stands in its place.
    app.get('/assets/*', (c) => c.text('no such file', 404));
    // Stations have their own addresses; the web application reads them itself.
    app.get('*', serveStatic({ root: webFolder, path: 'index.html' }));
  }
  return routes;
}

export type AppType = ReturnType<typeof createApp>;
