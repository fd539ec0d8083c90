import { execFileSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import { type Column, cautions, closePaper, openPaper, paragraph, plain, signOff, table } from './paper.ts';

const head = { title: 'Trial', workshopName: 'Shed', date: '2026-11-29' };
/** Pages of a PDF as poppler reads them. */
const pagesOf = (bytes: Buffer): string[] =>
  execFileSync('pdftotext', ['-layout', '-', '-'], { input: bytes, encoding: 'utf8' }).split('\f').slice(0, -1);
interface Row {
  what: string;
  number?: number;
}
const COLUMNS: Column<Row>[] = [
  { title: 'What', width: 300, value: (r) => r.what },
  { title: 'Number', width: 100, align: 'right', number: true, value: (r) => String(r.number ?? '') },
];

describe('papers', () => {
  it('a long table carries its head onto every page and loses no row', async () => {
    const doc = openPaper(head);
    const rows = Array.from({ length: 150 }, (_, n) => ({ what: `row ${n} of many`, number: n }));
    table(doc, COLUMNS, rows);
    paragraph(doc, 'after the table');
    const pages = pagesOf(await closePaper(doc, head));
    expect(pages.length).toBeGreaterThan(2);
    for (const page of pages) expect(page.match(/What\s+Number/g)).toHaveLength(1);
    const said = pages.flatMap((p) => [...p.matchAll(/row (\d+) of many\s+(\d+)/g)]).map((m) => [m[1], m[2]]);
    expect(said).toEqual(rows.map((r) => [String(r.number), String(r.number)]));
    expect(pages.at(-1)).toContain('after the table');
    expect(pages.at(-1)).toContain(`page ${pages.length} of ${pages.length}`);
  });
  it('a cell of many words takes as many lines as it needs, and the next row begins below', async () => {
    const doc = openPaper(head);
    const long = 'every word of this is to be read '.repeat(12).trim();
    table(doc, COLUMNS, [{ what: long }, { what: 'the next' }]);
    const [page] = pagesOf(await closePaper(doc, head));
    expect(page!.replace(/\s+/g, ' ')).toContain(`${long} the next`);
  });
  it('an empty table is its head alone, and later pages start at the usual margin', async () => {
    const doc = openPaper(head);
    table(doc, COLUMNS, []);
    const margin = doc.page.margins.top;
    doc.addPage();
    expect([doc.page.margins.top, doc.y]).toEqual([margin, margin]);
    expect(pagesOf(await closePaper(doc, head))[0]).toMatch(/What\s+Number/);
  });
  it('cautions and lines to sign on are never torn apart', async () => {
    const doc = openPaper(head);
    doc.y = doc.page.height - 60;
    cautions(doc, ['Isolate the battery.', 'Caps on.']);
    doc.y = doc.page.height - 60;
    signOff(doc, ['Made by', 'Checked by']);
    const pages = pagesOf(await closePaper(doc, head));
    expect(pages[1]).toMatch(/Cautions[\s\S]*Isolate the battery\.[\s\S]*Caps on\./);
    expect(pages[2]).toMatch(/Made by[\s\S]*Checked by/);
  });
  it('no page holds nothing but signatures: the cautions over them come along', async () => {
    for (let up = 60; up < 260; up += 10) {
      const doc = openPaper(head);
      paragraph(doc, 'What it is about.');
      doc.y = doc.page.height - up;
      cautions(doc, ['Isolate the battery.', 'Caps on.']);
      signOff(doc, ['Made by', 'Checked by']);
      const pages = pagesOf(await closePaper(doc, head));
      expect(
        pages.find((p) => p.includes('Made by')),
        `${up} pt from the foot`,
      ).toContain('Isolate the battery.');
    }
  });
  it('text can be read back, whatever was printed before with the same faces', async () => {
    const sample = 'One. two, three; 4: (a) 2–3 · x – 1.5 mm² ± 5 % é ö “q” ffi fl ½';
    for (const first of ['a: b; c!', '÷ % ‰ … “”', sample]) {
      const doc = openPaper(head);
      paragraph(doc, first);
      paragraph(doc, sample);
      await closePaper(doc, head);
    }
    const doc = openPaper(head);
    paragraph(doc, sample);
    expect(pagesOf(await closePaper(doc, head))[0]).toContain(sample);
  });
  it('signs the shipped faces lack are spelled out', () => {
    expect(plain('4 Ω → √2')).toBe('4 ohm to sqrt2');
  });
});
