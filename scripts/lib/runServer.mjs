import { fork } from 'node:child_process';
import { join } from 'node:path';

/** Starts one Ombrik server process. @returns the child and the port it listens on, once it answers. */
export function runServer(root, env, { quiet = true } = {}) {
  const child = fork(join(root, 'server/src/main.ts'), [], {
    cwd: root,
    execArgv: ['--import', 'tsx'],
    env: { ...process.env, LOG_LEVEL: quiet ? 'warn' : 'info', ...env },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`the server ended with ${code} before it was ready`)));
    child.on('message', (message) => {
      if (message?.ready) {
        child.removeAllListeners('exit');
        resolve({ child, port: message.port });
      }
    });
  });
}
