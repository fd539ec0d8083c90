import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import writeSheet from 'write-excel-file/node';
import { readers } from './readers.ts';
import { sheetCells } from './sheetCells.ts';

const SHEET = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
const RELS = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
/** A spreadsheet of this one sheet, as small as it can be (ECMA-376). */
const book = (rows: string, more: Record<string, Uint8Array> = {}): Uint8Array =>
  zipSync({
    '[Content_Types].xml': strToU8(
      '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/></Types>',
    ),
    'xl/workbook.xml': strToU8(
      `<workbook xmlns="${SHEET}" xmlns:r="${RELS}"><sheets><sheet name="Loads" sheetId="1" r:id="rId1"/></sheets></workbook>`,
    ),
    'xl/_rels/workbook.xml.rels': strToU8(
      `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="${RELS}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    ),
    'xl/worksheets/sheet1.xml': strToU8(`<worksheet xmlns="${SHEET}"><sheetData>${rows}</sheetData></worksheet>`),
    ...more,
  });
const text = (ref: string, t: string) => `<c r="${ref}" t="inlineStr"><is><t>${t}</t></is></c>`;
const HEAD = `<row r="1">${text('A1', 'name')}${text('B1', 'power_w')}</row>`;

describe('a spreadsheet from outside', () => {
  it('is read by its cells: one of our own, and one written by hand', async () => {
    const own = await writeSheet([
      [{ value: 'name' }, { value: 'power_w' }],
      [{ value: 'Lamp' }, { value: 12, type: Number }],
    ]).toBuffer();
    expect(await sheetCells(new Uint8Array(own))).toEqual([
      ['name', 'power_w'],
      ['Lamp', '12'],
    ]);
    const by = await readers.loads(
      'list.XLSX',
      book(`${HEAD}<row r="2">${text('A2', 'Pump')}<c r="B2"><v>60</v></c></row>`),
    );
    expect(by.rows.map((r) => r.name)).toEqual(['Pump']);
  });
  it('a formula is what it came to, never run again', async () => {
    const cells = await sheetCells(
      book(`${HEAD}<row r="2">${text('A2', 'Pump')}<c r="B2"><f>HYPERLINK("x")</f><v>60</v></c></row>`),
    );
    expect(cells[1]).toEqual(['Pump', '60']);
  });
  it('one that swells a thousandfold is refused before it has', async () => {
    const bomb = book(HEAD, { 'xl/media/big.bin': new Uint8Array(40 * 1024 * 1024) });
    expect(bomb.length).toBeLessThan(60_000);
    await expect(sheetCells(bomb)).rejects.toThrow(/unfolds to more than 24 MB; accepted: a plain list/);
    const many = Object.fromEntries(Array.from({ length: 300 }, (_, n) => [`xl/media/${n}.bin`, new Uint8Array(1)]));
    await expect(sheetCells(book(HEAD, many))).rejects.toThrow(/unfolds to more/);
  });
  it('cells far out are refused: the last there can be, and a line of its own', async () => {
    const last = book(`${HEAD}<row r="1048576">${text('XFD1048576', 'x')}</row>`);
    await expect(sheetCells(last)).rejects.toThrow(
      /has a cell at XFD1048576; accepted: up to 2000 lines and 100 columns/,
    );
    await expect(sheetCells(book(`${HEAD}<row r = '999999'/>`))).rejects.toThrow(/has a line 999999/);
  });
  it('what is none is said: text, half a file, a bent one', async () => {
    for (const bytes of [strToU8('name,power_w'), book(HEAD).subarray(0, 400), new Uint8Array(0)])
      await expect(sheetCells(bytes)).rejects.toThrow(/it is no spreadsheet|it is damaged|it cannot be read/);
    const bent = book(HEAD);
    for (let n = 60; n < bent.length; n += 7) bent[n]! ^= 0xff;
    await expect(sheetCells(bent)).rejects.toThrow();
  });
});
