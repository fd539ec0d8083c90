import { execFile, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { loggedBank, somewhere } from '@ombrik/core/after/testing/loggedBank';
import { seededRandom } from '@ombrik/core/solvers/random';
import { unzipSync } from 'fflate';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { asEvent, openChanges } from '../live/changes.ts';
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
/** One blue dot. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAIAAACQd1PeAAAADElEQVR4nGNgYPgPAAEDAQAIicLsAAAAAElFTkSuQmCC',
  'base64',
);
const base = (step: { id: string; fingerprint: string }, revision: number) => ({
  stepId: step.id,
  revision,
  unit: 1,
  fingerprint: step.fingerprint,
  saidAt: new Date().toISOString(),
});
/** A part's number and a picture, as the bench sends them. */
async function readAndPhotographed() {
  const { plan, revision, board } = (await mira.get(`/api/jobs/${jobId}/build`)).json;
  const bank = board.items.find((i: { designation: string }) => i.designation.startsWith('-G'));
  const [step] = plan.steps;
  const file = await mira.upload(`/api/jobs/${jobId}/files`, 'bank.png', PNG);
  const records = [
    { ...base(step, revision), key: 'a-serial-1', said: { kind: 'serial', itemId: bank.id, serial: 'LG-2207-0031' } },
    {
      ...base(step, revision),
      key: 'a-photo-1',
      said: { kind: 'photo', fileId: file.json.id ?? file.json.file?.id, name: 'the bank in its tray.png' },
    },
  ];
  expect((await mira.post(`/api/jobs/${jobId}/build/records`, { records })).status).toBe(201);
}

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
  it('a mains side that was signed is unsigned again once a joint was opened', { timeout: 60_000 }, async () => {
    const { jobs } = (await mira.get('/api/jobs')).json;
    const hut = jobs.find((j: { jobName: string }) => j.jobName === 'Larchfold hut board').id;
    const { dossier } = (await mira.get(`/api/jobs/${hut}/dossier`)).json;
    const at = (await mira.get(`/api/jobs/${hut}`)).json.revision;
    const tomas = await server.as('pe_electrician');
    const unsigned = async () =>
      (await mira.get(`/api/jobs/${hut}/ship`)).json.open.filter((o: { says: string }) => /not signed/.test(o.says))
        .length;
    const mains = dossier.bench.filter((s: { role: string }) => s.role === 'electrician');
    expect(await unsigned()).toBe(mains.length);
    for (const step of mains) {
      const settings = step.asks.map((a: { expects: string }) => ({ ...a, before: 'new', after: a.expects || 'set' }));
      const by = {
        unit: 1,
        ambientC: 20,
        note: '',
        value: step.expected,
        found: 'good',
        settings,
        instrumentId: null,
        alongside: null,
      };
      const said = await tomas.post(`/api/jobs/${hut}/bench/records`, { stepId: step.id, revision: at, ...by });
      expect([said.status, said.json.verdict]).toEqual([201, 'passed']);
    }
    expect([mains.length > 0, await unsigned()]).toEqual([true, 0]);
    await mira.post(`/api/jobs/${hut}/release`, { way: 'release', revision: at, reason: 'to be built' });
    const { plan, revision } = (await mira.get(`/api/jobs/${hut}/build`)).json;
    const joint = plan.steps.find((s: { kind: string }) => s.kind === 'torque');
    const word = (said: object) => ({ ...base(joint, revision), key: `mains-${JSON.stringify(said).length}`, said });
    const done = { kind: 'done', minutes: 1, planned: 1, value: 4, toolId: null };
    const records = [word(done), word({ kind: 'undone', reason: 'has to be opened' })];
    expect((await mira.post(`/api/jobs/${hut}/build/records`, { records })).status).toBe(201);
    expect(await unsigned()).toBe(mains.length);
  });
  it('one press makes every paper, seals the record, and takes the job off the wall', {
    timeout: 240_000,
  }, async () => {
    const { open } = (await mira.get(`/api/jobs/${jobId}/ship`)).json;
    expect(open.every((o: { mayGo: boolean }) => o.mayGo)).toBe(true);
    if (open.length > 0)
      expect((await ship('')).json.problems[0]).toMatch(/note is empty; accepted: why it ships although/);
    await readAndPhotographed();
    const told: { done: number; of: number; what: string }[] = [];
    const changes = await openChanges(server.url, pino({ level: 'silent' }));
    changes.listen(server.workshopId, (message) => {
      const { event, data } = asEvent(message);
      if (event === 'progress') told.push(JSON.parse(data));
    });
    const { status, json } = await ship('as the customer asked');
    // While it is done, not once it is.
    expect(told.length).toBeGreaterThan(20);
    await expect.poll(() => told.at(-1)?.what).toBe('the seal');
    await changes.close();
    expect(told.map((t) => t.done)).toEqual(told.map((_, i) => i));
    expect(told.at(-1)).toMatchObject({ done: told.at(-1)!.of, what: 'the seal' });
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
        'papers/parts-record.pdf',
      ]),
    );
    const text = (path: string) => readFileSync(join(folder, path), 'utf8');
    expect(text('lists/serials.csv')).toContain('LG-2207-0031,Mira Holt');
    const panel = (face: string) => Object.keys(files).find((path) => path.endsWith(`-${face}-panel.svg`))!;
    expect(text(panel('front'))).not.toBe(text(panel('back')));
    // As it was taken, byte for byte; and on paper, read back by poppler.
    const photo = Object.keys(files).find((path) => path.startsWith('photos/'))!;
    expect(Buffer.from(files[photo]!)).toEqual(PNG);
    const paper = join(folder, 'papers/parts-record.pdf');
    expect((await run('pdftotext', ['-layout', paper, '-'])).stdout).toMatch(/LG-2207-0031[\s\S]*the bank in its tray/);
    expect((await run('pdfimages', ['-list', paper])).stdout.trim().split('\n')).toHaveLength(3);
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
  it('a log from the field is laid beside the order; one that cannot be read is not kept, and says where', {
    timeout: 60_000,
  }, async () => {
    const send = (text: string, fields = {}, key?: string) =>
      mira.upload(`/api/jobs/${jobId}/field-logs`, 'monitor.csv', Buffer.from(text), key, {
        unit: '1',
        ampsAre: 'charging',
        ...fields,
      });
    const files = async () => (await mira.get(`/api/jobs/${jobId}/files`)).json.files.length;
    const before = await files();
    const bad = await send('time,volts,amps\n2026-07-01 08:00,13,x\n');
    expect([bad.status, bad.json.problems[0]]).toEqual([422, 'line 2: amps is "x"; accepted: a number']);
    expect((await send('a,b\n', { ampsAre: 'both' })).json.problems[0]).toMatch(/accepted: charging, drawing/);
    expect((await send('a,b\n', { unit: '7' })).json.problems[0]).toMatch(/unit is 7; accepted: 1 to 1/);
    expect(await files()).toBe(before);
    const random = seededRandom(5);
    // The awning lights of 18 W burn eleven hours a day.
    const text = loggedBank({
      runs: [{ powerW: 18, on: somewhere(8, 11, random) }],
      alwaysW: 1,
      days: 8,
      everyS: 120,
      bankAh: 100,
      sunPeakA: 0,
      random,
    });
    const kept = await send(text);
    expect(kept.status).toBe(201);
    expect(await files()).toBe(before + 1);
    const { report } = (await mira.get(`/api/jobs/${jobId}/field-logs/${kept.json.id}`)).json;
    expect(report.days).toHaveLength(8);
    const { board } = (await mira.get(`/api/jobs/${jobId}`)).json;
    const awning = board.items.find((i: { name: string }) => i.name === 'Awning lights');
    const change = report.advice.find((a: { commands: { id: string }[] }) => a.commands[0]?.id === awning.id);
    expect(change.says).toMatch(/put (10|11|12)(\.\d)? h into the load list/);
    const { logs } = (await mira.get(`/api/jobs/${jobId}/ship`)).json;
    expect(logs).toEqual([expect.objectContaining({ name: 'monitor.csv', personName: 'Mira Holt', unit: 1 })]);
    expect((await mira.get(`/api/jobs/${jobId}/field-logs/99`)).json.problems[0]).toBe('no such log');
    const { jobs } = (await mira.get('/api/jobs?archived=no')).json;
    const other = jobs.find((j: { id: string }) => j.id !== jobId).id;
    const early = await mira.upload(`/api/jobs/${other}/field-logs`, 'm.csv', Buffer.from(text), undefined, {
      ampsAre: 'charging',
    });
    expect([early.status, early.json.problems[0]]).toEqual([409, expect.stringMatching(/has not left the shop yet/)]);
  });
  it('what is said while the papers are made is in none of them: the press is refused, and nothing is sealed', {
    timeout: 120_000,
  }, async () => {
    const changes = await openChanges(server.url, pino({ level: 'silent' }));
    const begun = new Promise<void>((go) => {
      changes.listen(server.workshopId, (message) => asEvent(message).event === 'progress' && go());
    });
    const pressed = ship('in a hurry');
    await begun;
    const note = { unit: 1, kind: 'note', text: 'one more word', entityId: null };
    expect((await mira.post(`/api/jobs/${jobId}/field-notes`, note)).status).toBe(201);
    const { status, json } = await pressed;
    await changes.close();
    expect([status, json.problems[0]]).toEqual([409, expect.stringMatching(/recorded of this job while its papers/)]);
    expect((await mira.get(`/api/jobs/${jobId}/ship`)).json.shipments).toHaveLength(1);
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
