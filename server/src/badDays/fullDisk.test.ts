import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startCluster } from '../../../scripts/lib/cluster.mjs';
import { type Client, testServer } from '../testing/testServer.ts';

const DISK_MB = 300;
const folder = mkdtempSync(join(tmpdir(), 'ombrik-full-'));
// PostgreSQL runs as another user and has to reach its folder below this one.
chmodSync(folder, 0o755);
const disk = join(folder, 'disk');
/** A small disk of memory is a matter of root’s; elsewhere PostgreSQL’s own error stands for it: see `database.test.ts`. */
function smallDisk(): boolean {
  try {
    mkdirSync(disk);
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK_MB}m,mode=755`, 'tmpfs', disk], { stdio: 'ignore' });
    return true;
  } catch {
    return false;
  }
}
const mounted = smallDisk();

describe.runIf(mounted)('a disk with no room left', { timeout: 240_000 }, () => {
  let cluster: Awaited<ReturnType<typeof startCluster>> | undefined;
  let server: Awaited<ReturnType<typeof testServer>> | undefined;
  let mira: Client;
  let job = '';
  const filler = join(disk, 'filler');
  const fill = () => {
    const { bavail, bsize } = statfsSync(disk);
    writeFileSync(filler, Buffer.alloc(bavail * bsize));
  };
  /** A picture's head, and rows of no pattern, so that nothing of it is saved by packing. */
  const head = '89504e470d0a1a0a' + '0000000d4948445200000400000004000806000000' + '7f1d2b83' + '0060000049444154';
  const picture = Buffer.concat([Buffer.from(head, 'hex'), randomBytes(6 * 1024 * 1024)]);
  beforeAll(async () => {
    cluster = await startCluster(join(disk, 'cluster'));
    server = await testServer({ url: cluster.url });
    mira = await server.as('pe_designer');
    job = (await mira.get('/api/jobs')).json.jobs[0].id;
  }, 240_000);
  afterAll(async () => {
    // Whatever went wrong before, the disk does not stay behind.
    await server?.close();
    cluster?.stop();
    execFileSync('umount', [disk]);
    rmSync(folder, { recursive: true, force: true });
  });
  const kept = async (): Promise<string[]> =>
    (await mira.get(`/api/jobs/${job}/files`)).json.files.map((f: { name: string }) => f.name);

  it('what needs room is refused with 507 and nothing of it is kept; looking goes on, also at what is audited', async () => {
    fill();
    const full = await mira.upload(`/api/jobs/${job}/files`, 'shed.png', picture, 'full-disk-press');
    expect([full.status, full.json.problems]).toEqual([507, ['the disk of the server is full; nothing was changed']]);
    expect(await kept()).toEqual([]);
    for (const path of [
      '/api/jobs',
      `/api/jobs/${job}`,
      `/api/jobs/${job}/floor`,
      '/api/stock',
      '/api/people',
      '/api/buying',
    ])
      expect([path, (await mira.get(path)).status]).toEqual([path, 200]);
  });
  it('with room again the same press does it, once', async () => {
    rmSync(filler);
    const send = () => mira.upload(`/api/jobs/${job}/files`, 'shed.png', picture, 'full-disk-press');
    expect([(await send()).status, (await send()).status]).toEqual([201, 201]);
    expect(await kept()).toEqual(['shed.png']);
    expect((await mira.get('/api/audit/chain')).json.broken).toBeNull();
  });
});
