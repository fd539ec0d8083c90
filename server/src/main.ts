import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import pino from 'pino';
import { createApp } from './app.ts';
import { alone, migrate, openDatabase, openGround, openServing } from './database/database.ts';
import { openReplica } from './database/replica.ts';
import { seedDemo } from './demo/seedDemo.ts';
import { namesIn, ownNames } from './http/door.ts';
import { openChanges } from './live/changes.ts';
import { forgetWhatIsOver } from './people/forgetting.ts';
import { startPracticeBench } from './practice/underProbes.ts';
import { openQueue } from './queue/queue.ts';
import { WORKS } from './queue/works.ts';
import { startWork } from './work/pools.ts';
import { numberIn, requireDatabaseUrl, whyNotStarted } from './wrongStart.ts';

/** Starts one server process: brings the tables up, seeds the demo into an empty database if asked, serves. */
const log = pino({ level: process.env.LOG_LEVEL ?? 'info' });

/** In one line for a person, and in the log for who reads that; whoever watches over it starts it again. */
function fail(says: string, error?: unknown): never {
  process.stderr.write(`Ombrik does not start: ${says}\n`);
  log.fatal({ code: (error as { code?: string } | undefined)?.code }, says);
  process.exit(1);
}
const orFail = <T>(read: () => T): T => {
  try {
    return read();
  } catch (error) {
    return fail((error as Error).message);
  }
};
const url = orFail(() => requireDatabaseUrl(process.env.DATABASE_URL));
const replicaUrl = process.env.REPLICA_URL
  ? orFail(() => requireDatabaseUrl(process.env.REPLICA_URL, 'REPLICA_URL'))
  : null;
const host = process.env.HOST ?? '127.0.0.1';
const port = orFail(() => numberIn('PORT', process.env.PORT, 4170, 65_535, 'a whole number'));
const proxies = orFail(() =>
  numberIn('PROXIES', process.env.PROXIES, 0, 9, 'how many proxies of your own stand before it'),
);
const door = { proxies, names: [...ownNames(), ...namesIn(process.env.HOSTS ?? '')] };

async function broughtUp(): Promise<void> {
  const owner = openDatabase(url);
  try {
    await migrate(owner);
    await alone(owner, async () => {
      if (process.env.OMBRIK_DEMO === '1' && (await seedDemo(owner))) log.info('seeded the demo workshop');
      await forgetWhatIsOver(owner);
    });
  } finally {
    await owner.destroy();
  }
}
function unstarted(error: unknown): never {
  const why = whyNotStarted(error, url, { host, port });
  // What nobody has foreseen is told whole: somebody has to find it.
  if (why === null) log.error({ err: error }, 'not foreseen');
  return fail(why ?? (error as Error).message, error);
}

await broughtUp().catch(unstarted);
const db = openServing(url);
const ground = openGround(url);
startWork();
const bench = await startPracticeBench();
const dist = fileURLToPath(new URL('../../web/dist', import.meta.url));
const changes = await openChanges(url, log).catch(unstarted);
const replica = replicaUrl === null ? undefined : openReplica(replicaUrl, db, changes, log);
const forget = async () => {
  const owner = openDatabase(url, 1);
  await forgetWhatIsOver(owner).finally(() => owner.destroy());
};
const queue = await openQueue({ url, serving: db, log, works: WORKS, daily: forget }).catch(unstarted);
const app = createApp({
  db,
  ground,
  log,
  changes,
  replica,
  bench,
  door,
  webFolder: existsSync(`${dist}/index.html`) ? dist : null,
});
const server = serve({ fetch: app.fetch, port, hostname: host }, (info) => {
  log.info(
    `Ombrik serves at http://${info.address}:${info.port} · stand-ins for practice: ${bench.instruments.map((i) => `${i.kind} ${i.host}:${i.port}`).join(', ')}`,
  );
  process.send?.({ ready: true, port: info.port });
});
server.on('error', unstarted);

/** What runs is finished; nothing new is taken. */
const FINISH_MS = 10_000;
let stopping = false;
const stop = () => {
  if (stopping) return;
  stopping = true;
  bench.close();
  // Lines that tell of changes never end by themselves.
  void changes.close();
  void replica?.close();
  const idle = queue.stop();
  server.close(() => void idle.then(() => Promise.all([db.destroy(), ground.destroy()])).then(() => process.exit(0)));
  if ('closeIdleConnections' in server) server.closeIdleConnections();
  setTimeout(() => process.exit(0), FINISH_MS).unref();
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
// Whoever started it is gone.
process.on('disconnect', stop);
