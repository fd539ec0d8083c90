import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createConnection } from 'node:net';
import { join } from 'node:path';
import { freePort } from './cluster.mjs';

const answers = (port) =>
  new Promise((resolve) => {
    const probe = createConnection(port, '127.0.0.1', () => {
      probe.destroy();
      resolve(true);
    });
    probe.once('error', () => resolve(false));
  });

/**
 * The configuration of `deploy/` as it is, but for its names: without TLS, on a port of loopback, before these servers.
 * Whoever changes that file changes what is tried here.
 */
function proxyConfiguration(root, port, serverPorts) {
  const shipped = readFileSync(join(root, 'deploy/nginx.conf'), 'utf8');
  const servers = serverPorts.map((p) => `    server 127.0.0.1:${p} max_fails=2 fail_timeout=5s;`).join('\n');
  return shipped
    .replace(/^ {4}server 127\.0\.0\.1:4170 .*$/m, servers)
    .replace(/^ {4}listen .*$/m, `    listen 127.0.0.1:${port};`)
    .replace(/^ {4}ssl_.*\n/gm, '');
}

/**
 * Debian's nginx before several servers, on loopback, with everything of its own in one folder.
 * @returns its address and what ends it
 */
export async function startNginx(root, folder, serverPorts) {
  mkdirSync(folder, { recursive: true });
  // Its workers run as another user where it is started by root.
  chmodSync(folder, 0o777);
  const port = await freePort();
  const temp = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
    (kind) => `  ${kind}_temp_path ${join(folder, kind)};`,
  );
  const text = [
    'daemon off;',
    'worker_processes 1;',
    `pid ${join(folder, 'nginx.pid')};`,
    `error_log ${join(folder, 'error.log')} warn;`,
    'events { worker_connections 2048; }',
    'http {',
    '  access_log off;',
    ...temp,
    proxyConfiguration(root, port, serverPorts),
    '}',
  ];
  const file = join(folder, 'nginx.conf');
  writeFileSync(file, text.join('\n'));
  const child = spawn('nginx', ['-c', file, '-p', folder, '-e', join(folder, 'error.log')], {
    env: { ...process.env, PATH: `${process.env.PATH}:/usr/sbin` },
    stdio: 'ignore',
  });
  let ended = false;
  child.once('exit', () => {
    ended = true;
  });
  for (let n = 0; !(await answers(port)); n++) {
    if (ended || n > 200) throw new Error(`nginx does not start: ${readFileSync(join(folder, 'error.log'), 'utf8')}`);
    await new Promise((go) => setTimeout(go, 50));
  }
  return {
    url: `http://127.0.0.1:${port}`,
    stop: () =>
      new Promise((resolve) => {
        if (ended) return resolve();
        child.once('exit', () => resolve());
        child.kill('SIGTERM');
      }),
  };
}
