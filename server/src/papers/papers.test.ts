import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { LABEL_SHEETS } from '@ombrik/core/tables/labelSheets';
import jsQR from 'jsqr';
import Papa from 'papaparse';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { PNG } from 'pngjs';

import { afterAll, describe, expect, it } from 'vitest';
import { openShop } from '../testing/shop.ts';

const { server, mira, hutId, cartId, planFor } = await openShop();
afterAll(() => server.close());

/** Text of a paper by poppler, and its pages as pictures. */
async function paper(path: string): Promise<{ text: string; bytes: Buffer }> {
  const { response, status } = await mira.get(path);
  expect(status, path).toBe(200);
  const bytes = Buffer.from(await response.arrayBuffer());
  return { bytes, text: execFileSync('pdftotext', ['-layout', '-', '-'], { input: bytes, encoding: 'utf8' }) };
}
const cents = (text: string) => Math.round(Number(text) * 100);

describe('papers', () => {
  // Read back with poppler.
  it('every printed total is the sum of the lines printed above it', async () => {
    const list = (await paper('/api/papers/purchase-list.pdf')).text;
    let sum = 0;
    let all = 0;
    let totals = 0;
    for (const line of list.split('\n')) {
      const row = /(\d+\.\d\d)\s+(\d+\.\d\d)\s+(\d{4}-\d\d-\d\d)?\s*$/.exec(line);
      const supplier = /, all lines: (\d+\.\d\d)/.exec(line);
      const end = /^\s*All suppliers: (\d+\.\d\d)/.exec(line);
      if (supplier) {
        expect(cents(supplier[1]!), line).toBe(sum);
        all += sum;
        sum = 0;
        totals++;
      } else if (end) expect(cents(end[1]!)).toBe(all);
      else if (row) sum += cents(row[2]!);
    }
    expect(totals).toBeGreaterThan(1);
    const csv = Papa.parse<Record<string, string>>(
      await (await mira.get('/api/papers/purchase-list.csv')).response.text(),
      { header: true },
    ).data;
    expect(csv.reduce((s, r) => s + cents(r.total!), 0)).toBe(all);

    // What nobody has offered stands there open, and the sum says that it is not the whole.
    type Need = { name: string; net: number; choices: unknown[] };
    const needs: Need[] = (await mira.get('/api/buying')).json.needs;
    const open = needs.filter((n) => n.net > 0 && n.choices.length === 0);
    expect(open.length).toBeGreaterThan(0);
    expect(csv.filter((r) => r.supplier === '').map((r) => r.name)).toEqual(open.map((n) => n.name));
    expect(list.replace(/\s+/g, ' ')).toContain(
      `not the whole: ${open.length} ${open.length === 1 ? 'part has' : 'parts have'} no offer yet`,
    );

    const parts = (await paper(`/api/jobs/${hutId}/out/parts.pdf`)).text;
    const printed = [
      ...parts.matchAll(/^(?:Devices|Fuse links|Cable|Lugs and ferrules|Heat-shrink|Sleeve) · (\d+\.\d\d)/gm),
    ].map((m) => cents(m[1]!));
    expect(printed.reduce((s, c) => s + c, 0)).toBe(cents(/All lines: (\d+\.\d\d)/.exec(parts)![1]!));
    expect(printed.length).toBeGreaterThan(3);

    const costs = (await paper(`/api/jobs/${hutId}/out/costs.pdf`)).text;
    const json = (await mira.get(`/api/jobs/${hutId}/costs`)).json;
    const foot = /Planned (\d+\.\d\d) · actual (\d+\.\d\d)/.exec(costs)!;
    const rows = [...costs.matchAll(/ (?:pcs|m|h) +(\d+\.\d\d) +-?[\d.]+ (?:pcs|m|h) +(-?\d+\.\d\d)/g)];
    expect(rows).toHaveLength(json.lines.length);
    expect(rows.reduce((s, r) => s + cents(r[1]!), 0)).toBe(cents(foot[1]!));
    expect(rows.reduce((s, r) => s + cents(r[2]!), 0)).toBe(cents(foot[2]!));
  });
  it('the spreadsheet of the purchase list adds up too', async () => {
    const { response } = await mira.get('/api/papers/purchase-list.xlsx');
    const { readSheet } = await import('read-excel-file/node');
    const rows = (await readSheet(Buffer.from(await response.arrayBuffer()) as never)) as unknown as (
      | string
      | number
      | null
    )[][];
    const total = rows[0]!.indexOf('total');
    const body = rows.slice(1, -1);
    expect(body.length).toBeGreaterThan(5);
    expect(Math.round(body.reduce((s, r) => s + Number(r[total]) * 100, 0))).toBe(
      Math.round(Number(rows.at(-1)![total]) * 100),
    );
  });
  // And their codes read back (poppler and jsQR).
  it('labels are true to size, carry the text of the drawing', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'ombrik-labels-'));
    try {
      const { bytes, text } = await paper(`/api/jobs/${cartId}/out/labels.pdf?sheet=flag-a4-70x37`);
      expect(text).toContain('W1');
      expect(text).toContain('-G1:plus');
      writeFileSync(join(folder, 'l.pdf'), bytes);
      const info = execFileSync('pdfinfo', [join(folder, 'l.pdf')], { encoding: 'utf8' });
      const [, w, h] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(info)!;
      expect([Number(w) / (72 / 25.4), Number(h) / (72 / 25.4)].map(Math.round)).toEqual([210, 297]);
      const dpi = 300;
      execFileSync('pdftoppm', ['-r', String(dpi), '-png', '-f', '1', '-l', '1', '-singlefile', 'l.pdf', 'l'], {
        cwd: folder,
      });
      const png = PNG.sync.read(readFileSync(join(folder, 'l.png')));
      const px = (mm: number) => Math.round((mm / 25.4) * dpi);
      // The second label of the first row: left half of its sticker, where the sheet says it lies.
      const crop = (xMm: number, yMm: number, wMm: number, hMm: number) => {
        const part = new PNG({ width: px(wMm), height: px(hMm) });
        PNG.bitblt(png, part, px(xMm), px(yMm), px(wMm), px(hMm), 0, 0);
        return jsQR(new Uint8ClampedArray(part.data), part.width, part.height)?.data;
      };
      const { order } = await import('@ombrik/core/stock/cableWork').then(async ({ cableWork }) => {
        const { dossier } = (await mira.get(`/api/jobs/${cartId}/dossier`)).json;
        return cableWork(dossier.cables, defaultWorkshop);
      });
      const number = (await mira.get(`/api/jobs/${cartId}`)).json.job.number;
      const said = crop(0, 0.5, 34, 37);
      expect(said).toMatch(new RegExp(`/c/${number}/${order[0]!.designation}$`));
      const found = await mira.get(`/api/scan?code=${encodeURIComponent(said!)}`);
      expect(found.json.path).toBe(`/jobs/${cartId}/cables/cards?cable=${order[0]!.cableId}`);
    } finally {
      rmSync(folder, { recursive: true });
    }
    const csv = Papa.parse<Record<string, string>>(
      await (await mira.get(`/api/jobs/${cartId}/out/labels.csv`)).response.text(),
      { header: true },
    ).data;
    expect(csv[0]!.code).toContain('/c/');
    expect((await mira.get(`/api/jobs/${cartId}/out/labels.pdf?sheet=a9`)).json.problems[0]).toContain(
      'accepted: wrap-a4-25x75',
    );
    for (const sheet of ['wrap-a4-25x38', 'wrap-letter-25x38', 'flag-letter-67x25', 'tube-A4', 'tube-Letter'])
      expect((await paper(`/api/jobs/${cartId}/out/labels.pdf?sheet=${sheet}`)).text).toContain('W1');
  });
  // Scanning nonsense says what is accepted.
  it('cards, the cutting sheet and stickers for the store come out', async () => {
    const cards = (await paper(`/api/jobs/${hutId}/out/cards.pdf`)).text;
    expect(cards).toContain('EQUAL LENGTH WITH');
    expect(cards).toMatch(/reels and \d+ dies set up/);
    expect((await mira.post(`/api/jobs/${hutId}/cutting`, (await planFor(hutId)).wish)).status).toBe(201);
    const cutting = (await paper(`/api/jobs/${hutId}/out/cutting.pdf`)).text;
    expect(cutting).toContain('Mark at mm');
    expect((await paper('/api/papers/stock-labels.pdf')).text).toContain('rack A1');
    expect((await mira.get('/api/scan?code=hello')).json.problems[0]).toContain('accepted: job/cable such as 401/W12');
    expect((await mira.get('/api/scan?code=402/W999')).status).toBe(404);
    expect((await mira.get('/api/scan?code=99999')).status).toBe(404);
  });
  it('what is on a label can be read: both ends no smaller than six points, a code where there is room', async () => {
    for (const sheet of LABEL_SHEETS) {
      const { bytes } = await paper(`/api/jobs/${hutId}/out/labels.pdf?sheet=${sheet.id}`);
      const pdf = await getDocument({ data: new Uint8Array(bytes) }).promise;
      const { items } = await (await pdf.getPage(1)).getTextContent();
      const ends = items.flatMap((t) =>
        'str' in t && /^(\/ )?-[A-Z]\d+:/.test(t.str) ? [{ text: t.str, pt: Math.abs(t.transform[3]) }] : [],
      );
      expect(ends.length, sheet.name).toBeGreaterThan(10);
      expect(ends.filter((e) => e.pt < 6).map((e) => `${e.text} ${e.pt}`)).toEqual([]);
    }
  });
  it('codes lead to the address the workshop says, and one that is none is refused', async () => {
    const codes = async () =>
      Papa.parse<Record<string, string>>(await (await mira.get(`/api/jobs/${cartId}/out/labels.csv`)).response.text(), {
        header: true,
      }).data.map((r) => r.code!);
    expect((await mira.post('/api/workshop', { address: 'the tall one' })).json.problems[0]).toBe(
      'address is "the tall one"; accepted: where this program is reached, such as http://shop.lan:4173',
    );
    await mira.post('/api/workshop', { address: 'http://shop.lan:4173/wall?x=1' });
    for (const code of await codes()) expect(code).toMatch(/^http:\/\/shop\.lan:4173\/c\/\d+\/W\d+$/);
    await mira.post('/api/workshop', { address: '' });
    for (const code of await codes()) expect(code).not.toContain('shop.lan');
  });
  it('forms with nothing on them are refused in words; the template says whose it is', async () => {
    const bare = await mira.post('/api/jobs', {
      jobName: 'Empty shed',
      customer: '',
      place: '',
      wantedOn: null,
      template: '',
      systemVoltageV: 12,
      chemistry: 'agm',
      profileId: 'craft-iso',
    });
    const { id } = bare.json.job;
    for (const name of ['labels.pdf', 'labels.csv', 'cards.pdf', 'cuts.pdf', 'test-record.pdf']) {
      const refused = await mira.get(`/api/jobs/${id}/out/${name}`);
      expect(refused.status, name).toBe(409);
      expect(refused.json.problems[0]).toMatch(/no cable is drawn yet, so there is nothing to print/);
    }
    expect((await paper(`/api/jobs/${cartId}/out/template.pdf`)).text).toMatch(/job \d+ Market cart box, revision \d+/);
  });
  it('the traveller has every step once, in its order, what was done by whom, and who may do mains work', async () => {
    const { plan, records } = (await mira.get(`/api/jobs/${hutId}/build`)).json;
    const { text } = await paper(`/api/jobs/${hutId}/out/traveller.pdf`);
    const flat = text.replace(/\s+/g, ' ');
    expect(flat).toContain(`${plan.steps.length} steps, `);
    const numbers = [...text.matchAll(/^\s*(\d+)\s+\S/gm)].map((m) => Number(m[1]));
    for (let n = 1; n <= plan.steps.length; n++) expect(numbers).toContain(n);
    expect(records).toEqual([]);
    expect(flat).toMatch(/Batteries isolated, caps on the other studs/);
    expect(flat).toMatch(/No fuse goes in before the bench says so/);
    if (plan.steps.some((s: { licensed: boolean }) => s.licensed)) expect(flat).toContain('Licensed person:');
  });
});
