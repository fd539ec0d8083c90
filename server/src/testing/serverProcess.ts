import { type ChildProcess, fork } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('../../..', import.meta.url));

export interface Running {
  port: number;
  child: ChildProcess;
  kill: () => Promise<void>;
  /** Asked to go: the code it ends with. */
  end: () => Promise<number | null>;
}

const over = (child: ChildProcess): Promise<number | null> =>
  new Promise((done) =>
    child.exitCode !== null || child.signalCode ? done(child.exitCode) : child.once('exit', done),
  );

/** Starts a real server process on a free port. */
export function startServer(url: string, { env = {}, imports = [] as string[] } = {}): Promise<Running> {
  const child = fork(`${root}server/src/main.ts`, [], {
    cwd: root,
    execArgv: ['--import', 'tsx', ...imports.flatMap((i) => ['--import', i])],
    env: { ...process.env, DATABASE_URL: url, PORT: '0', OMBRIK_DEMO: '1', LOG_LEVEL: 'silent', ...env },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  return new Promise((resolve, reject) => {
    child.once('exit', () => reject(new Error('the server ended')));
    child.on('message', (m: { ready?: boolean; port?: number }) => {
      if (!m.ready) return;
      child.removeAllListeners('exit');
      const kill = async () => {
        child.kill('SIGKILL');
        await over(child);
      };
      const end = () => {
        child.kill('SIGTERM');
        return over(child);
      };
      resolve({ port: m.port!, child, kill, end });
    });
  });
}

let presses = 0;
export interface Answer {
  status: number;
  json: any;
  headers: Headers;
}
/** Calls of one signed-in person at whichever server runs now, each under a key of its own unless one is given. */
export function caller(port: () => number) {
  let cookie = '';
  return async (path: string, body?: unknown, key = `call-${presses++}-${process.pid}`): Promise<Answer> => {
    const response = await fetch(`http://127.0.0.1:${port()}${path}`, {
      method: body ? 'POST' : 'GET',
      body: body ? JSON.stringify(body) : undefined,
      headers: { 'content-type': 'application/json', connection: 'close', cookie, 'idempotency-key': key },
    });
    cookie = response.headers.get('set-cookie')?.split(';')[0] ?? cookie;
    return { status: response.status, json: await response.json(), headers: response.headers };
  };
}
