import { execFile, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let jobId: string;
let folder: string;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  const { jobs } = (await mira.get('/api/jobs')).json;
  jobId = jobs.find((j: { jobName: string }) => j.jobName === 'Flower cart box').id;
  folder = mkdtempSync(join(tmpdir(), 'ombrik-seal-'));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await server.close();
});

const bin = fileURLToPath(new URL('../../../cli/bin/ombrik.mjs', import.meta.url));
const verify = (...args: string[]) =>
  spawnSync(process.execPath, [bin, 'verify', folder, ...args], { encoding: 'utf8' });
const ship = (note: string, revision = 1) => mira.post(`/api/jobs/${jobId}/ship`, { revision, note });
const run = promisify(execFile);

describe('shipping', () => {
  it('says what is open, and holds what may not go', async () => {
    const { jobs } = (await mira.get('/api/jobs')).json;
    const hut = jobs.find((j: { jobName: string }) => j.jobName === 'Larchfold hut board').id;
    const { open } = (await mira.get(`/api/jobs/${hut}/ship`)).json;
    expect(open.map((o: { says: string }) => o.says)).toContainEqual(
      expect.stringMatching(/bench test has passed 0 of \d+/),
    );
    const refused = await mira.post(`/api/jobs/${hut}/ship`, { revision: 1, note: 'in a hurry' });
    expect([refused.status, refused.json.problems[0]]).toEqual([409, expect.stringMatching(/bench test/)]);
    expect((await ship('x', 7)).json.problems[0]).toMatch(/the board is at 1/);
  });
  it('one press makes every paper, seals the record, and takes the job off the wall', {
    timeout: 240_000,
  }, async () => {
    const { open } = (await mira.get(`/api/jobs/${jobId}/ship`)).json;
    expect(open.every((o: { mayGo: boolean }) => o.mayGo)).toBe(true);
    if (open.length > 0)
      expect((await ship('')).json.problems[0]).toMatch(/note is empty; accepted: why it ships although/);
    const { status, json } = await ship('as the customer asked');
    expect([status, json.shipment.number]).toEqual([201, 1]);
    const names = async (all: string) =>
      (await mira.get(`/api/jobs${all}`)).json.jobs.map((j: { jobName: string }) => j.jobName);
    expect(await names('?archived=no')).not.toContain('Flower cart box');
    const { response } = await mira.get(`/api/jobs/${jobId}/ship/1/record.zip`);
    const files = unzipSync(new Uint8Array(await response.arrayBuffer()));
    for (const [path, bytes] of Object.entries(files)) {
      mkdirSync(dirname(join(folder, path)), { recursive: true });
      writeFileSync(join(folder, path), bytes);
    }
    expect(Object.keys(files)).toEqual(
      expect.arrayContaining([
        'seal.json',
        'record.txt',
        'files.sha256',
        'board.json',
        'papers/drawing.pdf',
        'papers/test-record.pdf',
      ]),
    );
    expect(JSON.parse(readFileSync(join(folder, 'seal.json'), 'utf8'))).toMatchObject({
      head: json.shipment.head,
      serials: [expect.any(String)],
      sealedBy: 'Mira Holt',
    });
    expect(verify()).toMatchObject({ status: 0, stdout: 'whole: as it was sealed\n' });
    expect(verify('--seal', json.shipment.head).status).toBe(0);
    expect(verify('--seal', 'f'.repeat(64)).stdout).toMatch(/the one in hand is f+/);
  });
  // By nothing of the project's own: coreutils and openssl.
  it('a few lines of shell find the same', async () => {
    const script = `
set -e
cd ${folder}
sha256sum --quiet -c files.sha256
prev=$(printf '0%.0s' $(seq 64))
while IFS= read -r line; do
  hash=\${line%% *}; text=\${line#* }
  want=$(printf '%s %s' "$prev" "$text" | openssl dgst -sha256 -r | cut -c1-64)
  [ "$hash" = "$want" ] || { echo "broken at $text"; exit 1; }
  prev=$hash
done < record.txt
grep -q "\\"head\\": \\"$prev\\"" seal.json && echo whole
`;
    expect((await run('bash', ['-c', script])).stdout.trim()).toBe('whole');
  });
  it('a changed byte of a paper or of a reading is named', () => {
    const change = (path: string, by: (text: Buffer) => Buffer, words: RegExp) => {
      const was = readFileSync(join(folder, path));
      writeFileSync(join(folder, path), by(was));
      const found = verify();
      expect([found.status, found.stdout]).toEqual([1, expect.stringMatching(words)]);
      writeFileSync(join(folder, path), was);
    };
    change('papers/drawing.pdf', (b) => Buffer.concat([b, Buffer.from(' ')]), /^papers\/drawing\.pdf was changed/);
    const reading = (text: string) => text.replace(/"verdict":"passed"/, '"verdict":"failed"');
    change('record.txt', (b) => Buffer.from(reading(b.toString())), /^entry \d+ was changed after it was sealed/);
    change(
      'record.txt',
      (b) => Buffer.from(b.toString().split('\n').toSpliced(4, 1).join('\n')),
      /^entry 5 is missing/,
    );
    expect(verify().status).toBe(0);
  });
  it('a board that came back is on the wall again, with what was said of it; one that never left cannot come back', async () => {
    const say = (body: object, id = jobId) =>
      mira.post(`/api/jobs/${id}/field-notes`, { unit: 1, entityId: null, ...body });
    expect((await say({ kind: 'note', text: 'the fan hums' })).status).toBe(201);
    const { jobs } = (await mira.get('/api/jobs?archived=no')).json;
    expect((await say({ kind: 'return', text: 'x' }, jobs[0].id)).json.problems[0]).toMatch(
      /has not left the shop yet/,
    );
    expect((await say({ kind: 'return', text: 'x', entityId: 'it_none' })).json.problems[0]).toMatch(
      /accepted: an item or a cable/,
    );
    const { board } = (await mira.get(`/api/jobs/${jobId}`)).json;
    const entityId = board.items[0].id;
    expect((await say({ kind: 'return', text: 'fuse blew twice', entityId })).status).toBe(201);
    const again = (await mira.get('/api/jobs?archived=no')).json.jobs.map((j: { id: string }) => j.id);
    expect(again).toContain(jobId);
    const { notes } = (await mira.get(`/api/jobs/${jobId}/ship`)).json;
    expect(notes.map((n: { kind: string }) => n.kind)).toEqual(['note', 'return']);
  });
  it('sealed again it stands on the seal before; two hands at once make one', { timeout: 240_000 }, async () => {
    const both = await Promise.all([ship('back after a week: fuse changed'), ship('back after a week: fuse changed')]);
    expect(both.map((b) => b.status).sort()).toEqual([201, 409]);
    const { shipments } = (await mira.get(`/api/jobs/${jobId}/ship`)).json;
    expect(shipments).toHaveLength(2);
    expect(shipments[1].before).toBe(shipments[0].head);
    await expect(server.db('shipments').update({ note: '' })).rejects.toThrow(/append-only/);
    expect((await mira.get(`/api/jobs/${jobId}/ship/9/record.zip`)).json.problems[0]).toBe('this job has no seal 9');
  });
});
