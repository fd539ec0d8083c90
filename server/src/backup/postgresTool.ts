import { type ChildProcess, spawn } from 'node:child_process';

/** Starts one of PostgreSQL's programs on a database; its password goes where other people's `ps` does not show it. */
export function postgresTool(program: string, url: string, args: readonly string[]): ChildProcess {
  const at = new URL(url);
  const password = decodeURIComponent(at.password);
  at.password = '';
  return spawn(program, [...args, `--dbname=${at}`], {
    env: { ...process.env, PGPASSWORD: password },
    stdio: ['pipe', 'pipe', 'pipe'],
  });
}

/** Waits for its end. @throws Error with what it said where it did not end well */
export function ended(child: ChildProcess, program: string): Promise<void> {
  let said = '';
  child.stderr?.on('data', (part) => {
    said = (said + part).slice(-4000);
  });
  return new Promise((done, fail) => {
    child.once('error', (e) => {
      const missing = (e as NodeJS.ErrnoException).code === 'ENOENT';
      fail(new Error(missing ? `${program} is not here; install Debian's postgresql-client` : e.message));
    });
    child.once('close', (code) => (code === 0 ? done() : fail(new Error(`${program} ended with ${code}: ${said}`))));
  });
}
