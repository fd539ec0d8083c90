import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { say, stop } from './say.mjs';

const isRoot = () => process.getuid?.() === 0;
const onPath = (program) => (process.env.PATH ?? '').split(':').some((folder) => existsSync(`${folder}/${program}`));

/** Folder of PostgreSQL's own programs, newest version; null when it is not installed. */
export function postgresPrograms() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return null;
  const versions = readdirSync(base).filter((v) => existsSync(`${base}/${v}/bin/initdb`));
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  return newest ? `${base}/${newest}/bin` : null;
}

/** What is needed and how it is recognised. */
const NEEDED = {
  postgresql: () => postgresPrograms() !== null,
  chromium: () => existsSync('/usr/bin/chromium'),
  ngspice: () => onPath('ngspice'),
  systemd: () => onPath('systemd-analyze'),
  openssl: () => onPath('openssl'),
  'nginx-light': () => existsSync('/usr/sbin/nginx') || onPath('nginx'),
  units: () => onPath('units'),
  'glpk-utils': () => onPath('glpsol'),
  'poppler-utils': () => onPath('pdftoppm'),
  'python3-ezdxf': () => existsSync('/usr/lib/python3/dist-packages/ezdxf'),
  'python3-pyvisa-py': () => existsSync('/usr/lib/python3/dist-packages/pyvisa_py'),
  'python3-pymodbus': () => existsSync('/usr/lib/python3/dist-packages/pymodbus'),
  'python3-serial-asyncio': () => existsSync('/usr/lib/python3/dist-packages/serial_asyncio'),
};

/** Installs Debian packages that are missing; without root says exactly what to run. */
export function ensureDebian(names) {
  const missing = names.filter((name) => !NEEDED[name]());
  if (missing.length === 0) return;
  const command = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (!isRoot()) {
    const cluster = missing.includes('postgresql')
      ? [
          "  sudo mkdir -p /etc/postgresql-common && echo 'create_main_cluster = false' | sudo tee /etc/postgresql-common/createcluster.conf",
        ]
      : [];
    stop(
      'These Debian packages are missing, and installing them needs root. Run:',
      ...cluster,
      `  sudo sh -c '${command}'`,
    );
  }
  if (missing.includes('postgresql')) {
    // Debian would make and start a cluster of the system's; Ombrik makes its own.
    mkdirSync('/etc/postgresql-common', { recursive: true });
    const conf = '/etc/postgresql-common/createcluster.conf';
    if (!existsSync(conf)) writeFileSync(conf, 'create_main_cluster = false\n');
  }
  say(`Installing from Debian: ${missing.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (...args) => execFileSync('apt-get', args, { env, stdio: ['ignore', 'ignore', 'inherit'] });
  apt('-qq', 'update');
  apt('-qq', '-y', '-o', 'Dpkg::Options::=--force-confold', 'install', '--no-install-recommends', ...missing);
  const still = missing.filter((name) => !NEEDED[name]());
  if (still.length > 0) stop(`Debian installed, but not found afterwards: ${still.join(', ')}`);
}
